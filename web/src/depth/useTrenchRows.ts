import {
  idFor,
  NORMAL_FURROW,
  type Trench,
  type TrenchCheck,
  type TrenchStop,
} from '@sendero/core';
import { useDevice } from '../data/hooks.ts';
import { useEdits } from '../data/useEdits.ts';
import { newId } from '../data/newId.ts';

export type Seed = Trench['seeds'][number];

/** Reading and writing of the rows dug at one stop, with undo. Every change is kept at once. */
export function useTrenchRows(check: TrenchCheck, stop: TrenchStop) {
  const device = useDevice();
  const { change, undo, problem, setProblem } = useEdits<'observation', number>('observation');

  /** A row as it stands; empty and normal when not opened here yet, with the settings noted last. */
  const rowAt = (row: number): Trench => {
    const kept = stop.rows.find(({ data }) => data.row === row);
    if (kept) return kept.data;
    const earlier = check.stops
      .flatMap(({ rows }) => rows)
      .findLast(({ data }) => data.row === row)?.data;
    return {
      stopId: stop.id,
      type: 'trench',
      row,
      at: '',
      seeds: [],
      gapsM: [],
      gapsTyped: [],
      ...NORMAL_FURROW,
      settings: earlier?.settings ?? {
        depthStop: '',
        downforce: '',
        rowCleaner: '',
        closingWheel: '',
      },
    };
  };
  const write = (row: number, next: (now: Trench) => Partial<Trench>): boolean => {
    const id =
      stop.rows.find(({ data }) => data.row === row)?.id ??
      idFor('observation', { stopId: stop.id, type: 'trench', row }, newId);
    return change(
      id,
      (kept) => {
        const now = (kept as Trench | undefined) ?? rowAt(row);
        return { ...now, at: now.at || device.moment().at, ...next(now) };
      },
      { place: row },
    );
  };
  return { rowAt, write, undo, problem, setProblem };
}
export type TrenchRows = ReturnType<typeof useTrenchRows>;

/** Seeds of a row whose depth was read. */
export const found = ({ seeds }: Pick<Trench, 'seeds'>) =>
  seeds.filter(({ depthM }) => depthM !== null).length;
