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
  // Each variance is known as far as its degrees of freedom go: a few likely values stand for it. Rows of one model share these.
  const portionsOf = new Map<number, number[]>();
  const portions = (df: number) => {
    const known = Math.min(df, KNOWN_WELL);
    const found =
      portionsOf.get(known) ??
      Array.from(
        { length: VARIANCES },
        (_, k) => known / chiSquareQuantile((k + 0.5) / VARIANCES, known),
      );
    portionsOf.set(known, found);
    return found;
  };
  const errors = rows.map(({ n, variance, df }) =>
    portions(df).map((portion) => (variance * portion) / n),
  );
  const centres = candidates(rows, errors, alikeSds.at(-1)!);
  const machine = { weight: 0, centre: 0, below: 0, above: 0 };
  const sums = rows.map(() => ({ below: 0, above: 0, out: 0, ifAlike: 0, ifOut: 0 }));
  // First pass: how likely each setting of the whole machine is.
  const outOf = centres.map((centre) => likelihoods(rows, errors, centre, outSd));
  const settings = alikeSds.flatMap((sd) =>
    centres.map((centre, c) => {
      const alike = likelihoods(rows, errors, centre, sd);
      const out = outOf[c]!;
      const logWeights = outShares.map((share) => {
        let sum = 0;
        for (let i = 0; i < rows.length; i++)
          sum += Math.log((1 - share) * alike.whole[i]! + share * out.whole[i]! + 1e-300);
        return sum;
      });
      return { sd, centre, alike, out, logWeights };
    }),
  );
  const best = Math.max(...settings.flatMap(({ logWeights }) => logWeights));
  // Second pass: each row under the settings that count; those that differ in the share alone are one.
  for (const { sd: alikeSd, centre, alike, out, logWeights } of settings) {
    const weights = logWeights.map((logWeight) => Math.exp(logWeight - best));
    const weight = weights.reduce((sum, value) => sum + value, 0);
    if (weight < 1e-3) continue;
    machine.weight += weight;
    machine.centre += weight * centre;
    if (centre < top) machine.below += weight;
    if (centre > bottom) machine.above += weight;
    rows.forEach(({ mean }, i) => {
      // Weight of being like the sisters, and of standing out, per unit of each one's likelihood.
      let [forAlike, forOut] = [0, 0];
      outShares.forEach((share, k) => {
        const whole =
          weights[k]! / ((1 - share) * alike.whole[i]! + share * out.whole[i]! + 1e-300);
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
        add(forAlike * alike.each[i * VARIANCES + k]!, error, alikeSd, false);
        add(forOut * out.each[i * VARIANCES + k]!, error, outSd, true);
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

/** How likely each row’s mean is about a centre: with each of its variances in turn, and with all of them. */
function likelihoods(
  rows: readonly RowEvidence[],
  errors: readonly (readonly number[])[],
  centre: number,
  sd: number,
) {
  const each = new Float64Array(rows.length * VARIANCES);
  const whole = new Float64Array(rows.length);
  for (let i = 0; i < rows.length; i++) {
    const squared = -0.5 * (rows[i]!.mean - centre) ** 2;
    for (let k = 0; k < VARIANCES; k++) {
      const variance = errors[i]![k]! + sd * sd;
      const value = Math.exp(squared / variance) / Math.sqrt(variance);
      each[i * VARIANCES + k] = value;
      whole[i]! += value;
    }
  }
  return { each, whole };
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
