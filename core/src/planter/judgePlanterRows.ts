import { requireFinite, requirePositive } from '../arguments/index.ts';
import {
  fitMixedModel,
  holm,
  mean,
  rowPosterior,
  tInterval,
  twoSidedP,
  type MixedModel,
} from '../stats/index.ts';
import { rowModel, type RowFigure, type RowModel } from './rowModel.ts';

/** `alike` is inside the tolerance, `above` and `below` are outside of it; between them more readings must tell. */
export type RowVerdict = 'alike' | 'above' | 'below' | 'undecided';

export interface Against {
  difference: number;
  se: number;
  df: number;
  p: number;
  /** Holm over rows. */
  pHolm: number;
  verdict: RowVerdict;
}

export interface JudgedRow {
  row: number;
  n: number;
  /** Plain mean of the row's readings. */
  mean: number;
  /** What the row is expected to be: drawn toward its sisters, or as it shows itself when it stands out from them. */
  estimate: number;
  se: number;
  interval: [number, number];
  /** The row against its sisters; 1 where nothing can tell. */
  p: number;
  pHolm: number;
  against: { target: Against | null; sisters: Against };
  standsOut: boolean;
}

export interface JudgedRows {
  /** Of the machine over fields and stops. */
  mean: number;
  /** 95 %, over fields and stops; null where nothing tells it. */
  meanInterval: [number, number] | null;
  rows: JudgedRow[];
  /** Spread between rows, fields and stops, and within; null where the readings cannot tell it apart. */
  sd: { rows: number | null; fields: number | null; stops: number | null; within: number };
}

/** The 95 % interval of a difference; null where nothing tells it. @example intervalOf(row.against.sisters) */
export const intervalOf = ({ difference, se, df }: Against): [number, number] | null =>
  df > 0 ? tInterval(difference, se, df) : null;

/** A row is above or below from this probability on that it lies outside the tolerance, and alike from that inside. Defaults. */
const OUTSIDE = 0.75;
const INSIDE = 0.85;
/** What a row reads at a single stop may be that place: from so many stops on it is the row. */
const LEAST_STOPS = 2;
/** Level of the tests, after Holm. */
const STANDS_OUT = 0.05;

/**
 * Rows of one machine over fields and stops, each against the target and against its sister rows.
 * Mean and spreads: mixed model with row, field and stop within field as random effects, by REML. A row against
 * its sisters: both as fixed effects of the same model, the sisters being the rows that do not stand out
 * themselves (the farthest is set aside first), t with Satterthwaite's degrees of freedom, Holm (1979) over rows. Estimates are
 * best linear unbiased predictions, but rows that stand out keep what they show themselves, so that they
 * neither shrink nor widen what the others may differ by. A row seen at one stop alone is never called.
 *
 * @param readings one figure a row and stop, any one unit; rows from 1
 * @param options target and tolerance in the same unit; without a tolerance any difference told from chance counts
 * @throws RangeError naming the reading that is wrong
 * @example judgePlanterRows([{ row: 1, field: 'a', stop: '1', value: 2 }, { row: 2, field: 'a', stop: '1', value: 3 }]).mean // 2.5
 */
export const judgePlanterRows = (
  readings: readonly RowFigure[],
  options: { target?: number; tolerance?: number } = {},
): JudgedRows => judgeRows(rowModel(readings), options);

/**
 * The same of readings that were modelled already.
 *
 * @param options.figuresByField estimates and intervals as well as verdicts from the model in which rows may differ from field to field
 */
export function judgeRows(
  model: RowModel,
  {
    target,
    tolerance,
    figuresByField = false,
  }: { target?: number; tolerance?: number; figuresByField?: boolean } = {},
): JudgedRows {
  if (target !== undefined) requireFinite('target', target);
  if (tolerance !== undefined) requirePositive('tolerance', tolerance);
  const { readings, rows, groups: labels, fixed: own } = model;
  const y = readings.map(({ value }) => value);
  const rowLabels = readings.map(({ row }) => String(row));
  const whole = mean(y)!;
  const ofRow = rows.map((row) => readings.filter((one) => one.row === row));
  const means = ofRow.map((figures) => mean(figures.map(({ value }) => value))!);

  const spread = own
    ? fitMixedModel({
        y,
        fixed: y.map(() => [1]),
        groups: { row: rowLabels, ...labels },
        start: ratiosOf(own),
      })
    : null;
  const sdOf = (name: string, told: boolean) =>
    told && spread ? Math.sqrt(spread.varianceComponents[name] ?? 0) : null;
  const judged: JudgedRows = {
    mean: spread ? spread.beta[0]! : whole,
    meanInterval:
      spread && spread.residualVariance > 0
        ? tInterval(spread.beta[0]!, spread.se[0]!, Math.max(1, spread.df[0]!))
        : null,
    rows: [],
    sd: {
      rows: sdOf('row', true),
      fields: sdOf('field', 'field' in labels),
      stops: sdOf('stop', 'stop' in labels),
      within: spread ? Math.sqrt(spread.residualVariance) : 0,
    },
  };
  if (!spread || !own) {
    // One row, or one reading each: what they read is all there is.
    const nothing = (difference: number): Against => ({
      difference,
      se: 0,
      df: 0,
      p: 1,
      pHolm: 1,
      verdict: 'undecided',
    });
    judged.rows = rows.map((row, r) => ({
      row,
      n: ofRow[r]!.length,
      mean: means[r]!,
      estimate: means[r]!,
      se: judged.sd.within,
      interval: [means[r]!, means[r]!],
      p: 1,
      pHolm: 1,
      against: {
        target: target === undefined ? null : nothing(means[r]! - target),
        sisters: nothing(means[r]! - whole),
      },
      standsOut: false,
    }));
    return judged;
  }

  const often = ofRow.map(
    (figures) =>
      new Set(figures.map(({ field, stop }) => JSON.stringify([field, stop]))).size >= LEAST_STOPS,
  );
  /** What each row shows by itself over its fields and stops, against the other rows and against the target. */
  const judgedBy = (of: MixedModel) => {
    const shown = rows.map((_, r) => of.contrast(rows.map((__, i) => (i === r ? 1 : 0))));
    return {
      shown,
      sisters: againstSisters(of, often, tolerance),
      target:
        target === undefined
          ? null
          : judge(
              shown.map((one) => ({ ...one, estimate: one.estimate - target })),
              often,
              tolerance,
            ),
    };
  };
  const plain = judgedBy(own);
  const isNamed = ({ verdict }: Against) => verdict === 'above' || verdict === 'below';
  // A row that is named must be named where rows may differ from field to field as well; where none is, that changes nothing.
  const byField =
    plain.sisters.some(isNamed) || plain.target?.some(isNamed) ? model.byField() : own;
  const guarded = byField === null || byField === own ? plain : judgedBy(byField);
  const figures = figuresByField ? guarded : plain;
  const withVerdicts = (all: readonly Against[], verdicts: readonly Against[]) =>
    all.map((one, r) => ({ ...one, verdict: verdicts[r]!.verdict }));
  const { shown } = figures;
  const sisters = withVerdicts(figures.sisters, guarded.sisters);
  const toTarget = figures.target && withVerdicts(figures.target, guarded.target!);
  const out = sisters.map(isNamed);
  // Where every row stands out from every other there is no crowd.
  const alike =
    out.some(Boolean) && !out.every(Boolean)
      ? crowdApart(y, rowLabels, rows, out, labels, spread)
      : spread;
  const rowVariance = alike.varianceComponents['row'] ?? 0;
  judged.rows = rows.map((row, r) => {
    const apart = sisters[r]!.se ** 2;
    const estimate = out[r]
      ? shown[r]!.estimate
      : alike.beta[0]! + (alike.effects['row']?.[String(row)] ?? 0);
    const se = out[r]
      ? shown[r]!.se
      : Math.sqrt(alike.se[0]! ** 2 + (rowVariance * apart) / (rowVariance + apart || 1));
    return {
      row,
      n: ofRow[r]!.length,
      mean: means[r]!,
      estimate,
      se,
      interval: tInterval(estimate, se, Math.max(1, shown[r]!.df)),
      p: sisters[r]!.p,
      pHolm: sisters[r]!.pHolm,
      against: { target: toTarget?.[r] ?? null, sisters: sisters[r]! },
      standsOut: out[r]!,
    };
  });
  return judged;
}

/** Where the fit of a similar model can begin. */
const ratiosOf = ({ varianceComponents, residualVariance }: MixedModel) =>
  Object.fromEntries(
    Object.entries(varianceComponents).map(([name, variance]) => [
      name,
      variance / residualVariance,
    ]),
  );

/** Rows that stand out have an effect of their own; the others are alike but for chance. */
function crowdApart(
  y: readonly number[],
  rowLabels: readonly string[],
  rows: readonly number[],
  out: readonly boolean[],
  groups: Record<string, string[]>,
  whole: MixedModel,
): MixedModel {
  const apart = rows.filter((_, r) => out[r]).map(String);
  const fixed = rowLabels.map((label) => [1, ...apart.map((own) => (own === label ? 1 : 0))]);
  return fitMixedModel({
    y,
    fixed,
    groups: { row: [...rowLabels], ...groups },
    start: ratiosOf(whole),
  });
}

type Difference = Pick<Against, 'difference' | 'se' | 'df'>;

/** How far rows of one machine lie from each other, in tolerances: alike, but for a share that stands out. Defaults, those of the trench check. */
const ALIKE = [0.08, 0.16, 0.28];
const OUT = 2;
const OUT_SHARES = [0.25, 0.45, 0.65];

/** Rows that stand out are no sisters to the others: the farthest one told is set aside, then the next is looked for. */
function againstSisters(
  own: MixedModel,
  often: readonly boolean[],
  tolerance: number | undefined,
): Against[] {
  const size = often.length;
  const apart = new Set<number>();
  for (;;) {
    const sisters = Array.from({ length: size }, (_, i) => i).filter((i) => !apart.has(i));
    const now = judge(
      Array.from({ length: size }, (_, r) => {
        const others = sisters.filter((i) => i !== r);
        return own.contrast(
          Array.from({ length: size }, (_, i) =>
            i === r ? 1 : others.includes(i) ? -1 / others.length : 0,
          ),
        );
      }),
      often,
      tolerance,
    );
    const farthest = now
      .map(({ difference, se, verdict }, r) => ({ r, verdict, size: Math.abs(difference) / se }))
      .filter(({ r, verdict }) => !apart.has(r) && (verdict === 'above' || verdict === 'below'))
      .sort((a, b) => b.size - a.size)[0];
    // At most half of the rows can stand out from the others.
    if (!farthest || apart.size + 1 > Math.floor((size - 1) / 2)) return now;
    apart.add(farthest.r);
  }
}

/**
 * Each difference tested against 0 with Holm's correction; above or below when it is told from 0 and lies outside the
 * tolerance with enough probability, as the trench check has it: rows are alike but for a few that stand out. Without a
 * tolerance any difference told from 0 counts.
 */
function judge(
  estimates: readonly { estimate: number; se: number; df: number }[],
  often: readonly boolean[],
  tolerance: number | undefined,
): Against[] {
  const differences: Difference[] = estimates.map(({ estimate, ...one }) => ({
    difference: estimate,
    ...one,
  }));
  const p = differences.map(({ difference, se, df }) => twoSidedP(difference, se, df));
  const corrected = holm(p);
  const chances =
    tolerance === undefined
      ? null
      : rowPosterior(
          differences.map(({ difference, se, df }) => ({
            mean: difference,
            n: 1,
            variance: Math.max(se * se, 1e-12 * tolerance * tolerance),
            df: Math.max(1, df),
          })),
          [-tolerance, tolerance],
          {
            alikeSds: ALIKE.map((sd) => sd * tolerance),
            outSd: OUT * tolerance,
            outShares: OUT_SHARES,
          },
        ).rows;
  return differences.map((one, r) => {
    const chance = chances?.[r];
    const told = often[r]! && corrected[r]! <= STANDS_OUT;
    const side = one.difference > 0 ? 'above' : 'below';
    const verdict: RowVerdict =
      told && (!chance || chance[side] >= OUTSIDE)
        ? side
        : chance && 1 - chance.above - chance.below >= INSIDE
          ? 'alike'
          : 'undecided';
    return { ...one, p: p[r]!, pHolm: corrected[r]!, verdict };
  });
}
