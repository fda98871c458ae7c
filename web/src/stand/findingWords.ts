import { rowsText, type StandFinding } from '@sendero/core';

const numbers = (rows: readonly { row: number }[]) => rowsText(rows.map(({ row }) => row));
const percent = (share: number) => `${Math.round(100 * share)} %`;

/** @example moreStopsText([2, 6]) // '2 to 6 more stops' */
export const moreStopsText = ([low, high]: readonly [number, number]) =>
  `${low === high ? low : `${low} to ${high}`} more ${high === 1 ? 'stop' : 'stops'}`;

export interface FindingWords {
  tone: 'act' | 'good' | 'plain';
  says: string;
  next: string;
}

/** A finding of the core in plain sentences: what it means, and what to look at next. */
export function findingWords(finding: StandFinding): FindingWords {
  switch (finding.finding) {
    case 'thin':
      return {
        tone: 'act',
        says: `The stand is thin: ${percent(finding.missingShare)} of the plants that should be alive are missing; even the upper end of the 95 % interval is thin.`,
        next: 'Dig at gaps, and at a healthy neighbour, before blaming planter, seed or ground. A thin stand alone is no reason to replant.',
      };
    case 'undecided': {
      const between = `between ${percent(finding.lowestShare)} and ${percent(finding.highestShare)} of what should be alive`;
      return finding.precise
        ? {
            tone: 'good',
            says: `The stand is close to full: ${between}.`,
            next: 'Few plants are missing on the whole: look at the rows by themselves.',
          }
        : {
            tone: 'plain',
            says: `The walk cannot tell yet: the stand is ${between}.`,
            next: 'More stops narrow it; judge after them.',
          };
    }
    case 'full':
      return {
        tone: 'good',
        says: `The stand is as full as germination and field loss allow: ${percent(finding.ofExpected)} of the expected live stand.`,
        next: 'Look at the rows by themselves; the average hides them.',
      };
    case 'oneStop':
      return {
        tone: 'plain',
        says: 'One stop is one number: it says nothing of the rest of the field.',
        next: 'Two stops give an interval; six or more can be enough.',
      };
    case 'moreStops':
      return {
        tone: 'plain',
        says: finding.agree
          ? `The stops agree within ± ${percent(finding.relativeHalfWidth)}, but so few stops can all miss a thin part of the field.`
          : `Too few stops yet for ± ${percent(finding.relativeHalfWidth)}.`,
        next: `${moreStopsText(finding.more)} would do it at this spread. More stops beat longer stops.`,
      };
    case 'notRuledOut':
      return {
        tone: 'plain',
        says: `None of the ${finding.stops} stops was thin. A thin part of up to ${percent(finding.upToShare)} of the field can still have been missed (95 % confidence).`,
        next: 'Look over the field from its edges or from above, and stop where it looks thin.',
      };
    case 'twoFields':
      return {
        tone: 'act',
        says: `${finding.thin} of ${finding.of} stops stand at ${percent(finding.thinPerM2 / finding.restPerM2)} of the others: one mean hides two fields.`,
        next: 'Find out how far the thin places reach, and judge them by themselves: more stops in them, and their area.',
      };
    case 'thinRows':
      return {
        tone: 'act',
        says: `${numbers(finding.rows)} ${finding.rows.length === 1 ? 'stands' : 'stand'} thinner than the other rows at stop after stop (${finding.rows.map(({ ratio }) => percent(ratio)).join(', ')} of their density).`,
        next: 'Check the depth setting and the meter of that row. Gaps that repeat point to the disc; shallow seed in dry soil to the depth stop.',
      };
    case 'thickRows':
      return {
        tone: 'plain',
        says: `${numbers(finding.rows)} ${finding.rows.length === 1 ? 'stands' : 'stand'} thicker than the other rows at stop after stop (${finding.rows.map(({ ratio }) => percent(ratio)).join(', ')}).`,
        next: 'Look for doubles on the tape: a singulator set too lax.',
      };
    case 'lateRows':
      return {
        tone: 'act',
        says: `${numbers(finding.rows)} ${finding.rows.length === 1 ? 'has' : 'have'} more plants behind than the other rows at stop after stop (${finding.rows.map(({ share }) => percent(share)).join(', ')} behind).`,
        next: 'Dig a late plant and its neighbour: different depths point to placement, the same depth to soil or seed.',
      };
    case 'unevenStages':
      return {
        tone: 'plain',
        says: `Late plants take ${percent(finding.lostShare)} off the stand if they are discounted.`,
        next: 'Come back to tagged late plants at grain fill to weigh them by your own figures.',
      };
  }
}
