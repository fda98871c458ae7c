import { group } from 'd3-array';
import { mean, tQuantile } from '../stats/index.ts';
import {
  analyseByCovariate,
  analyseSites,
  analyseTrial,
  type CovariateAnalysis,
  sitesWithPrior,
  USUAL_BETWEEN_SITES,
  type SiteAnalysis,
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
  /** Each level less the check at each site, as the page of that trial has it, with its standard error; a second factor is averaged over. */
  atSites: { site: string; level: string; difference: number; se: number }[];
  /** Each level that is not the check, over all sites. Empty for a single site. */
  overall: OverallDifference[];
  /** Best given furrow moisture, over all sites and years; null where strips have none. */
  covariate: CovariateAnalysis | null;
}

/** A level less the check over all sites, 95 %. */
export interface OverallDifference {
  level: string;
  difference: number;
  interval: [number, number];
  /** What to expect at a site where nobody has tried it. */
  atNewSite: [number, number];
  /** The usual spread between sites went in (a Sendero default); false: only what these sites show. */
  usualSpread: boolean;
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
    byFirstFactor(measuredStrips(one, measure)).map((plot) => ({
      site: siteOf(one),
      ...plot,
      // Two trials of one field and season have blocks of their own.
      block: `${one.trial.id}, ${plot.block}`,
    })),
  );
  const sites = plots.length > 0 ? unlessRefused(() => analyseSites(plots, { check })).read : null;
  const atSites = differencesBySite(plots, check, sites?.sd.residual ?? 0);
  const moist = plots.every(({ moisture }) => moisture !== null);
  return {
    levels: levels.map(({ label }) => label),
    check,
    trials,
    read,
    sites,
    own: read.length === 1 ? answerTrial(read[0]!, measure) : null,
    atSites,
    overall:
      sites === null || read.length < 2
        ? []
        : (sites.differencesFromCheck ?? []).map(({ treatment: level, ...own }) => {
            const there = atSites.filter((one) => one.level === level);
            if (there.length > 1) {
              const { elsewhere, ...over } = sitesWithPrior(
                there,
                USUAL_BETWEEN_SITES * meanOf(plots),
              );
              return { level, ...over, atNewSite: elsewhere, usualSpread: true };
            }
            return { level, ...bySitesAlone(own, sites), usualSpread: false };
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

/** A difference over sites by what they show themselves, without the usual spread between sites. */
export function bySitesAlone(
  { difference, se, df }: { difference: number; se: number; df: number },
  { sd }: SiteAnalysis,
): Pick<OverallDifference, 'difference' | 'interval' | 'atNewSite'> {
  const t = tQuantile(0.975, Math.max(1, df));
  const around = (half: number): [number, number] => [difference - half, difference + half];
  return {
    difference,
    interval: around(t * se),
    atNewSite: around(t * Math.hypot(se, Math.SQRT2 * sd.treatmentBySite)),
  };
}

interface SitePlot {
  site: string;
  treatment: string;
  block: string;
  value: number;
}

const meanOf = (plots: readonly SitePlot[]) => mean(plots.map(({ value }) => value))!;

/** A chance spread of strips that is none is no certainty, as a share of the mean. A Sendero default. */
const LEAST_RESIDUAL = 0.02;

/** Each level less the check at each site that has both, adjusted for blocks, with the error that strips leave. */
const differencesBySite = (plots: readonly SitePlot[], check: string, residualSd: number) =>
  [...group(plots, ({ site }) => site)].flatMap(([site, own]) => {
    const sd = Math.max(residualSd, LEAST_RESIDUAL * meanOf(own));
    return adjustedDifferences(own, check).map(({ level, difference, strips }) => ({
      site,
      level,
      difference,
      se: sd * Math.sqrt(1 / strips[0] + 1 / strips[1]),
    }));
  });

/** Least-squares differences from the check of one site's strips; where nothing is replicated, of the strips as they are. */
function adjustedDifferences(plots: readonly SitePlot[], check: string) {
  const { read } = unlessRefused(() => analyseTrial(plots, { check }));
  const means = new Map((read?.treatments ?? []).map((one) => [one.treatment, one]));
  const beside = means.get(check);
  return [...means.values()].flatMap(({ treatment: level, mean: value, n }) =>
    level === check || !beside
      ? []
      : [{ level, difference: value - beside.mean, strips: [n, beside.n] as const }],
  );
}
