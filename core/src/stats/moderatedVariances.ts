import {
  requireEachFinite,
  requireNotNegative,
  requirePositive,
  requireSome,
} from '../arguments/index.ts';
import { digamma, trigamma, trigammaInverse } from './gamma.ts';
import { fUpperTail } from './distributions.ts';
import { mean, sampleSd } from './moments.ts';

export interface ModeratedVariances {
  /** Of each group, drawn toward what the groups have in common. */
  variances: number[];
  /** Degrees of freedom each stands on. */
  df: number[];
}

/** A group this unlikely to have the spread of its sisters borrows less from them. Defaults of this app. */
const LOOSE_P = 0.05;
const LOOSE_DF = 3;
/** Degrees of freedom that what the groups have in common may count for. A default of this app. */
const MOST_SHARED_DF = 40;

/**
 * Variance of each group drawn toward that of its sisters, as far as the groups agree (Smyth 2004,
 * Statistical Applications in Genetics and Molecular Biology 3(1) article 3): groups of like spread share
 * it, a loose one keeps its own.
 *
 * @param groups values of each group, one value each at least; any unit
 * @param usual SD taken for granted and the degrees of freedom it counts for, so that few values are not
 *   taken for exact ones
 * @param floorSd SD below which no reading can go: what the graduation of the rule alone leaves
 * @throws RangeError naming what is wrong
 * @example moderatedVariances([[1, 3], [1, 3], [0, 8]], { usual: { sd: 1.4, df: 2 }, floorSd: 0.1 }).df[0] > 1 // true
 */
export function moderatedVariances(
  groups: readonly (readonly number[])[],
  { usual, floorSd }: { usual: { sd: number; df: number }; floorSd: number },
): ModeratedVariances {
  requireSome('groups', groups);
  requirePositive('usual.sd', usual.sd);
  requirePositive('usual.df', usual.df);
  requireNotNegative('floorSd', floorSd);
  const own = groups.map((values, g) => {
    requireEachFinite(`groups[${g}]`, values);
    const sd = sampleSd(values);
    return { df: values.length - 1, variance: sd === null ? 0 : Math.max(sd, floorSd) ** 2 };
  });
  const spread = own.filter(({ df }) => df > 0);
  const { df: sharedDf, variance: shared } = inCommon(spread);
  // What is taken for granted joins what the groups have in common as one more group would.
  const seen = Math.min(
    sharedDf,
    spread.reduce((sum, { df }) => sum + df, 0),
  );
  const priorDf = usual.df + seen;
  const prior = (usual.df * usual.sd ** 2 + seen * shared) / priorDf;
  const moderated = own.map(({ df, variance }) => {
    const loose = df > 0 && fUpperTail(variance / prior, df, priorDf) < LOOSE_P;
    const shared = loose ? Math.min(LOOSE_DF, priorDf) : priorDf;
    return { df: df + shared, variance: (df * variance + shared * prior) / (df + shared) };
  });
  return {
    variances: moderated.map(({ variance }) => Math.max(variance, floorSd ** 2)),
    df: moderated.map(({ df }) => df),
  };
}

/** What variances have in common: its size, and the degrees of freedom by which they agree on it. */
function inCommon(groups: readonly { df: number; variance: number }[]) {
  const total = groups.reduce((sum, { df }) => sum + df, 0);
  const pooled = groups.reduce((sum, { df, variance }) => sum + df * variance, 0) / (total || 1);
  if (groups.length < 3 || pooled === 0)
    return { df: Math.min(total, MOST_SHARED_DF), variance: pooled };
  const logs = groups.map(
    ({ df, variance }) =>
      Math.log(Math.max(variance, 1e-6 * pooled)) - digamma(df / 2) + Math.log(df / 2),
  );
  const noise = mean(groups.map(({ df }) => trigamma(df / 2)))!;
  const beyond = sampleSd(logs)! ** 2 - noise;
  if (beyond <= 0) return { df: MOST_SHARED_DF, variance: pooled };
  const df = 2 * trigammaInverse(beyond);
  if (df >= MOST_SHARED_DF) return { df: MOST_SHARED_DF, variance: pooled };
  return { df, variance: Math.exp(mean(logs)! + digamma(df / 2) - Math.log(df / 2)) };
}
