import { mean, tCdf, tQuantile } from '../stats/index.ts';
import {
  analyseByCovariate,
  analyseEmergenceTrial,
  analyseFactors,
  analyseSplitPlot,
  analyseTrial,
  fitBestResponse,
  fitResponse,
  lookAtPlots,
  believedDifference,
  TRIAL_MEASURE_FACTS,
  USUAL_DIFFERENCE,
  varianceOfDifferences,
  type CovariateAnalysis,
  type Demonstration,
  type EmergenceTrial,
  type FactorAnalysis,
  type PlotsLooked,
  type ReplicatedTrial,
  type Response,
  type ResponseShape,
  type SplitPlotAnalysis,
  type TrialMeasure,
} from '../trials/index.ts';
import {
  byFirstFactor,
  measuredStrips,
  type TrialReading,
  type TrialTreatment,
} from './readTrial.ts';
import { unlessRefused } from './unlessRefused.ts';

/** How the lie of the strips is taken into account, beside the plain answer. */
export const TRIAL_ADJUSTMENTS = ['none', 'passOrder', 'neighbours'] as const;
export type TrialAdjustment = (typeof TRIAL_ADJUSTMENTS)[number];

/** A treatment held against the check. */
export interface AgainstCheck {
  treatment: TrialTreatment;
  /** Treatment less check, in the measure’s unit. */
  difference: number;
  se: number;
  df: number;
  interval: [number, number];
  p: number;
  /** Money per m² over the check; null: no price, or not a yield. */
  money: {
    perM2: number;
    se: number;
    interval: [number, number];
    /** What it is believed to return, drawn toward nothing as far as it is uncertain; and the chance that it returns more than the check by that. */
    believed: { perM2: number; se: number };
    probability: number;
    /** Price a kg from which it pays; null: at none, or it costs nothing more. */
    breakEvenPricePerKg: number | null;
    /** What it may cost over the check, money per m². */
    breakEvenCostPerM2: number;
  } | null;
}

export interface TrialAnswer {
  measure: TrialMeasure;
  /** Chosen before anything was measured; others were looked at afterwards. */
  primary: boolean;
  /** Strips that went in, in field order. */
  plots: { number: number; treatment: string; block: string; place: number; value: number }[];
  analysis: ReplicatedTrial | Demonstration;
  /** Best first; empty for a demonstration. */
  against: AgainstCheck[];
  splitPlot: SplitPlotAnalysis | null;
  factors: FactorAnalysis | null;
  response: (Response & { shape: ResponseShape }) | null;
  /** The curve describes the levels: their means do not depart from it, and no pair of them contradicts its best. */
  responseHolds: boolean;
  covariate: CovariateAnalysis | null;
  /** Why there is no answer by furrow moisture, when strips have some. */
  noCovariate: string | null;
  looked: PlotsLooked | null;
  adjustment: TrialAdjustment;
  /** Smallest difference from the check that these strips can tell; null where they tell none. */
  canTell: number | null;
}

const LEVELS_FOR_A_CURVE = 3;
const CONFIDENCE = 0.975;

/**
 * Emergence of a trial over its strips: a curve for each, and each measure of it tested over strips, never over plants.
 *
 * @returns null while fewer than two treatments have been counted
 * @example trialEmergence(reading)?.curves[0].t50H // 214, h since noon of the planting day
 */
export function trialEmergence({
  strips,
  treatments,
  check,
  demonstration,
}: TrialReading): EmergenceTrial | null {
  const plots = strips.flatMap(({ emergence, done, block }) =>
    emergence === null || done === null
      ? []
      : [{ treatment: treatments[done]!.label, block: String(block), ...emergence }],
  );
  const seen = new Set(plots.map(({ treatment }) => treatment));
  if (seen.size < 2) return null;
  return analyseEmergenceTrial(
    demonstration ? onceEach(plots) : plots,
    seen.has(check.label) ? { check: check.label } : {},
  );
}

/**
 * What a trial says by one of its measures. Strips that were missed are left out; one that was done otherwise counts as what was done.
 *
 * @param of.pricePerKg of its crop; null: none is known; @param of.shape of the curve through numeric levels; null: the one that fits best
 * @returns null while fewer than two treatments are measured
 * @example answerTrial(reading, 'yield', { pricePerKg: 0.165 })?.against[0].interval // [0.012, 0.055], kg/m²
 */
export function answerTrial(
  reading: TrialReading,
  measure: TrialMeasure,
  {
    pricePerKg = null,
    adjustment = 'none',
    shape = null,
    usualDifference = USUAL_DIFFERENCE,
  }: {
    /** SD of true differences between treatments, as a share of the mean yield. */
    usualDifference?: number;
    pricePerKg?: number | null;
    adjustment?: TrialAdjustment;
    shape?: ResponseShape | null;
  } = {},
): TrialAnswer | null {
  const { trial, treatments, check } = reading;
  const { factors, layout, comparison } = trial.data;
  const measured = measuredStrips(reading, measure);
  if (new Set(measured.map(({ treatment }) => treatment.index)).size < 2) return null;
  const plots = measured.map(({ strip, treatment, value }) => ({
    number: strip.number,
    treatment: treatment.label,
    block: String(strip.block),
    place: strip.number,
    value,
  }));
  const looked = lookAtPlots(plots);
  const hasCheck = plots.some(({ treatment }) => treatment === check.label);
  const options = hasCheck ? { check: check.label } : {};
  // A design of one strip each stays a demonstration, whatever was done in its strips.
  const analysis = reading.demonstration
    ? analyseTrial(onceEach(plots))
    : analyseTrial(besideOf(plots, adjustment, looked), options);
  const plain: Omit<TrialAnswer, 'analysis'> = {
    measure,
    primary: measure === trial.data.primary,
    plots,
    against: [],
    splitPlot: null,
    factors: null,
    response: null,
    responseHolds: true,
    covariate: null,
    noCovariate: null,
    looked: null,
    adjustment,
    canTell: null,
  };
  if (analysis.kind === 'demonstration') return { ...plain, analysis };
  const cell = ({ parts }: TrialTreatment) => ({ whole: parts[0]!, sub: parts[1]! });
  const split =
    layout === 'splitPlot'
      ? unlessRefused(() =>
          analyseSplitPlot(
            measured.map(({ strip, treatment, value }) => ({
              ...cell(treatment),
              block: String(strip.block),
              value,
            })),
          ),
        ).read
      : null;
  const trueVariance = varianceOfDifferences(analysis, usualDifference);
  const present = treatments.filter(
    (one) => one.index !== check.index && plots.some(({ treatment }) => treatment === one.label),
  );
  const against = hasCheck
    ? present.map((treatment): AgainstCheck => {
        const told = split
          ? split.compare(cell(treatment), cell(check))
          : toldBy(analysis, treatment.label, check.label, comparison);
        return {
          treatment,
          ...told,
          money:
            measure === 'yield' && pricePerKg !== null
              ? moneyOf(told, treatment.costPerM2 - check.costPerM2, pricePerKg, trueVariance)
              : null,
        };
      })
    : [];
  const first = byFirstFactor(measured);
  const moist = first.flatMap(({ moisture, ...plot }) =>
    moisture === null ? [] : [{ ...plot, covariate: moisture }],
  );
  const byMoisture =
    moist.length === first.length
      ? unlessRefused(() => analyseByCovariate(moist))
      : {
          read: null,
          why: moist.length > 0 ? 'Some strips have no furrow moisture: enter theirs.' : null,
        };
  const levels = new Set(measured.map(({ treatment }) => treatment.value));
  const money = worthOfMore(reading, measure, pricePerKg);
  const response =
    // A best level is asked for where more of the measure is better.
    TRIAL_MEASURE_FACTS[measure].more && !levels.has(null) && levels.size >= LEVELS_FOR_A_CURVE
      ? unlessRefused(() => {
          const points = measured.map(({ strip, treatment, value }) => ({
            x: treatment.value!,
            value,
            block: String(strip.block),
          }));
          return shape === null
            ? fitBestResponse(points, money)
            : { ...fitResponse(points, { shape, ...money }), shape };
        }).read
      : null;
  const ses = against.map(({ interval, difference }) => interval[1] - difference);
  return {
    ...plain,
    analysis,
    against: against.sort((a, b) => b.difference - a.difference),
    splitPlot: split,
    factors:
      factors.length === 2 && layout !== 'splitPlot'
        ? unlessRefused(() =>
            analyseFactors(
              measured.map(({ strip, treatment: { parts }, value }) => ({
                a: parts[0]!,
                b: parts[1]!,
                block: String(strip.block),
                value,
              })),
            ),
          ).read
        : null,
    response,
    responseHolds: response === null || holds(response, analysis, present.concat(check)),
    covariate: byMoisture.read,
    noCovariate: byMoisture.why,
    looked,
    canTell: ses.length > 0 ? Math.max(...ses) : null,
  };
}

/** A p-value from which on the levels contradict a curve. */
const CONTRADICTS = 0.05;

/** Whether the curve describes its levels: no lack of fit, and the level nearest to its best is not clearly beaten by another. */
function holds(
  { lackOfFit, optimum, p }: Response,
  { treatments, differences }: ReplicatedTrial,
  levels: readonly TrialTreatment[],
): boolean {
  if (lackOfFit && lackOfFit.p < CONTRADICTS) return false;
  if (p > CONTRADICTS) return true;
  const valueOf = new Map(levels.map(({ label, value }) => [label, value]));
  const tested = treatments.filter(({ treatment }) => (valueOf.get(treatment) ?? null) !== null);
  const [nearest] = [...tested].sort(
    (a, b) =>
      Math.abs(valueOf.get(a.treatment)! - optimum.x) -
      Math.abs(valueOf.get(b.treatment)! - optimum.x),
  );
  const [top] = [...tested].sort((a, b) => b.mean - a.mean);
  if (!nearest || !top || nearest.treatment === top.treatment) return true;
  return !differences.some(
    ({ a, b, pTukey }) =>
      pTukey < CONTRADICTS && [a, b].includes(nearest.treatment) && [a, b].includes(top.treatment),
  );
}

/** The first strip of each treatment; a demonstration has no more. */
const onceEach = <P extends { treatment: string }>(plots: readonly P[]): P[] =>
  plots.filter((plot, i) => plots.findIndex(({ treatment }) => treatment === plot.treatment) === i);

function besideOf<P extends { treatment: string; block: string; value: number; place: number }>(
  plots: readonly P[],
  adjustment: TrialAdjustment,
  { neighbours }: PlotsLooked,
) {
  if (adjustment === 'none') return plots;
  if (adjustment === 'passOrder')
    return plots.map((plot) => ({ ...plot, beside: [plot.place, plot.place ** 2] }));
  return plots.map((plot, i) => ({ ...plot, beside: [neighbours[i]!] }));
}

/** A pair as the question asks it: one that was named before, one of several against the check, or one of all pairs. */
function toldBy(
  analysis: ReplicatedTrial,
  treatment: string,
  check: string,
  comparison: 'planned' | 'check' | 'all',
): Omit<AgainstCheck, 'treatment' | 'money'> {
  const pair = analysis.differences.find(
    ({ a, b }) => (a === treatment && b === check) || (a === check && b === treatment),
  )!;
  const turned = pair.a === check;
  const turn = ([low, high]: [number, number]): [number, number] =>
    turned ? [-high, -low] : [low, high];
  const own = {
    difference: turned ? -pair.difference : pair.difference,
    se: pair.se,
    df: analysis.residualDf,
  };
  if (comparison === 'check' && analysis.treatments.length > 2) {
    const dunnett = analysis.differencesFromCheck!.find((one) => one.treatment === treatment)!;
    return { ...own, interval: dunnett.interval, p: dunnett.pDunnett };
  }
  return comparison === 'all'
    ? { ...own, interval: turn(pair.intervalTukey), p: pair.pTukey }
    : { ...own, interval: turn(pair.interval), p: pair.p };
}

/** What a yield is worth, and what one more of a numeric level costs, where treatments cost more the more they hold. */
function worthOfMore(
  { treatments }: TrialReading,
  measure: TrialMeasure,
  pricePerKg: number | null,
): { price?: number; cost?: number } {
  const points = treatments.flatMap(({ value, costPerM2 }) =>
    value === null ? [] : [{ x: value, y: costPerM2 }],
  );
  const [x, y] = [mean(points.map((one) => one.x))!, mean(points.map((one) => one.y))!];
  const spread = points.reduce((sum, one) => sum + (one.x - x) ** 2, 0);
  const cost = points.reduce((sum, one) => sum + (one.x - x) * (one.y - y), 0) / spread;
  return measure === 'yield' && pricePerKg !== null && cost > 0 ? { price: pricePerKg, cost } : {};
}

/** The one pair’s own interval: money is asked of each treatment by itself. */
function moneyOf(
  { difference, se, df }: Pick<AgainstCheck, 'difference' | 'se' | 'df'>,
  costPerM2: number,
  pricePerKg: number,
  trueVariance: number,
): NonNullable<AgainstCheck['money']> {
  const seMoney = se * pricePerKg;
  const half = tQuantile(CONFIDENCE, Math.max(1, df)) * seMoney;
  const perM2 = difference * pricePerKg - costPerM2;
  const own = believedDifference(difference, se, trueVariance);
  const believed = { perM2: own.difference * pricePerKg - costPerM2, se: own.se * pricePerKg };
  return {
    perM2,
    se: seMoney,
    interval: [perM2 - half, perM2 + half],
    believed,
    probability:
      believed.se > 0
        ? tCdf(Math.max(-1e6, Math.min(1e6, believed.perM2 / believed.se)), df)
        : Number(believed.perM2 > 0),
    breakEvenPricePerKg: costPerM2 > 0 && difference > 0 ? costPerM2 / difference : null,
    breakEvenCostPerM2: difference * pricePerKg,
  };
}
