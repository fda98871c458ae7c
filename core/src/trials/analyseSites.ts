import { requireOpenShare } from '../arguments/index.ts';
import { fitMixedModel } from '../stats/index.ts';
import { less, toldOf } from './contrasts.ts';
import { dummies, levelsOf, requirePlots } from './plots.ts';

export interface SitePlot {
  /** A field in a year. */
  site: string;
  treatment: string;
  block: string;
  value: number;
}

export interface SiteDifference {
  a: string;
  b: string;
  /** a − b, at a site of which nothing else is known. */
  difference: number;
  se: number;
  df: number;
  p: number;
  interval: [number, number];
}

export interface SiteAnalysis {
  treatments: { treatment: string; estimate: number; se: number }[];
  differences: SiteDifference[];
  differencesFromCheck?: ({ treatment: string } & Omit<SiteDifference, 'a' | 'b'>)[];
  /** Standard deviations; 0 where the plots cannot tell one. */
  sd: { site: number; block: number; treatmentBySite: number; residual: number };
  /** What each site is taken to bear, drawn to the middle by how little is known of it. */
  sites: { site: string; treatment: string; estimate: number }[];
}

/**
 * One question over sites and years: value ~ treatment + (1|site) + (1|site:block) + (1|site:treatment) by REML, Satterthwaite's degrees of
 * freedom. How much treatments differ from site to site widens every interval, so that many plots at one site do not pass for many sites.
 * Terms that the plots cannot tell are left out: those of sites with a single one, that of blocks where each site has one, that of
 * treatments by sites where no site has a treatment twice.
 *
 * @param plots any unit, as long as it is one; block names may come again at another site
 * @throws RangeError for a figure that is none, fewer than two treatments, a check that is none of them, or nothing left to tell chance by
 * @example analyseSites(plots).differences[0] // { a: '2.5 in', b: '1.5 in', difference: 0.02, se: 0.018, df: 3.4, … }
 */
export function analyseSites(
  plots: readonly SitePlot[],
  { check, confidence = 0.95 }: { check?: string; confidence?: number } = {},
): SiteAnalysis {
  requirePlots(plots, ['site', 'treatment', 'block']);
  requireOpenShare('confidence', confidence);
  const names = levelsOf(plots.map(({ treatment }) => treatment));
  const sites = levelsOf(plots.map(({ site }) => site));
  if (names.length < 2)
    throw new RangeError(`plots must hold two treatments or more, got ${names.length}`);
  if (check !== undefined && !names.includes(check))
    throw new RangeError(`check must be one of the treatments, got “${check}”`);
  if (plots.length <= names.length)
    throw new RangeError('plots must leave something to tell chance by: add a block or a site');
  const within = (of: (plot: SitePlot) => string) =>
    plots.map((plot) => JSON.stringify([plot.site, of(plot)]));
  const candidates = {
    site: plots.map(({ site }) => site),
    block: within(({ block }) => block),
    treatmentBySite: within(({ treatment }) => treatment),
  };
  const count = (labels: readonly string[]) => new Set(labels).size;
  const several = sites.length > 1;
  const groups: Record<string, string[]> = {};
  if (several) groups.site = candidates.site;
  if (count(candidates.block) > sites.length && count(candidates.block) < plots.length)
    groups.block = candidates.block;
  if (several && count(candidates.treatmentBySite) < plots.length)
    groups.treatmentBySite = candidates.treatmentBySite;
  const weightsOf = (name: string) => [1, ...dummies(names, name)];
  const fit = fitMixedModel({
    y: plots.map(({ value }) => value),
    fixed: plots.map(({ treatment }) => weightsOf(treatment)),
    groups,
    start: momentsOf(plots, candidates),
  });
  const between = (a: string, b: string): SiteDifference => ({
    a,
    b,
    ...toldOf(fit.contrast(less(weightsOf(a), weightsOf(b))), confidence),
  });
  const treatments = names
    .map((treatment) => {
      const { estimate, se } = fit.contrast(weightsOf(treatment));
      return { treatment, estimate, se };
    })
    .sort((a, b) => b.estimate - a.estimate);
  const order = treatments.map(({ treatment }) => treatment);
  const sd = (name: string) => Math.sqrt(fit.varianceComponents[name] ?? 0);
  const estimateOf = new Map(treatments.map((one) => [one.treatment, one.estimate]));
  return {
    treatments,
    differences: order.flatMap((a, i) => order.slice(i + 1).map((b) => between(a, b))),
    ...(check === undefined
      ? {}
      : {
          differencesFromCheck: order
            .filter((name) => name !== check)
            .map((name) => {
              const { a, b: _, ...own } = between(name, check);
              return { treatment: a, ...own };
            }),
        }),
    sd: {
      site: sd('site'),
      block: sd('block'),
      treatmentBySite: sd('treatmentBySite'),
      residual: Math.sqrt(fit.residualVariance),
    },
    sites: sites.flatMap((site) =>
      names.map((treatment) => ({
        site,
        treatment,
        estimate:
          estimateOf.get(treatment)! +
          (fit.effects.site?.[site] ?? 0) +
          (fit.effects.treatmentBySite?.[JSON.stringify([site, treatment])] ?? 0),
      })),
    ),
  };
}

/**
 * About how large each variance is over the residual’s, by moments: where the fit begins to look. Of whole tables it is the answer already.
 */
function momentsOf(
  plots: readonly SitePlot[],
  labels: Record<'site' | 'block' | 'treatmentBySite', string[]>,
): Record<string, number> {
  const mean = (names: readonly string[], values: readonly number[]) => {
    const sum = new Map<string, { total: number; n: number }>();
    names.forEach((name, i) => {
      const { total, n } = sum.get(name) ?? { total: 0, n: 0 };
      sum.set(name, { total: total + values[i]!, n: n + 1 });
    });
    return new Map([...sum].map(([name, { total, n }]) => [name, { mean: total / n, n }]));
  };
  const less = (values: readonly number[], names: readonly string[]) => {
    const means = mean(names, values);
    return { left: values.map((value, i) => value - means.get(names[i]!)!.mean), means };
  };
  const { left: treated } = less(
    plots.map(({ value }) => value),
    plots.map(({ treatment }) => treatment),
  );
  const site = less(treated, labels.site);
  const block = less(site.left, labels.block);
  const own = less(block.left, labels.treatmentBySite);
  const spent = block.means.size + own.means.size - site.means.size;
  const residual =
    own.left.reduce((sum, value) => sum + value ** 2, 0) / Math.max(1, plots.length - spent);
  if (!(residual > 0)) return {};
  const ratio = (means: typeof site.means, free: number) => {
    const all = [...means.values()];
    const each = all.reduce((sum, { n }) => sum + n, 0) / all.length;
    const squares = all.reduce((sum, one) => sum + one.mean ** 2, 0) / Math.max(1, free);
    return Math.max(1e-3, squares / residual - 1 / each);
  };
  const sites = site.means.size;
  return {
    site: ratio(site.means, sites - 1),
    block: ratio(block.means, block.means.size - sites),
    treatmentBySite: ratio(own.means, own.means.size - sites),
  };
}
