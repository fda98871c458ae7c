import { group } from 'd3-array';
import type { Crop } from '../crops/index.ts';
import { fieldArea } from '../geo/index.ts';
import type { Field, Planting, Workspace } from '../records/index.ts';
import {
  relativeYield,
  REPLANT_DEFAULTS,
  STAND_SCHOOLS,
  type StandSchool,
} from '../replant/index.ts';
import { mean, sampleSd, tInterval } from '../stats/index.ts';
import { expectedStand } from '../targets/index.ts';
import type { CardCell } from './cardCells.ts';
import type { Held } from './held.ts';
import { fullYieldOf } from './readStandCost.ts';

type Range = [low: number, high: number];

/** What some rows cost in one crop, over all it was planted to this season. */
export interface CropCost {
  crop: Crop;
  /** Of what these rows planted, m². */
  areaM2: number;
  /** Lost on it against the sisters, kg/m². */
  kgPerM2: Range;
  kg: Range;
  /** By each school of soybean stands; the same twice in other crops. */
  schools: Record<StandSchool, Range>;
  /** In the workspace's own money; null without a price. */
  money: Range | null;
  /** The full yield is a default of this app. */
  byDefault: boolean;
}

/** Stops at which rows and sisters were counted side by side, below which nothing is reckoned. */
const LEAST_STOPS = 3;

/**
 * What some rows of a planter cost against their sisters, crop by crop: from every plant counted and the near end of the difference's
 * 95 % interval, to late plants discounted and its far end, by both schools of soybean stands and curves as much flatter and steeper as they may be,
 * over the area that these rows planted.
 *
 * @param cells of the season; @param rows those meant; @param apart rows that stand out, themselves or others: no reference
 * @returns none where rows and sisters were not counted side by side at three stops; fields without an area, and split ones, are left out
 * @example rowCost(cells, { rows: [4], apart: [6, 9], of: 12, plantings, fields, workspace })[0].kg // [1900, 5200]
 */
export function rowCost(
  cells: readonly CardCell[],
  {
    rows,
    apart,
    of,
    plantings,
    fields,
    workspace,
    against = 'sisters',
  }: {
    rows: readonly number[];
    apart: readonly number[];
    of: number;
    plantings: readonly Held<Planting>[];
    fields: readonly Held<Field>[];
    workspace: Pick<Workspace, 'fullYields' | 'prices'> | null;
    /** The sisters at the same stops, or the stand that was to be expected. */
    against?: 'sisters' | 'expected';
  },
): CropCost[] {
  return [...group(plantings, ({ data }) => data.crop)].flatMap(([crop, own]) => {
    const ids = new Set(own.map(({ id }) => id));
    const stand = cells.filter(
      ({ measure, plantingId }) => measure === 'stand' && ids.has(plantingId),
    );
    const meant = { rows, apart, against };
    const counted = atSameStops(stand, meant, ({ value }) => value);
    const effective = atSameStops(stand, meant, ({ value, effective: own }) => own ?? value);
    const areaM2 = (areaOf(own, fields) * rows.length) / of;
    if (!counted || !effective || areaM2 === 0) return [];
    const expectedPerM2 = mean(own.map(({ data }) => expectedStand(data)))!;
    const { kgPerM2, byDefault } = fullYieldOf(crop, workspace);
    // What a thin stand loses is known no better than the curves: the near end takes them flatter, the far end steeper.
    const lost = (sisters: number, difference: number, school: StandSchool, side: 1 | -1) => {
      const bears = (ratio: number) =>
        relativeYield({
          crop,
          plantsPerM2: Math.max(0, ratio) * expectedPerM2,
          daysAfterBest: 0,
          school,
          standPower: Math.exp(side * 1.96 * REPLANT_DEFAULTS.curveSpread),
        });
      return kgPerM2 * (bears(sisters) - bears(sisters + difference));
    };
    const schools = Object.fromEntries(
      STAND_SCHOOLS.map((school) => [
        school,
        [
          Math.max(0, lost(counted.sisters, counted.interval[1], school, -1)),
          Math.max(
            0,
            lost(effective.sisters, effective.interval[0], school, 1),
            lost(counted.sisters, counted.interval[1], school, -1),
          ),
        ],
      ]),
    ) as Record<StandSchool, Range>;
    const range: Range = [
      Math.min(...STAND_SCHOOLS.map((school) => schools[school][0])),
      Math.max(...STAND_SCHOOLS.map((school) => schools[school][1])),
    ];
    const kg: Range = [range[0] * areaM2, range[1] * areaM2];
    const price = workspace?.prices?.[crop] ?? null;
    return [
      {
        crop,
        areaM2,
        kgPerM2: range,
        kg,
        schools,
        money: price === null ? null : ([kg[0] * price, kg[1] * price] as Range),
        byDefault,
      },
    ];
  });
}

/** Rows less their sisters at the same stops, or less the expected stand: the mean difference with its interval, and what it is held against. */
function atSameStops(
  cells: readonly CardCell[],
  {
    rows,
    apart,
    against,
  }: { rows: readonly number[]; apart: readonly number[]; against: 'sisters' | 'expected' },
  valueOf: (cell: CardCell) => number,
) {
  const stops = [...group(cells, ({ placeId }) => placeId).values()].flatMap((seen) => {
    const own = mean(seen.filter(({ row }) => rows.includes(row)).map(valueOf));
    const sisters =
      against === 'expected'
        ? 1
        : mean(seen.filter(({ row }) => !rows.includes(row) && !apart.includes(row)).map(valueOf));
    return own === null || sisters === null ? [] : [{ difference: own - sisters, sisters }];
  });
  if (stops.length < LEAST_STOPS) return null;
  const differences = stops.map(({ difference }) => difference);
  const se = sampleSd(differences)! / Math.sqrt(stops.length);
  return {
    sisters: mean(stops.map(({ sisters }) => sisters))!,
    interval: tInterval(mean(differences)!, se, stops.length - 1),
  };
}

/** What was planted to: a field that was split, or has no area, says nothing of how much. */
const areaOf = (plantings: readonly Held<Planting>[], fields: readonly Held<Field>[]) =>
  plantings.reduce((sum, { data }) => {
    const field = fields.find(({ id }) => id === data.fieldId)?.data;
    const area = field && data.beside === null ? fieldArea(field) : null;
    return sum + (area?.areaM2 ?? 0);
  }, 0);

/** What a repair returns: what its rows cost a season, against its own cost, over the seasons it lasts. */
export interface RepairReturn {
  perSeason: Range;
  seasons: number;
  /** Over all of them, less the cost. */
  gain: Range;
}

/** Seasons a repair lasts. A default of this app. */
export const USUAL_SEASONS = 3;

/** @example repairReturn([{ money: [200, 500], … }], 120).gain // [480, 1380] */
export function repairReturn(costs: readonly CropCost[], cost: number): RepairReturn | null {
  const told = costs.flatMap(({ money }) => (money ? [money] : []));
  if (told.length === 0) return null;
  const sum = (end: 0 | 1) => told.reduce((total, range) => total + range[end], 0);
  const perSeason: Range = [sum(0), sum(1)];
  return {
    perSeason,
    seasons: USUAL_SEASONS,
    gain: [USUAL_SEASONS * perSeason[0] - cost, USUAL_SEASONS * perSeason[1] - cost],
  };
}
