import { requireWhole } from '../arguments/index.ts';
import { shuffled, type SeededRandom } from '../stats/index.ts';
import type { Travel } from '../stand/index.ts';

/** What is counted at a stop: planter rows, rising, and how its planter should have travelled. */
export interface RowsAtStop {
  rows: number[];
  travel: Travel;
}

/**
 * Which planter rows to count at each stop of a walk: blocks of rows beside each other, from alternate halves of the planter, so
 * that after any number of stops every row has been counted within one of equally often; and passes of both directions for
 * every block.
 *
 * @param rows of the planter; @param atOnce rows counted at a stop
 * @returns for the stop of that number, from 0
 * @example rowsAtStops({ rows: 12, atOnce: 4 }, seededRandom(1))(0) // { rows: [5, 6, 7, 8], travel: 'away' }
 */
export function rowsAtStops(
  { rows, atOnce }: { rows: number; atOnce: number },
  random: SeededRandom,
): (stop: number) => RowsAtStop {
  requireWhole('rows', rows, 1);
  requireWhole('atOnce', atOnce, 1);
  const block = Math.min(rows, atOnce);
  const whole = rows % block === 0;
  const blocks = rows / block;
  const starts = random.below(rows);
  const firstTravel = random.below(2);
  // Of blocks that fit, one of the left half, then one of the right; others follow each other around the planter.
  const ordered = whole ? alternateHalves(blocks, random) : [];
  const travels = whole ? blocks : rows / gcd(rows, block);
  return (stop) => {
    requireWhole('stop', stop, 0);
    const from = whole ? ordered[stop % blocks]! * block : (starts + stop * block) % rows;
    const round = Math.floor(stop / travels);
    // A cycle of even length would give each block one direction for ever: turned each time around.
    const turned = (stop + (travels % 2 === 0 ? round : 0) + firstTravel) % 2;
    return {
      rows: Array.from({ length: block }, (_, i) => ((from + i) % rows) + 1).sort((a, b) => a - b),
      travel: turned === 0 ? 'away' : 'toward',
    };
  };
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

function alternateHalves(blocks: number, random: SeededRandom): number[] {
  const all = Array.from({ length: blocks }, (_, i) => i);
  const half = Math.ceil(blocks / 2);
  const left = shuffled(all.slice(0, half), random);
  const right = shuffled(all.slice(half), random);
  const [one, other] =
    left.length > right.length || random.below(2) === 0 ? [left, right] : [right, left];
  return one.flatMap((block, i) => (other[i] === undefined ? [block] : [block, other[i]!]));
}
