import { depthToBottom } from '../depth/index.ts';
import type { Position } from '../geo/index.ts';
import { summariseStand } from '../stand/index.ts';
import { mean } from '../stats/index.ts';
import { placeOfStop } from './placeOfStop.ts';
import type { MappedFigure } from './readFieldMap.ts';
import type { TrenchCheck } from './readTrenchCheck.ts';
import { shareBehind, type WalkStand } from './readWalkStand.ts';

/** What of a stand is looked at over the field. */
export const STAND_FIGURES = ['stand', 'effective', 'behind'] as const;
export type StandFigure = (typeof STAND_FIGURES)[number];

type ZoneAt = (at: Position) => string;

/**
 * The stops of a stand walk where they lie, with one figure: plants per m², the same with late plants discounted, or the share
 * that is behind.
 *
 * @param zoneAt the zone a place lies in, where no plan says it; '' for none
 */
export function mappedStand(
  { stops, plan, weights }: WalkStand,
  figure: StandFigure,
  zoneAt: ZoneAt,
): MappedFigure[] {
  return stops.flatMap(({ id, data, plants: own }): MappedFigure[] => {
    const at = placeOfStop(data, plan?.data ?? null);
    if (!at || own.length === 0) return [];
    const { meanPerM2, effective } = summariseStand([{ id, counts: own }], { weights });
    const planned = data.planned === null ? null : plan?.data.places[data.planned];
    return [
      {
        id,
        at,
        chosen: data.chosen,
        zone: planned ? (planned.zone ?? '') : zoneAt(at),
        value: {
          stand: meanPerM2,
          effective: effective.meanPerM2,
          behind: shareBehind(own),
        }[figure],
      },
    ];
  });
}

/** The stops of a trench check where they lie, with the mean depth of the seeds found there, to their bottom, m. */
export const mappedDepth = (
  { stops, walk, planting }: TrenchCheck,
  zoneAt: ZoneAt,
): MappedFigure[] =>
  stops.flatMap(({ id, data, rows }): MappedFigure[] => {
    const depths = rows.flatMap(({ data: { seeds } }) =>
      seeds.flatMap(({ depthM }) =>
        depthM === null ? [] : [depthToBottom(depthM, walk.data.readTo, planting.data.crop)],
      ),
    );
    const value = mean(depths);
    if (!data.at || value === null) return [];
    return [{ id, at: data.at, chosen: data.chosen, zone: zoneAt(data.at), value }];
  });
