import {
  requireNotNegative,
  requireOpenShare,
  requirePositive,
  requireSome,
} from '../arguments/index.ts';
import {
  chiSquareQuantile,
  localVariance,
  mean,
  sampleSd,
  tInterval,
  tQuantile,
} from '../stats/index.ts';
import { DEFAULT_WEIGHTS, type LatenessWeights } from './weights.ts';
import { twoFields, type TwoFields } from './twoFields.ts';

/** Plants counted on one stretch of row. */
export interface RowCount {
  /** The planter row counted, where it is known. */
  row?: number | null;
  /** Length of row counted, m. */
  lengthM: number;
  rowWidthM: number;
  /** Plants at the stage of their neighbours. */
  inStep: number;
  /** Plants one leaf stage behind. */
  oneBehind?: number;
  /** Plants two or more leaf stages behind. */
  twoBehind?: number;
  /** Who counted; left out: not recorded. */
  by?: string;
}

export interface StandStop {
  id: string;
  counts: readonly RowCount[];
  /** Where it lies on the plane of its field, m; not known where no position was had. */
  at?: readonly [east: number, north: number];
  /** The zone it lies in; '' or left out: none. */
  zone?: string;
}

/** How the places of a walk were drawn before it: what each zone has of the field, 0…1, by id ('' for what is in none). */
export interface StandPlan {
  shares: Readonly<Record<string, number>>;
}

export interface StandEstimate {
  meanPerM2: number;
  /** Standard error over stops; null with one stop. */
  sePerM2: number | null;
  /** t-interval over stops; null with one stop: one stop says nothing of its neighbours. */
  intervalPerM2: [lower: number, upper: number] | null;
}

export interface StandSummary extends StandEstimate {
  /** Each stop's own density, all its plants ÷ all its area, in the order given. */
  stops: { id: string; perM2: number; effectivePerM2: number; plants: number; areaM2: number }[];
  /** SD over stops ÷ mean; null with one stop or no plant. */
  cv: number | null;
  /** The same with plants behind their neighbours discounted by the weights. */
  effective: StandEstimate;
  /**
   * Stops needed in all so that the t-interval is at most ± this share of the mean, at the spread
   * seen so far; Infinity while one stop or no plant gives no spread to go by.
   */
  stopsNeeded(relativeHalfWidth: number): number;
  /**
   * The same as a range, since a few stops know their own spread badly: likely between the two, and the
   * higher is enough in four of five fields. Null while nothing gives a spread.
   */
  stopsRange(relativeHalfWidth: number): [low: number, high: number] | null;
  /**
   * Whether the walk may end: six stops or more, one kind of stop, and the interval within this share of the mean, taken with the spread that
   * is usual between stops.
   */
  enough(relativeHalfWidth: number): boolean;
  /** What counting alone leaves of a stop's spread, plants per m². */
  floorSdPerM2: number;
  /** When the stops are of two kinds, so that one mean hides both; else null. */
  twoFields: TwoFields | null;
  /**
   * What the standard error goes by: 'spread' stops of a plan against their neighbours, 'zones' against others of their zone,
   * 'simple' against all, as if places had been drawn one by one.
   */
  design: 'spread' | 'zones' | 'simple';
}

/** Stops below which no walk is called enough: fewer may agree by chance. A default of this app. */
export const FEWEST_STOPS = 6;
/**
 * Variance of a count that no stop can go below, as a share of the plants counted, beside the step of
 * counting itself: what does not come up among seeds sown one by one. A default of this app.
 */
const COUNTING = { share: 0.01, step: 1 / 12 };
/** Spread of stops about their mean that is usual, for what it counts beside what is seen. A default of this app. */
export const USUAL_CV = { cv: 0.08, df: 2 };
/** The same where one or two rows are counted at a stop: a bad row may have been met by few of them. A Sendero default. */
export const USUAL_CV_FEW_ROWS = { cv: 0.14, df: 3 };

/** A spread between stops as so many stops would know it. */
export interface UsualSpread {
  cv: number;
  df: number;
}

/** How much counts of the same plants by different people differ, SD as a share: a few per cent (field guide 16). A Sendero default. */
export const OBSERVERS_DIFFER = 0.03;

/** Weights of the stops, what they add up to squared, and how their spread is read. */
interface Design {
  design: StandSummary['design'];
  /** One per stop; they add up to 1. */
  weights: number[];
  /** Σ of their squares: the variance of the mean is this times that of a stop. */
  squares: number;
  variance(values: readonly number[]): { variance: number; df: number } | null;
}

function designOf(stops: readonly StandStop[], plan: StandPlan | undefined): Design {
  const many = stops.length;
  const zoneOf = ({ zone = '' }: StandStop) => zone;
  const rowsOf = ({ counts }: StandStop) =>
    counts
      .map(({ row }) => row ?? '')
      .sort()
      .join(' ');
  const inZone = new Map<string, number>();
  for (const stop of stops) inZone.set(zoneOf(stop), (inZone.get(zoneOf(stop)) ?? 0) + 1);
  const known = plan && [...inZone.keys()].every((zone) => (plan.shares[zone] ?? 0) > 0);
  if (!known) {
    return {
      design: 'simple',
      weights: stops.map(() => 1 / many),
      squares: 1 / many,
      variance(values) {
        const sd = sampleSd(values);
        return sd === null ? null : { variance: sd ** 2, df: many - 1 };
      },
    };
  }
  // Zones that were not walked say nothing: the others stand for them.
  const reached = [...inZone.keys()].reduce((sum, zone) => sum + plan.shares[zone]!, 0);
  const weights = stops.map(
    (stop) => plan.shares[zoneOf(stop)]! / reached / inZone.get(zoneOf(stop))!,
  );
  const placed = stops.every(({ at }) => at !== undefined);
  return {
    design: placed ? 'spread' : 'zones',
    weights,
    squares: weights.reduce((sum, weight) => sum + weight ** 2, 0),
    variance: (values) =>
      localVariance(
        values.map((value, i) => ({
          value,
          // Without places all are alike: each is compared with its whole zone.
          at: placed ? stops[i]!.at! : [0, 0],
          zone: zoneOf(stops[i]!),
          block: rowsOf(stops[i]!),
        })),
        placed ? undefined : many,
      ),
  };
}

interface SeenSpread {
  variance: number;
  df: number;
}

/** A variance as seen together with what is usual of such stops. */
const pooledWith = (
  { variance, df }: SeenSpread,
  usual: UsualSpread,
  meanPerM2: number,
): SeenSpread => ({
  variance: (df * variance + usual.df * (usual.cv * meanPerM2) ** 2) / (df + usual.df),
  df: df + usual.df,
});

function estimate(
  densities: number[],
  confidence: number,
  floorSd: number,
  { weights, squares, variance }: Design,
  { usual, people }: { usual: UsualSpread | null; people: number },
): StandEstimate & { sd: number | null } {
  const meanPerM2 = densities.reduce((sum, value, i) => sum + value * weights[i]!, 0);
  const seen = variance(densities);
  if (seen === null) return { meanPerM2, sePerM2: null, intervalPerM2: null, sd: null };
  // What people count differently is shared by all their stops: more stops do not take it away.
  const observers = people > 1 ? (OBSERVERS_DIFFER * meanPerM2) / Math.sqrt(people) : 0;
  const by = (spread: SeenSpread) => {
    const sd = Math.max(Math.sqrt(spread.variance), floorSd);
    const sePerM2 = Math.hypot(sd * Math.sqrt(squares), observers);
    return {
      meanPerM2,
      sePerM2,
      intervalPerM2: tInterval(meanPerM2, sePerM2, spread.df, confidence),
      sd,
    };
  };
  const plain = by(seen);
  if (!usual) return plain;
  // Never narrower than by the stops alone.
  const pooled = by(pooledWith(seen, usual, meanPerM2));
  return pooled.intervalPerM2[1] > plain.intervalPerM2[1] ? pooled : plain;
}

function stopsFor(
  relativeHalfWidth: number,
  meanPerM2: number,
  sd: number | null,
  confidence: number,
): number {
  requirePositive('relativeHalfWidth', relativeHalfWidth);
  if (sd === null || meanPerM2 === 0) return Infinity;
  if (sd === 0) return FEWEST_STOPS;
  const p = (1 + confidence) / 2;
  const enough = (n: number) =>
    (tQuantile(p, n - 1) * sd) / Math.sqrt(n) <= relativeHalfWidth * meanPerM2;
  let high = 2;
  while (!enough(high)) high *= 2;
  let low = Math.max(2, high / 2);
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle)) high = middle;
    else low = middle + 1;
  }
  return high;
}

/**
 * The stand of a planting from its stops. The stop is the sampling unit: each stop's density is all
 * its plants ÷ all its area; mean, standard error and t-interval are taken over stops.
 *
 * @param stops at least one, each with at least one count
 * @param opts.weights of plants behind, for the effective stand (default 0.75 and 0, a house default)
 * @param opts.confidence of the intervals, default 0.95
 * @param opts.plan when the places were drawn before the walk, spread over the field and its zones: zones then count by their
 *   area, and stops are compared with their neighbours (see localVariance)
 * @param opts.usual spread of such stops: an interval is never narrower than what the stops show together with it; left out, it is by the
 *   stops alone
 * @returns plants per m²
 * @throws RangeError naming the stop, the count and the value that is wrong
 * @example
 * summariseStand([
 *   { id: 'a', counts: [{ lengthM: 5, rowWidthM: 0.8, inStep: 30, oneBehind: 2 }] },
 *   { id: 'b', counts: [{ lengthM: 5, rowWidthM: 0.8, inStep: 28 }] },
 * ]).meanPerM2 // 7.5
 */
export function summariseStand(
  stops: readonly StandStop[],
  opts: {
    weights?: LatenessWeights;
    confidence?: number;
    plan?: StandPlan;
    usual?: { stand?: UsualSpread; effective?: UsualSpread };
  } = {},
): StandSummary {
  requireSome('stops', stops);
  const weights = opts.weights ?? DEFAULT_WEIGHTS;
  requireNotNegative('weights.oneBehind', weights.oneBehind);
  requireNotNegative('weights.twoBehind', weights.twoBehind);
  const confidence = requireOpenShare('confidence', opts.confidence ?? 0.95);
  const perStop = stops.map((stop, s) => {
    requireSome(`stops[${s}].counts`, stop.counts);
    let plants = 0;
    let effective = 0;
    let areaM2 = 0;
    stop.counts.forEach((count, c) => {
      const at = `stops[${s}].counts[${c}]`;
      const inStep = requireNotNegative(`${at}.inStep`, count.inStep);
      const oneBehind = requireNotNegative(`${at}.oneBehind`, count.oneBehind ?? 0);
      const twoBehind = requireNotNegative(`${at}.twoBehind`, count.twoBehind ?? 0);
      areaM2 +=
        requirePositive(`${at}.lengthM`, count.lengthM) *
        requirePositive(`${at}.rowWidthM`, count.rowWidthM);
      plants += inStep + oneBehind + twoBehind;
      effective += inStep + weights.oneBehind * oneBehind + weights.twoBehind * twoBehind;
    });
    return {
      id: stop.id,
      perM2: plants / areaM2,
      effectivePerM2: effective / areaM2,
      plants,
      areaM2,
    };
  });
  // What counting alone leaves: stops that agree by chance are no certainty.
  const floorSd = Math.sqrt(
    mean(
      perStop.map(({ plants, areaM2 }) =>
        plants === 0 ? 0 : (COUNTING.share * plants + COUNTING.step) / areaM2 ** 2,
      ),
    )!,
  );
  const design = designOf(stops, opts.plan);
  const people = new Set(stops.flatMap(({ counts }) => counts.flatMap(({ by }) => by || []))).size;
  const { sd, ...all } = estimate(
    perStop.map((stop) => stop.perM2),
    confidence,
    floorSd,
    design,
    { usual: opts.usual?.stand ?? null, people },
  );
  const { sd: _, ...effective } = estimate(
    perStop.map((stop) => stop.effectivePerM2),
    confidence,
    floorSd,
    design,
    { usual: opts.usual?.effective ?? null, people },
  );
  const stopsNeeded = (relativeHalfWidth: number, spread = sd) =>
    stopsFor(relativeHalfWidth, all.meanPerM2, spread, confidence);
  const mixed = twoFields(perStop);
  /** Half of the interval, with the spread that is usual between stops beside what a few stops show: they may have missed the thin part of a field. */
  const enoughHalfWidth = () => {
    const half = all.intervalPerM2![1] - all.meanPerM2;
    const seen = { variance: sd! ** 2, df: perStop.length - 1 };
    const { variance } = pooledWith(seen, USUAL_CV, all.meanPerM2);
    return half * Math.sqrt(Math.max(1, variance / Math.max(1e-30, seen.variance)));
  };
  return {
    stops: perStop,
    ...all,
    cv: sd === null || all.meanPerM2 === 0 ? null : sd / all.meanPerM2,
    effective,
    stopsNeeded: (relativeHalfWidth) => stopsNeeded(relativeHalfWidth),
    stopsRange(relativeHalfWidth) {
      requirePositive('relativeHalfWidth', relativeHalfWidth);
      if (sd === null || all.meanPerM2 === 0) return null;
      // A few stops know their spread badly: what fields usually have counts beside what was seen.
      const seenDf = perStop.length - 1;
      const df = seenDf + USUAL_CV.df;
      const usual = (USUAL_CV.cv * all.meanPerM2) ** 2;
      const variance = (seenDf * sd ** 2 + USUAL_CV.df * usual) / df;
      const at = (p: number) =>
        Math.max(
          FEWEST_STOPS,
          stopsNeeded(relativeHalfWidth, Math.sqrt((variance * df) / chiSquareQuantile(p, df))),
        );
      return [at(0.75), at(0.2)];
    },
    enough: (relativeHalfWidth) =>
      perStop.length >= FEWEST_STOPS &&
      mixed === null &&
      all.intervalPerM2 !== null &&
      enoughHalfWidth() <= relativeHalfWidth * all.meanPerM2,
    floorSdPerM2: floorSd,
    twoFields: mixed,
    design: design.design,
  };
}
