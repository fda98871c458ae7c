import { rowsText } from '@sendero/core';
import type { RowDepth, TrenchFinding } from '@sendero/core';
import type { FindingWords } from '../stand/findingWords.ts';
import type { Units } from '../units/useUnits.ts';
import { depthChange, POINTS_TO, SAW } from './trenchWords.ts';

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** A finding of a trench check in plain sentences: what it means, and what to do at the machine. */
export function trenchFindingWords(finding: TrenchFinding, units: Units): FindingWords {
  switch (finding.finding) {
    case 'wholePlanter':
      return {
        tone: 'act',
        says: `The machine as a whole runs about ${units.show(Math.abs(finding.offM), 'seedDepth')} too ${finding.shiftM > 0 ? 'shallow' : 'deep'}.`,
        next: `Shift all rows ${depthChange(finding.shiftM, units)}${finding.exceptions.length > 0 ? `; set ${rowsText(finding.exceptions).toLowerCase()} as said below instead` : ''}. First look at what all rows share: frame height, downforce, soft ground, speed.${finding.undecided.length > 0 ? ` ${rowsText(finding.undecided)} cannot be judged by ${finding.undecided.length === 1 ? 'itself' : 'themselves'} yet: dig again after the shift.` : ''}`,
      };
    case 'insideWindow':
      return {
        tone: 'good',
        says: `The planter runs ${units.show(finding.depthM, 'seedDepth')} deep: ${units.show(Math.abs(finding.offM), 'seedDepth')} ${finding.offM > 0 ? 'deeper' : 'shallower'} than the target, inside the recommended window of ${units.show(finding.windowM[0], 'seedDepth')} to ${units.show(finding.windowM[1], 'seedDepth')}.`,
        next: 'No correction is needed. Rows are compared with this depth.',
      };
    case 'offRows':
      return {
        tone: 'act',
        says: finding.rows
          .map(
            ({ row, verdict, offM }) =>
              `Row ${row} is about ${units.show(Math.abs(offM), 'seedDepth')} too ${verdict}.`,
          )
          .join(' '),
        next: finding.rows
          .map(({ row, correctionM }) => `Row ${row}: set ${depthChange(correctionM, units)}.`)
          .join(' '),
      };
    case 'undecidedRows': {
      const elsewhere = finding.rows.filter(({ needsPlaces }) => needsPlaces !== null);
      const open = finding.rows.filter(({ needsPlaces }) => needsPlaces === null);
      const side = (offM: number) => (offM < 0 ? 'shallow' : 'deep');
      return {
        tone: 'plain',
        says: [
          ...elsewhere.map(({ row, needsPlaces, offM }) =>
            needsPlaces === 'loose'
              ? `Row ${row} looks ${units.show(Math.abs(offM), 'seedDepth')} too ${side(offM)}, but its seeds lie at very uneven depth.`
              : `Row ${row} looks ${units.show(Math.abs(offM), 'seedDepth')} too ${side(offM)} at this one place.`,
          ),
          ...(open.length > 0
            ? [
                `${rowsText(open.map(({ row }) => row))} cannot be called yet: too few seeds for how much they differ, or too near the edge of the tolerance.`,
              ]
            : []),
        ].join(' '),
        next: [
          ...elsewhere.map(({ row, needsPlaces }) =>
            needsPlaces === 'loose'
              ? `Row ${row}: dig at two more places first.`
              : `Row ${row}: dig at a second place before you set it.`,
          ),
          ...open.map(({ row, moreDigs }) => `Row ${row}: ${digsText(moreDigs)}.`),
          ...(open.some(({ moreDigs }) => moreDigs !== null)
            ? ['Dig a few steps on: neighboring seeds share the bounce of the unit.']
            : []),
        ].join(' '),
      };
    }
    case 'besideTarget':
      return {
        tone: 'plain',
        says: finding.rows
          .map(
            ({ row, offM }) =>
              `Row ${row} lies ${units.show(Math.abs(offM), 'depthSpread')} to the ${offM < 0 ? 'shallow' : 'deep'} side, inside the tolerance.`,
          )
          .join(' '),
        next: 'No reason to turn it; remember it when the row is set for something else.',
      };
    case 'looseRows':
      return {
        tone: 'act',
        says: `${rowsText(finding.rows.map(({ row }) => row))} ${finding.rows.length === 1 ? 'puts its seeds' : 'put their seeds'} at uneven depth: ${finding.rows.map(({ row, sdM }) => `SD ${units.show(sdM, 'depthSpread')} in row ${row}`).join(', ')}, ${units.show(finding.withinM, 'depthSpread')} over all rows.`,
        next: 'A depth stop shifts a row, it does not loosen it: look for play in the arms and gauge wheels, worn bushings, a weak downforce spring, a rough path of that wheel.',
      };
    case 'onTarget':
      return {
        tone: 'good',
        says: `All ${finding.rows} rows dug are on target.`,
        next: 'Leave the depth stops alone. Check again when something changes, or after four hours.',
      };
    case 'drySeeds':
      return {
        tone: 'act',
        says: `${percent(finding.share)} of the seeds lie in dry soil (95 %: ${percent(finding.lower)} to ${percent(finding.upper)}): ${rowsText(finding.rows).toLowerCase()}.`,
        next: 'Shallow seed in marginal moisture is the worst case: it swells, then dries. Go under the moisture line if the school you follow allows it.',
      };
    case 'spread': {
      const between = units.show(finding.betweenM, 'depthSpread');
      const within = units.show(finding.withinM, 'depthSpread');
      return {
        tone: 'plain',
        says: {
          rows: `The mean depths of the rows differ (SD ${between}) more than the scatter of single seeds explains (SD ${within}).`,
          within: `Seeds differ inside every row (SD ${within}); the rows among each other no more than that.`,
          both: `The rows differ from each other (SD ${between}), and seeds inside the rows do too (SD ${within}).`,
        }[finding.pointsTo],
        next: {
          rows: 'That points to the settings of single rows: depth stops, gauge wheels, openers.',
          within: 'That points to downforce, speed and ground, not to the depth stops.',
          both: 'Set the rows first, then look at downforce and speed.',
        }[finding.pointsTo],
      };
    }
    case 'furrow':
      return {
        tone: 'act',
        says: `${SAW[finding.saw]}: ${rowsText(finding.rows).toLowerCase()}.`,
        next: POINTS_TO[finding.saw]!,
      };
    case 'mixedClosingWheels':
      return {
        tone: 'plain',
        says: `Closing wheels differ: ${finding.wheels.map(({ wheel, rows }) => `${wheel} on ${rowsText(rows).toLowerCase()}`).join('; ')}.`,
        next: 'Each make needs its own setting: judge closing and depth wheel by wheel, and do not read the difference as a difference of the rows.',
      };
  }
}

/** Digs that would settle a row, in words. @example digsText([2, 5]) // '2 to 5 more digs settle it' */
export function digsText(moreDigs: RowDepth['moreDigs']): string {
  if (moreDigs === 0) return 'settled';
  if (moreDigs === null)
    return 'so near the edge of the tolerance that 20 more digs would hardly settle it: leave it as it is';
  const [low, high] = moreDigs;
  return `${low === high ? low : `${low} to ${high}`} more ${high === 1 ? 'dig' : 'digs'} should settle it`;
}
