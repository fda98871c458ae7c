import { GAPS_COST, ofDate, ofStand } from './relativeYield.ts';
import type { ReplantCase, ReplantZone } from './replantCase.ts';
import { REPLANT_DEFAULTS } from './replantDefaults.ts';
import { tableYield, type YieldTable } from './yieldTable.ts';

/** One way the world may turn out: standard normals and a share. */
export interface Draw {
  stand: number;
  toCome: number;
  replantStand: number;
  fullYield: number;
  price: number;
  standCurve: number;
  dateCurve: number;
}
/** As everything is expected to be. */
export const MIDDLE: Draw = {
  stand: 0,
  toCome: 0.5,
  replantStand: 0,
  fullYield: 0,
  price: 0,
  standCurve: 0,
  dateCurve: 0,
};

/** Stands of a local table’s line between which it is taken to be straight: a draw asks it too often for a spline each time. */
const LINE = 400;

/** What is borne at one date: what the date leaves of a full stand, and what a stand bears of that. */
interface DatedCurve {
  date: number;
  stand(plantsPerM2: number): number;
}

function curveAt(
  { crop, school = 'compensating', curves }: Pick<ReplantCase, 'crop' | 'school' | 'curves'>,
  daysAfterBest: number,
): DatedCurve {
  if (!curves)
    return {
      date: ofDate(crop, daysAfterBest),
      stand: (plants) => ofStand(crop, Math.max(0, plants), school),
    };
  const days = Math.max(0, daysAfterBest);
  const known = lines.get(curves) ?? new Map<number, DatedCurve>();
  const before = known.get(days);
  if (before) return before;
  if (known.size >= MOST_LINES) known.clear();
  const made = lineOf(curves, days);
  lines.set(curves, known.set(days, made));
  return made;
}

/** Lines of tables by their days: what would turn a case asks the same two dates hundreds of times. */
const lines = new WeakMap<YieldTable, Map<number, DatedCurve>>();
const MOST_LINES = 40;

function lineOf(curves: YieldTable, days: number): DatedCurve {
  const most = curves.plantsPerM2.at(-1)!;
  const at = (plantsPerM2: number) => tableYield(curves, { plantsPerM2, daysAfterBest: days });
  const date = at(most);
  const line = Array.from({ length: LINE + 1 }, (_, i) => at((most * i) / LINE));
  return {
    date,
    stand(plants) {
      if (date <= 0) return 0;
      const place = Math.max(0, Math.min(LINE, (plants / most) * LINE));
      const i = Math.min(LINE - 1, Math.floor(place));
      return (line[i]! + (line[i + 1]! - line[i]!) * (place - i)) / date;
    },
  };
}

/** Relative yields at one date, with the losses by date and stand that a draw makes larger or smaller. */
function bearing(
  one: Pick<ReplantCase, 'crop' | 'school' | 'curves' | 'bend'>,
  daysAfterBest: number,
) {
  const { power, se } = one.bend ?? { power: 1, se: REPLANT_DEFAULTS.curveSpread };
  const { date, stand } = curveAt(one, daysAfterBest);
  const bent = (share: number, to: number) => (share <= 0 ? 0 : to === 1 ? share : share ** to);
  return (draw: Draw, plantsPerM2: number, longGapShare = 0) =>
    bent(date, Math.exp(REPLANT_DEFAULTS.curveSpread * draw.dateCurve)) *
    bent(stand(plantsPerM2), power * Math.exp(se * draw.standCurve)) *
    (1 - GAPS_COST * longGapShare);
}

/** Days over which a crop goes from surely ripening to surely not, about the last date. A Sendero default. */
const RIPENING_DAYS = 10;

/** The chance that a crop planted on a day still ripens: no date is so sharp that one day decides. */
const chanceToRipen = (daysAfterBest: number, ends: number): number =>
  ends === Infinity ? 1 : Math.max(0, Math.min(1, 0.5 + (ends - daysAfterBest) / RIPENING_DAYS));

/** Of the field, below which a part is no part to replant. A Sendero default. */
const LEAST_SHARE = 0.005;

/** Nothing is sold for less than nothing: a normal spread, cut at a tenth. */
const spread = (z: number, share: number) => Math.max(0.1, 1 + share * z);

/** Seed less what its maker bears, ending the old stand, planting. */
const spentPerM2 = ({
  seedPerM2,
  seedAllowance = 0,
  endPerM2,
  plantPerM2,
}: ReplantCase['costs']): number => seedPerM2 * (1 - seedAllowance) + endPerM2 + plantPerM2;

/** The zones of a case; a field without any is one. */
const zonesOf = (one: ReplantCase): readonly ReplantZone[] =>
  one.zones ?? [
    {
      share: 1,
      plantsPerM2: one.stand.plantsPerM2,
      longGapShare: one.stand.longGapShare ?? 0,
    },
  ];

export type Return = (draw: Draw) => number;

/** What each thing that can be done returns in a world, money per m²: made once for a case, asked for each draw. */
export function returnsOf(one: ReplantCase) {
  const { costs, replant, stand, toCome = [0, 0], seasonEndsDaysAfterBest = Infinity } = one;
  const zones = zonesOf(one);
  const yieldSpread = one.yieldSpread ?? REPLANT_DEFAULTS.yieldSpread;
  const priceSpread = one.priceSpread ?? REPLANT_DEFAULTS.priceSpread;
  const grain = (draw: Draw, full = one.fullYieldKgPerM2) =>
    full * spread(draw.fullYield, yieldSpread);
  const price = (draw: Draw, each = one.pricePerKg) => each * spread(draw.price, priceSpread);
  const bears = bearing(one, one.daysAfterBest);
  const bearsAgain = bearing(one, replant.daysAfterBest);
  const spent = spentPerM2(costs);
  const ripens = chanceToRipen(replant.daysAfterBest, seasonEndsDaysAfterBest);

  const keptZone = (
    draw: Draw,
    { plantsPerM2, sePerM2 = stand.sePerM2, longGapShare }: ReplantZone,
    more = 0,
  ) => {
    // What comes yet, and how the stand is off what was counted.
    const off = sePerM2 * draw.stand + toCome[0] + (toCome[1] - toCome[0]) * draw.toCome + more;
    return grain(draw) * price(draw) * bears(draw, plantsPerM2 + off, longGapShare);
  };
  const overZones = (of: (zone: ReplantZone, i: number) => number) =>
    zones.reduce((sum, zone, i) => sum + zone.share * of(zone, i), 0);

  const keep: Return = (draw) => overZones((zone) => keptZone(draw, zone));
  const replantAll: Return = (draw) => {
    if (ripens === 0) return -spent;
    const plants = replant.plantsPerM2 + (replant.sePerM2 ?? 0) * draw.replantStand;
    return (
      ripens * grain(draw) * bearsAgain(draw, plants) * (price(draw) - (costs.dryPerKg ?? 0)) -
      spent
    );
  };
  const replantZones =
    (which: readonly number[]): Return =>
    (draw) => {
      const again = replantAll(draw);
      return overZones((zone, i) => (which.includes(i) ? again : keptZone(draw, zone)));
    };
  /** Zones that return more replanted than kept: the split that pays most. */
  const again = replantAll(MIDDLE);
  const worst = zones.flatMap((zone, i) =>
    zone.share >= LEAST_SHARE && keptZone(MIDDLE, zone) < again ? [i] : [],
  );

  const { fillIn, changeCrop } = one;
  const filledIn: Return | null = fillIn
    ? (draw) =>
        overZones((zone) =>
          keptZone(draw, zone, fillIn.plantsPerM2 * REPLANT_DEFAULTS.fillInBears[one.crop]),
        ) - fillIn.costPerM2
    : null;
  const otherBears = changeCrop && bearing({ crop: changeCrop.crop }, changeCrop.daysAfterBest);
  const changed: Return | null = changeCrop
    ? (draw) =>
        grain(draw, changeCrop.fullYieldKgPerM2) *
          price(draw, changeCrop.pricePerKg) *
          otherBears!(draw, changeCrop.plantsPerM2) -
        changeCrop.costPerM2
    : null;
  return { keep, replantAll, replantZones, worst, filledIn, changed };
}
