import { chiSquareQuantile, fastNormalCdf } from '../stats/index.ts';

/** What the sisters say of a row, and how rows that stand out lie. Defaults of this app. */
export interface RowPrior {
  /** SD that rows set alike may have among each other, m: each is as likely as the other. */
  alikeSdsM: readonly number[];
  /** SD about the machine of rows that stand out, m. */
  outSdM: number;
  /** Shares of rows that stand out, each as likely as the other. */
  outShares: readonly number[];
}

/** What is known of one row: its mean, the variance of one reading and the degrees of freedom that stands on. */
export interface RowEvidence {
  meanM: number;
  n: number;
  varianceM2: number;
  df: number;
}

export interface RowPosterior {
  /** Probability that the row's true depth is above the band (too shallow) or below it (too deep). */
  shallow: number;
  deep: number;
  /** Probability that it stands out from its sisters. */
  out: number;
  /** What its true depth is expected to be, m: if it is like its sisters, and if it stands out. */
  alikeM: number;
  outM: number;
}

export interface PlanterPosterior {
  rows: RowPosterior[];
  /** Depth that rows set alike have in common, m, with the probability that it misses the band. */
  machine: { depthM: number; shallow: number; deep: number };
}

/** Points at which the machine's depth is tried, and variances tried for one row. */
const CENTRES = 25;
const VARIANCES = 4;

/**
 * Probability that each row's true depth lies outside a band. Rows are alike about the machine's depth,
 * but for a few that stand out; the machine's depth, how alike the rows are, how many stand out and the
 * variance of each row are all averaged over, so that what is not known makes the answer less certain.
 *
 * @param rows evidence of each row; depths in m
 * @param band lower and upper depth that still counts as on target, m
 * @example rowPosterior([{ meanM: 0.04, n: 5, varianceM2: 4e-5, df: 40 }], [0.045, 0.057], prior).rows[0].shallow // 0.93
 */
export function rowPosterior(
  rows: readonly RowEvidence[],
  [top, bottom]: readonly [number, number],
  { alikeSdsM, outSdM, outShares }: RowPrior,
): PlanterPosterior {
  // Each variance is known as far as its degrees of freedom go: a few likely values stand for it.
  const errors = rows.map(({ n, varianceM2, df }) =>
    Array.from(
      { length: VARIANCES },
      (_, k) => (varianceM2 * df) / chiSquareQuantile((k + 0.5) / VARIANCES, df) / n,
    ),
  );
  const centres = candidates(rows, errors, alikeSdsM.at(-1)!);
  const machine = { weight: 0, depthM: 0, shallow: 0, deep: 0 };
  const sums = rows.map(() => ({ shallow: 0, deep: 0, out: 0, alikeM: 0, outM: 0 }));
  const likely = (i: number, centre: number, sd: number) =>
    errors[i]!.map((error) => {
      const variance = error + sd * sd;
      return Math.exp((-0.5 * (rows[i]!.meanM - centre) ** 2) / variance) / Math.sqrt(variance);
    });
  // First pass: how likely each setting of the whole machine is.
  const settings: { logWeight: number; centre: number; sd: number; share: number }[] = [];
  const outOf = centres.map((centre) => rows.map((_, i) => likely(i, centre, outSdM)));
  const alikeOf = alikeSdsM.map((sd) =>
    centres.map((centre) => rows.map((_, i) => likely(i, centre, sd))),
  );
  const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);
  alikeSdsM.forEach((_, s) =>
    centres.forEach((_, c) => {
      const alike = alikeOf[s]![c]!.map(total);
      const out = outOf[c]!.map(total);
      for (const share of outShares)
        settings.push({
          logWeight: alike.reduce(
            (sum, value, i) => sum + Math.log((1 - share) * value + share * out[i]! + 1e-300),
            0,
          ),
          centre: c,
          sd: s,
          share,
        });
    }),
  );
  const best = Math.max(...settings.map(({ logWeight }) => logWeight));
  // Second pass: each row under the settings that count; those that differ in the share alone are one.
  for (let at = 0; at < settings.length; at += outShares.length) {
    const own = settings.slice(at, at + outShares.length);
    const weights = own.map(({ logWeight }) => Math.exp(logWeight - best));
    const weight = total(weights);
    if (weight < 1e-3) continue;
    const { centre: c, sd: s } = own[0]!;
    const centre = centres[c]!;
    machine.weight += weight;
    machine.depthM += weight * centre;
    if (centre < top) machine.shallow += weight;
    if (centre > bottom) machine.deep += weight;
    rows.forEach(({ meanM }, i) => {
      const alike = alikeOf[s]![c]![i]!;
      const out = outOf[c]![i]!;
      const [allAlike, allOut] = [total(alike), total(out)];
      // Weight of being like the sisters, and of standing out, per unit of each one's likelihood.
      let [forAlike, forOut] = [0, 0];
      outShares.forEach((share, k) => {
        const whole = weights[k]! / ((1 - share) * allAlike + share * allOut + 1e-300);
        forAlike += (1 - share) * whole;
        forOut += share * whole;
      });
      const sum = sums[i]!;
      const add = (portion: number, error: number, sd: number, stands: boolean) => {
        if (portion < 1e-4 * weight) return;
        const pull = (sd * sd) / (sd * sd + error);
        const depth = centre + pull * (meanM - centre);
        const spread = Math.sqrt(pull * error);
        sum.shallow += portion * fastNormalCdf((top - depth) / spread);
        sum.deep += portion * fastNormalCdf((depth - bottom) / spread);
        if (stands) {
          sum.out += portion;
          sum.outM += portion * depth;
        } else sum.alikeM += portion * depth;
      };
      errors[i]!.forEach((error, k) => {
        add(forAlike * alike[k]!, error, alikeSdsM[s]!, false);
        add(forOut * out[k]!, error, outSdM, true);
      });
    });
  }
  const per = (value: number) => value / machine.weight;
  return {
    rows: sums.map(({ shallow, deep, out, alikeM, outM }, i) => {
      const alike = machine.weight - out;
      return {
        shallow: per(shallow),
        deep: per(deep),
        out: per(out),
        alikeM: alike > 1e-9 * machine.weight ? alikeM / alike : rows[i]!.meanM,
        outM: out > 1e-9 * machine.weight ? outM / out : rows[i]!.meanM,
      };
    }),
    machine: {
      depthM: per(machine.depthM),
      shallow: per(machine.shallow),
      deep: per(machine.deep),
    },
  };
}

/** Depths of the machine worth trying: about the middle row, finely enough for how well it is known. */
function candidates(
  rows: readonly RowEvidence[],
  errors: readonly (readonly number[])[],
  alikeSdM: number,
): number[] {
  const means = rows.map(({ meanM }) => meanM).sort((a, b) => a - b);
  const middle =
    (means[Math.floor((means.length - 1) / 2)]! + means[Math.floor(means.length / 2)]!) / 2;
  const typical = errors.map((own) => own[Math.floor(VARIANCES / 2)]!).sort((a, b) => a - b);
  const sd = Math.sqrt(
    (typical[Math.floor(typical.length / 2)]! + alikeSdM ** 2) / Math.min(rows.length, 12),
  );
  const reach = 4 * 1.25 * sd;
  return Array.from({ length: CENTRES }, (_, i) => middle + reach * ((2 * i) / (CENTRES - 1) - 1));
}
