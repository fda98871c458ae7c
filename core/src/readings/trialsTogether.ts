import { tQuantile } from '../stats/index.ts';
import {
  analyseByCovariate,
  analyseSites,
  type CovariateAnalysis,
  type SiteAnalysis,
  type TrialMeasure,
} from '../trials/index.ts';
import { byFirstFactor, measuredStrips, type TrialReading } from './readTrial.ts';
import { unlessRefused } from './unlessRefused.ts';

/** A question over all trials that asked it. */
export interface TrialsTogether {
  /** The levels it compares. */
  levels: string[];
  check: string;
  /** The oldest first. */
  trials: TrialReading[];
  /** Those whose strips can be read together: replicated, and measured. */
  read: TrialReading[];
  sites: SiteAnalysis | null;
  /** Of each level that is not the check: what may be expected where nobody has tried it, 95 %. */
  elsewhere: { level: string; difference: number; interval: [number, number] }[];
  /** Best given furrow moisture, over all sites and years; null where strips have none. */
  covariate: CovariateAnalysis | null;
}

/** Trials that ask the same of the same levels have the same. @example trialKey(trial.data) // 'depth: 1½ in, 2 in, 2½ in' */
export function trialKey({ factors }: Pick<TrialReading['trial']['data'], 'factors'>): string {
  const { question, levels } = factors[0]!;
  return `${question}: ${levels
    .map(({ label }) => label)
    .sort()
    .join(', ')}`;
}

/** What a site is called: a field in a year. */
export const siteOf = ({ field, planting }: Pick<TrialReading, 'field' | 'planting'>): string =>
  `${field.data.name} ${planting.data.season}`;

/**
 * All trials of one question together: the levels of its first factor, over sites and years, and given furrow moisture. A
 * second factor counts as blocks. Demonstrations are listed and not read.
 *
 * @param readings of one `trialKey`
 * @example trialsTogether(readings, 'yield').sites?.sd.treatmentBySite // 0.05 kg/m²
 */
export function trialsTogether(
  readings: readonly TrialReading[],
  measure: TrialMeasure,
): TrialsTogether {
  const trials = [...readings].sort(
    (a, b) => a.planting.data.season - b.planting.data.season || (a.trial.id < b.trial.id ? -1 : 1),
  );
  const read = trials.filter(
    (one) =>
      !one.demonstration && one.strips.filter(({ figures }) => measure in figures).length > 3,
  );
  const first = trials[0]!;
  const { levels } = first.trial.data.factors[0]!;
  const check = levels[first.check.levels[0]!]!.label;
  const plots = read.flatMap((one) =>
    byFirstFactor(measuredStrips(one, measure)).map((plot) => ({ site: siteOf(one), ...plot })),
  );
  const sites = plots.length > 0 ? unlessRefused(() => analyseSites(plots, { check })).read : null;
  const moist = plots.every(({ moisture }) => moisture !== null);
  return {
    levels: levels.map(({ label }) => label),
    check,
    trials,
    read,
    sites,
    elsewhere: (sites?.differencesFromCheck ?? []).map(({ treatment, difference, se, df }) => {
      const half =
        tQuantile(0.975, Math.max(1, df)) * Math.hypot(se, Math.SQRT2 * sites!.sd.treatmentBySite);
      return { level: treatment, difference, interval: [difference - half, difference + half] };
    }),
    covariate:
      plots.length > 0 && moist
        ? unlessRefused(() =>
            analyseByCovariate(
              plots.map(({ site, block, treatment, value, moisture }) => ({
                treatment,
                block: `${site}, ${block}`,
                value,
                covariate: moisture!,
              })),
            ),
          ).read
        : null,
  };
}
