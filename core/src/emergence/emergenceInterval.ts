import { bisectLeft, median, quantileSorted } from 'd3-array';
import { requireOpenShare, requireWhole } from '../arguments/index.ts';
import { normalQuantile, tQuantile, type Interval } from '../stats/index.ts';
import { ENOUGH_LENGTHS, type EmergenceDraws } from './bootstrapEmergence.ts';

/**
 * How far a smooth curve between two visits can be from how plants really came, SD as a share of the time between
 * them: days warm and nights do not, and slow seeds make the curve lopsided. From simulated fields; a default.
 */
const MISFIT = 0.03;
/** Half of the 95 % interval of a time that no interval is narrower than, h: plants come up by day, in flushes that no curve follows. A Sendero default. */
const LEAST_HALF_H = 9;
/** How far the late end of a field may lie off the curve's, SD as a share of the time from half up to it: late plants form a second group. A Sendero default. */
const TAIL_MISFIT = 0.3;
/** How differently people call a plant up, SD in h: one sees the tip that another walks past. A Sendero default. */
const OBSERVERS_DIFFER_H = 8;
/** The same for what is still to come, as a share of what the curve adds to what was seen. */
const MISFIT_TO_COME = 0.5;

/**
 * Interval of a time or of the final share of a group. A few lengths show less than all of how lengths differ
 * (Student's t), and no curve is quite the field's.
 *
 * @param draws of `bootstrapEmergence`
 * @param confidence share, default 0.95; @param seen.people who counted: what they see differently does not fall with more lengths
 * @returns h since planting, or a share of the seeds
 * @example emergenceInterval(draws, 't50H', 0.9) // { lower: 214, upper: 223 }
 */
export function emergenceInterval(
  draws: EmergenceDraws,
  what: 't10H' | 't50H' | 't90H' | 'finalShare',
  confidence = 0.95,
  { people = 1 }: { people?: number } = {},
): Interval {
  requireOpenShare('confidence', confidence);
  requireWhole('people', people, 1);
  const sorted = [...draws[what]].sort((a, b) => a - b);
  const z = normalQuantile((1 + confidence) / 2);
  const middle = quantileSorted(sorted, 0.5)!;
  const wider = ofFewLengths(draws.lengths, confidence, z);
  const ofTail = what === 't90H' ? TAIL_MISFIT * Math.max(0, middle - median(draws.t50H)!) : 0;
  const misfit =
    z *
    (what === 'finalShare'
      ? MISFIT_TO_COME * Math.max(0, middle - draws.upShare)
      : Math.hypot(
          MISFIT * gapAround(draws.hours, middle),
          placeSdH(draws.lengths),
          ofTail,
          people > 1 ? OBSERVERS_DIFFER_H / Math.sqrt(people) : 0,
        ));
  const least = what === 'finalShare' ? 0 : (LEAST_HALF_H * z) / normalQuantile(0.975);
  const away = (share: number) =>
    Math.max(least, Math.hypot(wider * (quantileSorted(sorted, share)! - middle), misfit));
  const [lower, upper] = [middle - away((1 - confidence) / 2), middle + away((1 + confidence) / 2)];
  return what === 'finalShare'
    ? { lower: Math.max(0, lower), upper: Math.min(1, upper) }
    : { lower: Math.max(0, lower), upper };
}

/** How much wider an interval is than what a few lengths, drawn anew, show. */
export const ofFewLengths = (lengths: number, confidence: number, z: number): number =>
  lengths < ENOUGH_LENGTHS
    ? 1
    : (Math.sqrt(lengths / (lengths - 1)) * tQuantile((1 + confidence) / 2, lengths - 1)) / z;

/** How differently two places of a good row come up, SD in h. A default of this app. */
const PLACE_SD_H = 3;
/** What too few lengths do not show of how places differ, SD in h. @example placeSdH(1) // 3 */
export const placeSdH = (lengths: number): number =>
  lengths < ENOUGH_LENGTHS ? PLACE_SD_H / Math.sqrt(lengths) : 0;

/** Time between the visits on either side, h; outside them that of the nearest two. */
function gapAround(hours: readonly number[], at: number): number {
  if (hours.length < 2) return hours[0]!;
  const i = Math.min(hours.length - 1, Math.max(1, bisectLeft(hours, at)));
  return hours[i]! - hours[i - 1]!;
}
