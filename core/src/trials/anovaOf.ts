import { fUpperTail, type LinearFit } from '../stats/index.ts';

/** A line of a sequential table; without degrees of freedom it adds nothing and is not tested. */
export interface AnovaLine<Source extends string> {
  source: Source | 'residual';
  df: number;
  ss: number;
  ms: number;
  f: number | null;
  p: number | null;
}

/** What each group of columns adds to those before it, and what is left. @param groups in the order of the columns, after the intercept */
export function anovaOf<Source extends string>(
  fit: LinearFit,
  groups: readonly (readonly [source: Source, columns: number])[],
): AnovaLine<Source>[] {
  const ms = fit.residualSs / fit.residualDf;
  let from = 1;
  return [
    ...groups.map(([source, columns]): AnovaLine<Source> => {
      const [first, last] = [from, (from += columns)];
      const df = fit.estimated.slice(first, last).filter(Boolean).length;
      const ss = fit.sequentialSs.slice(first, last).reduce((sum, own) => sum + own, 0);
      const f = df > 0 && ms > 0 ? ss / df / ms : null;
      return {
        source,
        df,
        ss,
        ms: df > 0 ? ss / df : 0,
        f,
        p: f === null ? null : fUpperTail(f, df, fit.residualDf),
      };
    }),
    { source: 'residual', df: fit.residualDf, ss: fit.residualSs, ms, f: null, p: null },
  ];
}
