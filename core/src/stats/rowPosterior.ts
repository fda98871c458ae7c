import { chiSquareQuantile, fastNormalCdf } from './distributions.ts';

/** What the sisters say of a row, and how rows that stand out lie. Defaults of this app. */
export interface RowPrior {
  /** SD that rows set alike may have among each other: each is as likely as the other. */
  alikeSds: readonly number[];
  /** SD about the machine of rows that stand out. */
  outSd: number;
  /** Shares of rows that stand out, each as likely as the other. */
  outShares: readonly number[];
}

/** What is known of one row: its mean, the variance of one reading and the degrees of freedom that stands on. */
export interface RowEvidence {
  mean: number;
  n: number;
  variance: number;
  df: number;
}

export interface RowPosterior {
  /** Probability that the row’s true figure lies below the band, or above it. */
  below: number;
  above: number;
  /** Probability that it stands out from its sisters. */
  out: number;
  /** What its true figure is expected to be: if it is like its sisters, and if it stands out. */
  ifAlike: number;
  ifOut: number;
}

export interface PlanterPosterior {
  rows: RowPosterior[];
  /** What rows set alike have in common, with the probability that it misses the band. */
  machine: { centre: number; below: number; above: number };
}

/** Points at which the machine’s own figure is tried, and variances tried for one row. */
const CENTRES = 25;
const VARIANCES = 4;
/** Degrees of freedom beyond which a variance is as good as known; a quantile at millions of them takes for ever. */
const KNOWN_WELL = 1000;

/**
 * Probability that each row’s true figure lies outside a band. Rows are alike about the machine’s own,
 * but for a few that stand out; the machine’s own, how alike the rows are, how many stand out and the
 * variance of each row are all averaged over, so that what is not known makes the answer less certain.
 *
 * @param rows evidence of each row; one unit throughout
 * @param band lower and upper end of what still counts as on target
 * @example rowPosterior([{ mean: 0.04, n: 5, variance: 4e-5, df: 40 }], [0.045, 0.057], prior).rows[0].below // 0.93
 */
export function rowPosterior(
  rows: readonly RowEvidence[],
  [top, bottom]: readonly [number, number],
  { alikeSds, outSd, outShares }: RowPrior,
): PlanterPosterior {
  // Each variance is known as far as its degrees of freedom go: a few likely values stand for it.
  const errors = rows.map(({ n, variance, df }) =>
    Array.from({ length: VARIANCES }, (_, k) => {
      const known = Math.min(df, KNOWN_WELL);
      return (variance * known) / chiSquareQuantile((k + 0.5) / VARIANCES, known) / n;
    }),
  );
  const centres = candidates(rows, errors, alikeSds.at(-1)!);
  const machine = { weight: 0, centre: 0, below: 0, above: 0 };
  const sums = rows.map(() => ({ below: 0, above: 0, out: 0, ifAlike: 0, ifOut: 0 }));
  const likely = (i: number, centre: number, sd: number) =>
    errors[i]!.map((error) => {
      const variance = error + sd * sd;
      return Math.exp((-0.5 * (rows[i]!.mean - centre) ** 2) / variance) / Math.sqrt(variance);
    });
  // First pass: how likely each setting of the whole machine is.
  const settings: { logWeight: number; centre: number; sd: number; share: number }[] = [];
  const outOf = centres.map((centre) => rows.map((_, i) => likely(i, centre, outSd)));
  const alikeOf = alikeSds.map((sd) =>
    centres.map((centre) => rows.map((_, i) => likely(i, centre, sd))),
  );
  const total = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0);
  alikeSds.forEach((_, s) =>
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
    machine.centre += weight * centre;
    if (centre < top) machine.below += weight;
    if (centre > bottom) machine.above += weight;
    rows.forEach(({ mean }, i) => {
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
        const depth = centre + pull * (mean - centre);
        const spread = Math.sqrt(pull * error);
        sum.below += portion * fastNormalCdf((top - depth) / spread);
        sum.above += portion * fastNormalCdf((depth - bottom) / spread);
        if (stands) {
          sum.out += portion;
          sum.ifOut += portion * depth;
        } else sum.ifAlike += portion * depth;
      };
      errors[i]!.forEach((error, k) => {
        add(forAlike * alike[k]!, error, alikeSds[s]!, false);
        add(forOut * out[k]!, error, outSd, true);
      });
    });
  }
  const per = (value: number) => value / machine.weight;
  return {
    rows: sums.map(({ below, above, out, ifAlike, ifOut }, i) => {
      const alike = machine.weight - out;
      return {
        below: per(below),
        above: per(above),
        out: per(out),
        ifAlike: alike > 1e-9 * machine.weight ? ifAlike / alike : rows[i]!.mean,
        ifOut: out > 1e-9 * machine.weight ? ifOut / out : rows[i]!.mean,
      };
    }),
    machine: {
      centre: per(machine.centre),
      below: per(machine.below),
      above: per(machine.above),
    },
  };
}

/** Depths of the machine worth trying: about the middle row, finely enough for how well it is known. */
function candidates(
  rows: readonly RowEvidence[],
  errors: readonly (readonly number[])[],
  alikeSdM: number,
): number[] {
  const means = rows.map(({ mean }) => mean).sort((a, b) => a - b);
  const middle =
    (means[Math.floor((means.length - 1) / 2)]! + means[Math.floor(means.length / 2)]!) / 2;
  const typical = errors.map((own) => own[Math.floor(VARIANCES / 2)]!).sort((a, b) => a - b);
  const sd = Math.sqrt(
    (typical[Math.floor(typical.length / 2)]! + alikeSdM ** 2) / Math.min(rows.length, 12),
  );
  const reach = 4 * 1.25 * sd;
  return Array.from({ length: CENTRES }, (_, i) => middle + reach * ((2 * i) / (CENTRES - 1) - 1));
}
