import type { DataOf, Kind } from '../records/index.ts';
import { show, showRough } from '../units/index.ts';
import { demoSeason as season } from '../simulation/demo/demoSeason.testing.ts';
import type { CardRecords } from './index.ts';

/** The demo's records of a kind. */
export const of = <K extends Kind>(kind: K) =>
  season.records.filter((record) => record.kind === kind) as unknown as {
    id: string;
    data: DataOf<K>;
  }[];

/** What the card of one of the demo's planters is read from. */
export function records(name: string, year = 2027): CardRecords {
  const planter = of('planter').find(({ data }) => data.name === name)!;
  return {
    planter,
    plantings: of('planting').filter(
      ({ data }) => data.season === year && data.planterId === planter.id,
    ),
    fields: of('field'),
    walks: of('walk'),
    stops: of('stop'),
    observations: of('observation'),
    lengths: of('flaggedLength'),
    counts: of('emergenceCount'),
  };
}

export const us = (value: number, kind: Parameters<typeof show>[1]) => show(value, kind, 'us');
/** Figures as they are shown in US units, in full and to two digits. */
export const usUnits = {
  show: us,
  rough: (value: number, kind: Parameters<typeof show>[1]) => showRough(value, kind, 'us'),
};
/** Narrow and wide spaces as one. */
export const plain = (text: string | null) => (text ?? '').replace(/\s/g, ' ');
