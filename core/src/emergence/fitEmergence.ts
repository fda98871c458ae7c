import {
  requireFinite,
  requireNotNegative,
  requireSome,
  requirePositive,
  requireShare,
} from '../arguments/index.ts';
import { maximiseLogistic } from './maximiseLogistic.ts';

/** What was seen at one visit: everything that had come up by then, the dead among it too. */
export interface EmergenceVisit {
  /** Since planting, h. */
  hours: number;
  /** Plants up until then, in all. */
  emerged: number;
}

export interface EmergenceFit {
  /** Share of the seeds that come up in the end. */
  finalShare: number;
  /** When a tenth, half and nine tenths of the plants that come up were up, h since planting; null where the visits cannot tell. */
  t10H: number | null;
  t50H: number | null;
  t90H: number | null;
  /** t90H − t10H. */
  spreadH: number | null;
  /** The curve itself; null where no time can be told. */
  curve: EmergenceCurve | null;
  /** Of the counts, without the constant that the same counts give any curve. */
  logLikelihood: number;
}

/**
 * Log-logistic time-to-event fit with a share that never emerges: a plant seen today came up some time since
 * the last visit (Ritz, Pipper & Streibig 2013). Maximum likelihood of the counts
 * between visits; F(t) = d ÷ (1 + (t ÷ e)^−b) with 0 < d ≤ 1.
 *
 * Times are null where no curve is the best one: nothing up yet, or everything new at no more than two
 * neighbouring visits. Any steepness then fits as well as the next, so a figure would be invented;
 * `betweenVisits` says what is known all the same.
 *
 * @param visits in order of time; `emerged` never falls
 * @param options sown: seeds in the counted length, at least as many as came up
 * @throws RangeError for visits out of order or before planting, falling or more plants than seeds
 * @example
 * fitEmergence([{ hours: 190, emerged: 20 }, { hours: 238, emerged: 75 }, { hours: 286, emerged: 90 }], { sown: 100 })
 * // { finalShare: 0.93…, t50H: 214…, … }
 */
export function fitEmergence(
  visits: readonly EmergenceVisit[],
  { sown }: { sown: number },
): EmergenceFit {
  const { hours, fresh, never } = newlyUp(visits, sown);
  const emerged = sown - never;
  const unknown = { t10H: null, t50H: null, t90H: null, spreadH: null, curve: null };
  if (!identified(fresh))
    return {
      finalShare: emerged / sown,
      ...unknown,
      // The steepest curve comes as near as one likes to what was seen.
      logLikelihood: [...fresh, never].reduce(
        (sum, n) => sum + (n > 0 ? n * Math.log(n / sown) : 0),
        0,
      ),
    };
  const { curve, logLikelihood } = maximiseLogistic(hours, fresh, never);
  return { ...timesOf(curve), curve, logLikelihood };
}

/** A cumulative log-logistic curve. */
export interface EmergenceCurve {
  /** Share that comes up in the end, d. */
  finalShare: number;
  /** Half of those are up, h: e. */
  halfH: number;
  /** Steepness b. */
  steepness: number;
}

/** Times of a curve. @example timesOf({ finalShare: 0.9, halfH: 210, steepness: 18 }).t50H // 210 */
export function timesOf({ finalShare, halfH, steepness }: EmergenceCurve) {
  requireCurve(finalShare, halfH, steepness);
  const at = (share: number) => halfH * (share / (1 - share)) ** (1 / steepness);
  const [t10H, t50H, t90H] = [at(0.1), at(0.5), at(0.9)];
  return { finalShare, t10H, t50H, t90H, spreadH: t90H - t10H };
}

function requireCurve(finalShare: number, halfH: number, steepness: number): void {
  requireShare('finalShare', finalShare);
  requirePositive('halfH', halfH);
  requirePositive('steepness', steepness);
}

/** Share of the seeds up by a time. @example upBy({ finalShare: 0.9, halfH: 210, steepness: 18 }, 210) // 0.45 */
export function upBy({ finalShare, halfH, steepness }: EmergenceCurve, hours: number): number {
  requireCurve(finalShare, halfH, steepness);
  requireNotNegative('hours', hours);
  return hours === 0 ? 0 : finalShare / (1 + (hours / halfH) ** -steepness);
}

/** Checks visits, and gives what was new at each and what never came. */
export function newlyUp(visits: readonly EmergenceVisit[], sown: number) {
  requireSome('visits', visits);
  requirePositive('sown', sown);
  const fresh = visits.map(({ hours, emerged }, i) => {
    requireFinite(`visits[${i}].hours`, hours);
    requireFinite(`visits[${i}].emerged`, emerged);
    const before = visits[i - 1];
    if (!(hours > (before?.hours ?? 0)))
      throw new RangeError(
        `visits[${i}].hours must be after ${before ? `the visit at ${before.hours}` : 'planting'}, got ${hours}`,
      );
    if (!(emerged >= (before?.emerged ?? 0)))
      throw new RangeError(
        `visits[${i}].emerged must not fall below ${before?.emerged ?? 0}, got ${emerged}`,
      );
    if (emerged > sown)
      throw new RangeError(`visits[${i}].emerged must not exceed sown (${sown}), got ${emerged}`);
    return emerged - (before?.emerged ?? 0);
  });
  return {
    hours: visits.map(({ hours }) => hours),
    fresh,
    never: sown - visits.at(-1)!.emerged,
  };
}

/**
 * Whether one curve fits best: a step, as steep as one likes, explains all that is new at one visit or at two
 * neighbouring ones; it takes a third, or a pause between two, to say how steep it was.
 */
export function identified(fresh: readonly number[]): boolean {
  const at = fresh.flatMap((n, i) => (n > 0 ? [i] : []));
  return at.length >= 3 || (at.length === 2 && at[1]! - at[0]! > 1);
}
