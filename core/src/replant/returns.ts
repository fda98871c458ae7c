import { relativeYield } from './relativeYield.ts';
import { REPLANT_DEFAULTS, type ReplantCase, type ReplantZone } from './replantCase.ts';

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
/** A relative yield whose losses by stand and by date the draw makes larger or smaller. */
export function bears(
  { crop, school, curves }: Pick<ReplantCase, 'crop' | 'school' | 'curves'>,
  draw: Draw,
  plantsPerM2: number,
  daysAfterBest: number,
  longGapShare = 0,
): number {
  const of = { crop, ...(school ? { school } : {}), ...(curves ? { curves } : {}) };
  const dated = relativeYield({ ...of, plantsPerM2: FULL_PER_M2, daysAfterBest });
  const whole = relativeYield({
    ...of,
    plantsPerM2: Math.max(0, plantsPerM2),
    daysAfterBest,
    longGapShare,
  });
  const stood = dated > 0 ? whole / dated : 0;
  const bend = (share: number, z: number) =>
    share <= 0 ? 0 : share ** Math.exp(REPLANT_DEFAULTS.curveSpread * z);
  return bend(dated, draw.dateCurve) * bend(stood, draw.standCurve);
}
/** A stand that is full in every crop, per m². */
const FULL_PER_M2 = 1000;

/** Nothing is sold for less than nothing: a normal spread, cut at a tenth. */
const spread = (z: number, share: number) => Math.max(0.1, 1 + share * z);
const grain = (one: ReplantCase, draw: Draw) =>
  one.fullYieldKgPerM2 * spread(draw.fullYield, one.yieldSpread ?? REPLANT_DEFAULTS.yieldSpread);
const price = (one: ReplantCase, draw: Draw) =>
  one.pricePerKg * spread(draw.price, one.priceSpread ?? REPLANT_DEFAULTS.priceSpread);
const worth = (one: ReplantCase, draw: Draw) => grain(one, draw) * price(one, draw);

/** What comes yet, and how the stand is off what was counted, in plants per m². */
const offCount = ({ stand, toCome = [0, 0] }: ReplantCase, draw: Draw) =>
  stand.sePerM2 * draw.stand + toCome[0] + (toCome[1] - toCome[0]) * draw.toCome;

const zonesOf = (one: ReplantCase): readonly ReplantZone[] =>
  one.zones ?? [
    {
      share: 1,
      plantsPerM2: one.stand.plantsPerM2,
      longGapShare: one.stand.longGapShare ?? 0,
    },
  ];

const keptZone = (one: ReplantCase, draw: Draw, { plantsPerM2, longGapShare }: ReplantZone) =>
  worth(one, draw) *
  bears(one, draw, plantsPerM2 + offCount(one, draw), one.daysAfterBest, longGapShare);

/** Of keeping what stands. */
export const keep = (one: ReplantCase, draw: Draw): number =>
  zonesOf(one).reduce((sum, zone) => sum + zone.share * keptZone(one, draw, zone), 0);

/** Seed less what its maker bears, ending the old stand, planting. */
export const spentPerM2 = ({
  seedPerM2,
  seedAllowance = 0,
  endPerM2,
  plantPerM2,
}: ReplantCase['costs']): number => seedPerM2 * (1 - seedAllowance) + endPerM2 + plantPerM2;

/** Of replanting all of it. */
export function replantAll(one: ReplantCase, draw: Draw): number {
  const { costs, replant, seasonEndsDaysAfterBest = Infinity } = one;
  const spent = spentPerM2(costs);
  if (replant.daysAfterBest >= seasonEndsDaysAfterBest) return -spent;
  const stand = replant.plantsPerM2 + (replant.sePerM2 ?? 0) * draw.replantStand;
  const share = bears(one, draw, stand, replant.daysAfterBest);
  return grain(one, draw) * share * (price(one, draw) - (costs.dryPerKg ?? 0)) - spent;
}

/** Of replanting some zones and keeping the others. */
export function replantZones(one: ReplantCase, draw: Draw, which: readonly number[]): number {
  const again = replantAll(one, draw);
  return zonesOf(one).reduce(
    (sum, zone, i) => sum + zone.share * (which.includes(i) ? again : keptZone(one, draw, zone)),
    0,
  );
}

/** Zones that return more replanted than kept: the split that pays most. */
export function worthReplanting(one: ReplantCase): number[] {
  const again = replantAll(one, MIDDLE);
  return zonesOf(one).flatMap((zone, i) => (keptZone(one, MIDDLE, zone) < again ? [i] : []));
}

/** Of drilling seed into the stand. */
export function filledIn(
  one: ReplantCase,
  draw: Draw,
  { plantsPerM2, costPerM2 }: NonNullable<ReplantCase['fillIn']>,
): number {
  const adds = plantsPerM2 * REPLANT_DEFAULTS.fillInBears[one.crop];
  return (
    zonesOf(one).reduce(
      (sum, zone) =>
        sum + zone.share * keptZone(one, draw, { ...zone, plantsPerM2: zone.plantsPerM2 + adds }),
      0,
    ) - costPerM2
  );
}

/** Of another crop. */
export const changed = (
  one: ReplantCase,
  draw: Draw,
  other: NonNullable<ReplantCase['changeCrop']>,
): number =>
  worth({ ...one, fullYieldKgPerM2: other.fullYieldKgPerM2, pricePerKg: other.pricePerKg }, draw) *
    bears({ crop: other.crop }, draw, other.plantsPerM2, other.daysAfterBest) -
  other.costPerM2;
