import { fitEmergence, type EmergenceFit, type EmergenceVisit } from '../emergence/index.ts';
import { analyseTrial, type Demonstration, type ReplicatedTrial } from './analyseTrial.ts';
import { levelsOf } from './plots.ts';

export interface EmergencePlot {
  treatment: string;
  block: string;
  /** Everything up by each visit, in all lengths of the plot together. */
  visits: readonly EmergenceVisit[];
  /** Seeds in those lengths. */
  sown: number;
}

export const EMERGENCE_MEASURES = ['finalShare', 't50H', 'spreadH'] as const;
export type EmergenceMeasure = (typeof EMERGENCE_MEASURES)[number];

export interface EmergenceTrial {
  /** The curve of each plot, in the order given. */
  plots: { treatment: string; block: string; fit: EmergenceFit }[];
  /** The middle curve of each treatment: means over its plots; null where no plot can tell one. */
  curves: {
    treatment: string;
    n: number;
    finalShare: number;
    t10H: number | null;
    t50H: number | null;
    t90H: number | null;
  }[];
  /** Each measure over plots; null where plots that can tell it hold fewer than two treatments. */
  measures: Record<EmergenceMeasure, ReplicatedTrial | Demonstration | null>;
}

/**
 * Emergence of a trial in blocks. Each plot gives one curve, and each measure of it goes into the table as one figure: plants of one plot
 * share its furrow, so a test over plants would take many of one plot for many plots. Plots whose visits tell no time are left out of times.
 *
 * @throws RangeError without plots, with fewer than two treatments, and as `fitEmergence`
 * @example analyseEmergenceTrial(plots).measures.t50H // { kind: 'replicated', differences: [{ a: '2.5 in', b: '1.5 in', difference: 22, … }] }
 */
export function analyseEmergenceTrial(
  plots: readonly EmergencePlot[],
  { check }: { check?: string } = {},
): EmergenceTrial {
  const names = levelsOf(plots.map(({ treatment }) => treatment));
  if (names.length < 2)
    throw new RangeError(`plots must hold two treatments or more, got ${names.length}`);
  const fitted = plots.map(({ treatment, block, visits, sown }) => ({
    treatment,
    block,
    fit: fitEmergence(visits, { sown }),
  }));
  const measure = (name: EmergenceMeasure) => {
    const told = fitted.flatMap(({ treatment, block, fit }) => {
      const value = fit[name];
      return value === null ? [] : [{ treatment, block, value }];
    });
    const left = levelsOf(told.map(({ treatment }) => treatment));
    return left.length < 2
      ? null
      : analyseTrial(told, check !== undefined && left.includes(check) ? { check } : {});
  };
  const meanOf = (treatment: string, name: 'finalShare' | 't10H' | 't50H' | 't90H') => {
    const told = fitted.flatMap(({ treatment: own, fit }) =>
      own === treatment && fit[name] !== null ? [fit[name]] : [],
    );
    return told.length > 0 ? told.reduce((sum, value) => sum + value, 0) / told.length : null;
  };
  return {
    plots: fitted,
    curves: names.map((treatment) => ({
      treatment,
      n: fitted.filter((plot) => plot.treatment === treatment).length,
      finalShare: meanOf(treatment, 'finalShare')!,
      t10H: meanOf(treatment, 't10H'),
      t50H: meanOf(treatment, 't50H'),
      t90H: meanOf(treatment, 't90H'),
    })),
    measures: {
      finalShare: measure('finalShare'),
      t50H: measure('t50H'),
      spreadH: measure('spreadH'),
    },
  };
}
