import { requirePositive } from '../arguments/index.ts';
import { wilsonInterval } from '../stats/index.ts';
import { isOff, type PlanterDepths, type RowDepth } from './analyseRowDepths.ts';
import { FURROW_PARTS, type FurrowFindings, type FurrowPart } from './findings.ts';

/** What one row's furrow showed, for the judgement. */
export interface TrenchRow {
  row: number;
  findings: FurrowFindings;
  /** Seeds found in moist soil, and seeds of which it is known. */
  moist: number;
  judgedForMoisture: number;
  /** As noted on the row unit; '' when not noted. */
  closingWheel: string;
}

/** What a trench check means, as figures for the screen to put into words; most important first. */
export type TrenchFinding =
  /** With the rows that need something else than the machine as a whole, and those that cannot be judged before it is shifted. */
  | {
      finding: 'wholePlanter';
      offM: number;
      shiftM: number;
      exceptions: number[];
      undecided: number[];
    }
  /** The machine as a whole is off its target, inside the window: only said. */
  | { finding: 'insideWindow'; offM: number; depthM: number; windowM: readonly [number, number] }
  | {
      finding: 'offRows';
      rows: {
        row: number;
        verdict: 'shallow' | 'deep';
        offM: number;
        correctionM: number;
      }[];
    }
  | {
      finding: 'undecidedRows';
      rows: {
        row: number;
        moreDigs: RowDepth['moreDigs'];
        /** It looks off, but must be dug at other places first. */
        needsPlaces: RowDepth['needsPlaces'];
        offM: number;
      }[];
    }
  | { finding: 'onTarget'; rows: number }
  /** Inside the tolerance, but not on the target itself. */
  | { finding: 'besideTarget'; rows: { row: number; offM: number }[] }
  | { finding: 'looseRows'; rows: { row: number; sdM: number }[]; withinM: number }
  | { finding: 'drySeeds'; share: number; lower: number; upper: number; rows: number[] }
  | {
      finding: 'spread';
      /** Rows apart from each other point to their settings; spread inside rows to downforce, speed, ground. */
      pointsTo: 'rows' | 'within' | 'both';
      betweenM: number;
      withinM: number;
    }
  | { finding: 'furrow'; part: FurrowPart; saw: string; rows: number[] }
  | { finding: 'mixedClosingWheels'; wheels: { wheel: string; rows: number[] }[] };

/**
 * Judges a trench check: which rows are off and by how much, whether the rows or the ground are to
 * blame, and what the furrows showed.
 *
 * @param depths from `analyseRowDepths`; null when no depth was read
 * @param rows what each opened furrow showed
 * @param targetM depth aimed for; @param toleranceM what is still on target; @param windowM what is accepted for the crop
 * @example judgeTrench(depths, rows, { targetM: 0.051, toleranceM: 0.006 })[0].finding // 'offRows'
 */
export function judgeTrench(
  depths: PlanterDepths | null,
  rows: readonly TrenchRow[],
  {
    targetM,
    toleranceM,
    windowM,
  }: { targetM: number; toleranceM: number; windowM?: readonly [number, number] },
): TrenchFinding[] {
  requirePositive('targetM', targetM);
  requirePositive('toleranceM', toleranceM);
  const findings: TrenchFinding[] = [];
  if (depths) findings.push(...judgeDepths(depths, { targetM, toleranceM, windowM }));
  const judged = rows.reduce((sum, row) => sum + row.judgedForMoisture, 0);
  const dry = rows.reduce((sum, row) => sum + row.judgedForMoisture - row.moist, 0);
  if (dry > 0) {
    findings.push({
      finding: 'drySeeds',
      ...wilsonInterval(dry, judged),
      rows: rows.filter((row) => row.moist < row.judgedForMoisture).map(({ row }) => row),
    });
  }
  for (const part of Object.keys(FURROW_PARTS) as FurrowPart[]) {
    for (const saw of FURROW_PARTS[part].slice(1)) {
      const seen = rows.filter((row) => row.findings[part] === saw).map(({ row }) => row);
      if (seen.length > 0) findings.push({ finding: 'furrow', part, saw, rows: seen });
    }
  }
  const wheels = new Map<string, number[]>();
  for (const { row, closingWheel } of rows) {
    const wheel = closingWheel.trim().toLowerCase();
    if (wheel !== '') wheels.set(wheel, [...(wheels.get(wheel) ?? []), row]);
  }
  if (wheels.size > 1)
    findings.push({
      finding: 'mixedClosingWheels',
      wheels: [...wheels].map(([wheel, of]) => ({ wheel, rows: of })),
    });
  return findings;
}

function judgeDepths(
  depths: PlanterDepths,
  {
    targetM,
    toleranceM,
    windowM,
  }: { targetM: number; toleranceM: number; windowM: readonly [number, number] | undefined },
): TrenchFinding[] {
  const findings: TrenchFinding[] = [];
  const { shiftM, depthM, acceptedInWindow } = depths.machine;
  // Rows of an accepted machine are off the depth that they have in common.
  const aimM = acceptedInWindow ? depthM : targetM;
  const allOff = depths.rows.flatMap(({ row, verdict, meanM, correctionM, exception }) =>
    isOff(verdict) ? [{ row, verdict, offM: meanM - aimM, correctionM, exception }] : [],
  );
  // What the shift of the machine mends is not ordered a second time, row by row.
  const off = allOff.flatMap(({ exception, ...one }) => (shiftM === 0 || exception ? [one] : []));
  const allUndecided = depths.rows.filter(({ verdict }) => verdict === 'undecided');
  const shifted = (meanM: number) => shiftM !== 0 && (meanM - aimM) * shiftM < 0;
  const undecided = allUndecided.filter(({ meanM }) => !shifted(meanM));
  if (acceptedInWindow && windowM)
    findings.push({ finding: 'insideWindow', offM: depthM - targetM, depthM, windowM });
  if (shiftM !== 0)
    findings.push({
      finding: 'wholePlanter',
      offM: depthM - targetM,
      shiftM,
      exceptions: off.map(({ row }) => row),
      undecided: allUndecided.flatMap(({ row, meanM }) => (shifted(meanM) ? [row] : [])),
    });
  if (off.length > 0) findings.push({ finding: 'offRows', rows: off });
  if (undecided.length > 0)
    findings.push({
      finding: 'undecidedRows',
      rows: undecided.map(({ row, moreDigs, needsPlaces, meanM }) => ({
        row,
        moreDigs,
        needsPlaces,
        offM: meanM - aimM,
      })),
    });
  if (allOff.length === 0 && allUndecided.length === 0 && !acceptedInWindow)
    findings.push({ finding: 'onTarget', rows: depths.rows.length });
  const beside = depths.rows.filter(({ besideTarget }) => besideTarget);
  if (beside.length > 0)
    findings.push({
      finding: 'besideTarget',
      rows: beside.map(({ row, meanM }) => ({ row, offM: meanM - targetM })),
    });
  const loose = depths.rows.flatMap((row) =>
    row.loose && row.sdM !== null ? [{ row: row.row, sdM: row.sdM }] : [],
  );
  if (loose.length > 0 && depths.withinRowSdM !== null)
    findings.push({ finding: 'looseRows', rows: loose, withinM: depths.withinRowSdM });
  const { betweenRowSdM: betweenM, withinRowSdM: withinM } = depths;
  if (betweenM !== null && withinM !== null) {
    const apart = (depths.rowsDiffer?.p ?? 1) <= 0.05 && betweenM >= toleranceM / 2;
    const wide = withinM > toleranceM * 1.2;
    if (apart || wide)
      findings.push({
        finding: 'spread',
        pointsTo: apart && wide ? 'both' : apart ? 'rows' : 'within',
        betweenM,
        withinM,
      });
  }
  return findings;
}
