import { deviation, median, quantileSorted } from 'd3-array';
import { requireOpenShare, requireSome } from '../arguments/index.ts';
import { holm, normalQuantile, twoSidedP, type Interval } from '../stats/index.ts';
import type { EmergenceDraws } from './bootstrapEmergence.ts';
import { ofFewLengths, placeSdH } from './emergenceInterval.ts';

/** How much later half of a group was up than of the others. */
export interface Lateness {
  name: string;
  /** h; negative: earlier. */
  laterH: number;
  interval: Interval;
  pHolm: number;
  verdict: 'later' | 'earlier' | 'not told apart';
}

/** From so many groups on, they show themselves how much groups differ. */
const ENOUGH_GROUPS = 5;

/**
 * Groups against each other: half of each up against the middle of the others, draw by draw. A group is called
 * later or earlier when it stands out from how much groups differ anyway, Holm-corrected at 5 %; a few that
 * stand out do not make that look larger.
 *
 * @param draws of `bootstrapEmergence`, from the same run
 * @returns in the order given; empty with fewer than two groups
 * @example compareEmergence(draws).filter(({ verdict }) => verdict === 'later')
 */
export function compareEmergence(draws: readonly EmergenceDraws[], confidence = 0.95): Lateness[] {
  requireSome('draws', draws);
  requireOpenShare('confidence', confidence);
  if (draws.length < 2) return [];
  const z = normalQuantile((1 + confidence) / 2);
  const runs = draws[0]!.t50H.length;
  const later = draws.map(() => new Float64Array(runs));
  for (let k = 0; k < runs; k++)
    for (let g = 0; g < draws.length; g++)
      later[g]![k] =
        draws[g]!.t50H[k]! -
        median(draws.flatMap(({ t50H }, other) => (other === g ? [] : [t50H[k]!])))!;
  const found = draws.map(({ lengths }, g) => {
    const sorted = [...later[g]!].sort((a, b) => a - b);
    const laterH = quantileSorted(sorted, 0.5)!;
    const place = placeSdH(lengths);
    const wider = ofFewLengths(lengths, confidence, z);
    const away = (share: number) =>
      Math.hypot(wider * (quantileSorted(sorted, share)! - laterH), z * place);
    return {
      laterH,
      seH: Math.hypot(wider * (deviation(sorted) ?? 0), place),
      interval: {
        lower: laterH - away((1 - confidence) / 2),
        upper: laterH + away((1 + confidence) / 2),
      },
    };
  });
  const middle = median(found, ({ laterH }) => laterH)!;
  // 1.4826 makes a median deviation an SD; of few groups it comes out too small.
  const usual =
    ((1.4826 * draws.length) / (draws.length - 1.2)) *
    median(found, ({ laterH }) => Math.abs(laterH - middle))!;
  const sampling = median(found, ({ seH }) => seH ** 2)!;
  const between = draws.length < ENOUGH_GROUPS ? 0 : Math.max(0, usual ** 2 - sampling);
  // How much groups differ is read from the middle of them: that knows about three fifths of what an SD would.
  const df = draws.length < ENOUGH_GROUPS ? 20 : Math.max(4, Math.round(0.6 * (draws.length - 1)));
  // Were a group like the others, it would be as uncertain as they are for its lengths: one that comes up slowly
  // and unevenly must not hide behind its own spread.
  const usualLengths = median(draws, ({ lengths }) => lengths)!;
  const p = found.map(({ laterH }, g) => {
    const se = Math.sqrt((sampling * usualLengths) / draws[g]!.lengths + between);
    return twoSidedP(laterH, se, df);
  });
  const corrected = holm(p);
  return found.map(({ laterH, interval }, g) => ({
    name: draws[g]!.name,
    laterH,
    interval,
    pHolm: corrected[g]!,
    verdict: corrected[g]! > 1 - confidence ? 'not told apart' : laterH > 0 ? 'later' : 'earlier',
  }));
}
