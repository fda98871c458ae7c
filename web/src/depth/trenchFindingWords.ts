import type { TrenchFinding } from '@sendero/core';
import type { FindingWords } from '../stand/findingWords.ts';
import type { Units } from '../units/useUnits.ts';
import { depthChange, POINTS_TO, rowsText, SAW } from './trenchWords.ts';

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** A finding of a trench check in plain sentences: what it means, and what to do at the machine. */
export function trenchFindingWords(finding: TrenchFinding, units: Units): FindingWords {
  switch (finding.finding) {
    case 'wholePlanter':
      return {
        tone: 'act',
        says: `The planter as a whole runs ${units.show(Math.abs(finding.offM), 'seedDepth')} too ${finding.verdict}.`,
        next: 'Look at what all rows share before turning every handle: frame height, downforce, soft ground, speed.',
      };
    case 'offRows':
      return {
        tone: 'act',
        says: finding.rows
          .map(
            ({ row, verdict, offM }) =>
              `Row ${row} is ${units.show(Math.abs(offM), 'seedDepth')} too ${verdict}.`,
          )
          .join(' '),
        next: finding.rows
          .map(({ row, correctionM }) =>
            correctionM === 0
              ? `Row ${row}: less than one step of the depth stop; look at its wheels and downforce.`
              : `Row ${row}: set ${depthChange(correctionM, units)}.`,
          )
          .join(' '),
      };
    case 'undecidedRows':
      return {
        tone: 'plain',
        says: `${rowsText(finding.rows.map(({ row }) => row))} cannot be told yet: the seeds differ too much for so few.`,
        next: finding.rows.some(({ moreDigs }) => moreDigs === null)
          ? 'Dig two seeds or more in each row.'
          : `More digs would settle it: ${finding.rows.map(({ row, moreDigs }) => `row ${row} about ${moreDigs}`).join(', ')}.`,
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
          rows: `The rows differ from each other (SD ${between}) more than seeds do inside a row (SD ${within}).`,
          within: `Seeds differ inside every row (SD ${within}); the rows among each other do not.`,
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
