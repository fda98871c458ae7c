import { median } from 'd3-array';
import { requirePositive, requireWhole } from '../arguments/index.ts';
import { rowsThatAreLate, rowsThatStandOut, type RowStand } from './standByRow.ts';
import type { StandSummary } from './summariseStand.ts';
import { THIN } from './twoFields.ts';

/** What a stand walk means, as figures for the screen to put into words; most important first. */
export type StandFinding =
  | { finding: 'thin'; missingShare: number; ofExpected: number }
  | { finding: 'undecided'; lowestShare: number; highestShare: number; precise: boolean }
  | { finding: 'full'; ofExpected: number }
  | { finding: 'oneStop' }
  /** `agree`: the stops seen agree within this share already, but so few may all have missed a thin part. */
  | {
      finding: 'moreStops';
      more: [low: number, high: number];
      relativeHalfWidth: number;
      agree: boolean;
    }
  /** No stop was thin: what share of the field may still be, with 95 % confidence. */
  | { finding: 'notRuledOut'; stops: number; upToShare: number }
  /** Stops of two kinds: one mean hides both. */
  | { finding: 'twoFields'; thin: number; of: number; thinPerM2: number; restPerM2: number }
  | { finding: 'thinRows'; rows: { row: number; ratio: number }[] }
  | { finding: 'thickRows'; rows: { row: number; ratio: number }[] }
  | { finding: 'lateRows'; rows: { row: number; share: number }[] }
  | { finding: 'unevenStages'; lostShare: number };

/** Shortfall against the expected live stand that is called thin. A default of this app. */
export const THIN_BELOW = 0.95;

const noStopThin = (stops: StandSummary['stops']): boolean => {
  const middle = median(stops, ({ perM2 }) => perM2)!;
  return stops.every(({ perM2 }) => perM2 > THIN.share * middle);
};

/**
 * The largest share of a field that so many stops, placed by chance, may all have missed, with 95 % confidence: 1 − 0.05^(1/n), the exact
 * binomial bound after n stops of which none was thin.
 *
 * @throws RangeError for less than one stop
 * @example mayBeMissed(6) // 0.39
 */
export const mayBeMissed = (stops: number): number =>
  1 - 0.05 ** (1 / requireWhole('stops', stops, 1));

/**
 * Judges a stand against what was expected to live, row by row as well as whole.
 *
 * @param stand from `summariseStand`
 * @param rows from `standByRow`; empty when rows were not told apart
 * @param expectedPerM2 expected live stand, plants per m²
 * @example judgeStand(stand, [], 7.2)[0] // { finding: 'full', ofExpected: 0.99 }
 */
export function judgeStand(
  stand: StandSummary,
  rows: readonly RowStand[],
  expectedPerM2: number,
): StandFinding[] {
  requirePositive('expectedPerM2', expectedPerM2);
  const findings: StandFinding[] = [];
  const ofExpected = stand.meanPerM2 / expectedPerM2;
  const { twoFields, stops } = stand;
  if (stand.intervalPerM2 === null) findings.push({ finding: 'oneStop' });
  else if (twoFields) {
    const { thin, thinPerM2, restPerM2 } = twoFields;
    findings.push({
      finding: 'twoFields',
      thin: thin.length,
      of: stops.length,
      thinPerM2,
      restPerM2,
    });
  } else {
    const [lower, upper] = stand.intervalPerM2.map((bound) => bound / expectedPerM2) as [
      number,
      number,
    ];
    const range = stand.stopsRange(0.05);
    const enough = stand.enough(0.05);
    if (upper < THIN_BELOW)
      findings.push({ finding: 'thin', missingShare: 1 - ofExpected, ofExpected });
    else if (lower >= THIN_BELOW) findings.push({ finding: 'full', ofExpected });
    else
      findings.push({
        finding: 'undecided',
        lowestShare: Math.max(0, lower),
        highestShare: upper,
        precise: enough,
      });
    if (range && !enough) {
      const more = (needed: number) => Math.max(1, needed - stops.length);
      findings.push({
        finding: 'moreStops',
        more: [more(range[0]), more(range[1])],
        relativeHalfWidth: 0.05,
        agree: (stand.intervalPerM2[1] - stand.meanPerM2) / stand.meanPerM2 <= 0.05,
      });
    }
    // Of a full field, or one that was walked enough, what it may still hide is said.
    if (upper >= THIN_BELOW && noStopThin(stops))
      findings.push({
        finding: 'notRuledOut',
        stops: stops.length,
        upToShare: mayBeMissed(stops.length),
      });
  }
  const apart = rowsThatStandOut(rows);
  const thin = apart.filter(({ ratio }) => ratio < 1);
  const thick = apart.filter(({ ratio }) => ratio > 1);
  if (thin.length > 0) findings.push({ finding: 'thinRows', rows: thin });
  if (thick.length > 0) findings.push({ finding: 'thickRows', rows: thick });
  const late = rowsThatAreLate(rows);
  if (late.length > 0)
    findings.push({
      finding: 'lateRows',
      rows: late.map(({ row, behind }) => ({ row, share: behind!.share })),
    });
  const lostShare = stand.meanPerM2 > 0 ? 1 - stand.effective.meanPerM2 / stand.meanPerM2 : 0;
  if (lostShare >= 0.02) findings.push({ finding: 'unevenStages', lostShare });
  return findings;
}
