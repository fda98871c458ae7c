import { group } from 'd3-array';
import { mean, tQuantile } from '../stats/index.ts';
import {
  analyseByCovariate,
  analyseSites,
  type CovariateAnalysis,
  sitesWithPrior,
  USUAL_BETWEEN_SITES,
  type SiteAnalysis,
  type SitesWithPrior,
  type TrialMeasure,
} from '../trials/index.ts';
import { answerTrial, type TrialAnswer } from './answerTrial.ts';
import { byFirstFactor, measuredStrips, type TrialReading } from './readTrial.ts';
import { unlessRefused } from './unlessRefused.ts';

/** A question over all trials that asked it. */
export interface TrialsTogether {
  /** The levels it compares. */
  levels: string[];
  check: string;
  /** The oldest first. */
  trials: TrialReading[];
  /** Those whose strips can be read together: measured, and replicated by themselves or over sites. */
  read: TrialReading[];
  sites: SiteAnalysis | null;
  /** Of a single site its own answer, as on its page; null over several. */
  own: TrialAnswer | null;
  /** Each level less the check at each site, by the means of its strips; a second factor is averaged over. */
  atSites: { site: string; level: string; difference: number }[];
  /** Of each level that is not the check: what may be expected where nobody has tried it, 95 %. */
  elsewhere: { level: string; difference: number; interval: [number, number] }[];
  /** The same with what is usual between sites counted in: few sites cannot tell how much a difference varies. Empty for a single site. */
  withPrior: ({ level: string } & SitesWithPrior)[];
  /** Best given furrow moisture, over all sites and years; null where strips have none. */
  covariate: CovariateAnalysis | null;
}

/** The same for trials that ask the same question of the same levels in the same crop. @example trialKey(reading) // 'corn, depth: 1½ in, 2 in, 2½ in' */
export function trialKey({ trial, planting }: Pick<TrialReading, 'trial' | 'planting'>): string {
  const { question, levels } = trial.data.factors[0]!;
  return `${planting.data.crop}, ${question}: ${levels
    .map(({ label }) => label)
    .sort()
    .join(', ')}`;
}

/** What a site is called: a field in a year. */
export const siteOf = ({ field, planting }: Pick<TrialReading, 'field' | 'planting'>): string =>
  `${field.data.name} ${planting.data.season}`;

/**
 * All trials of one question together: the levels of its first factor, over sites and years, and given furrow moisture. A
 * second factor counts as blocks. One strip of each at two sites or more is read as well: each site is a block. At a single site it is
 * listed and not read.
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
  const measured = trials.filter((one) => {
    const strips = measuredStrips(one, measure);
    return one.demonstration
      ? new Set(strips.map(({ treatment }) => treatment.parts[0])).size > 1
      : strips.length > 3;
  });
  const several = new Set(measured.map(siteOf)).size > 1;
  const read = measured.filter((one) => several || !one.demonstration);
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
    own: read.length === 1 ? answerTrial(read[0]!, measure) : null,
    atSites: levels.flatMap(({ label }) =>
      label === check
        ? []
        : bySite(plots, label, check, 0).map(({ site, difference }) => ({
            site,
            level: label,
            difference,
          })),
    ),
    elsewhere: (sites?.differencesFromCheck ?? []).map(({ treatment, difference, se, df }) => {
      const half =
        tQuantile(0.975, Math.max(1, df)) * Math.hypot(se, Math.SQRT2 * sites!.sd.treatmentBySite);
      return { level: treatment, difference, interval: [difference - half, difference + half] };
    }),
    withPrior:
      sites === null
        ? []
        : levels.flatMap(({ label }) => {
            if (label === check) return [];
            const told = bySite(plots, label, check, sites.sd.residual);
            return told.length < 2
              ? []
              : [{ level: label, ...sitesWithPrior(told, USUAL_BETWEEN_SITES * meanOf(plots)) }];
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

interface SitePlot {
  site: string;
  treatment: string;
  value: number;
}

const meanOf = (plots: readonly SitePlot[]) => mean(plots.map(({ value }) => value))!;

/** A chance spread of strips that is none is no certainty, as a share of the mean. A Sendero default. */
const LEAST_RESIDUAL = 0.02;

/** A level less the check at each site that has both, with the error that strips leave. */
const bySite = (plots: readonly SitePlot[], level: string, check: string, residualSd: number) =>
  [...group(plots, ({ site }) => site)].flatMap(([site, own]) => {
    const [there, beside] = [level, check].map((name) =>
      own.flatMap(({ treatment, value }) => (treatment === name ? [value] : [])),
    );
    if (there!.length === 0 || beside!.length === 0) return [];
    const sd = Math.max(residualSd, LEAST_RESIDUAL * meanOf(own));
    return [
      {
        site,
        difference: mean(there!)! - mean(beside!)!,
        se: sd * Math.sqrt(1 / there!.length + 1 / beside!.length),
      },
    ];
  });
