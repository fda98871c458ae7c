import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { INCH_M } from '../units/index.ts';
import type { CardDepths } from './cardCells.ts';
import { depthsAgainstSisters, depthSpread } from './depthTests.ts';

const ROWS = 12;

/** Depths of a machine, in. off the target: what all seeds of a row share at a place, and what each has of its own. */
function dug(
  random: ReturnType<typeof seededRandom>,
  {
    places = 2,
    seeds = 3,
    shared = 0.15,
    own = 0.15,
    off = {},
  }: {
    places?: number;
    seeds?: number;
    shared?: number;
    own?: number;
    off?: Record<number, number>;
  },
): Map<number, CardDepths[]> {
  return new Map(
    Array.from({ length: ROWS }, (_, r) => [
      r + 1,
      Array.from({ length: places }, (_, p): CardDepths => {
        const place = shared * random.normal();
        return {
          row: r + 1,
          plantingId: 'planting',
          placeId: `${p}`,
          offM: Array.from(
            { length: seeds },
            () => (place + own * random.normal() + (off[r + 1] ?? 0)) * INCH_M,
          ),
          targetM: 2 * INCH_M,
          toleranceM: 0.25 * INCH_M,
          windowM: null,
        };
      }),
    ]),
  );
}
const isNamed = (byRow: Map<number, CardDepths[]>, row: number) =>
  [...depthsAgainstSisters(depthSpread(byRow), -1)].some(
    ([one, told]) => one === row && (told === 'seen' || told === 'plain'),
  );
const anyNamed = (byRow: Map<number, CardDepths[]>) =>
  Array.from({ length: ROWS }, (_, r) => r + 1).some((row) => isNamed(byRow, row));

describe('rows that lie shallower than their sisters', () => {
  it('seeds of one place are no proof for each other: sound rows are hardly named where they share what the place does', () => {
    const random = seededRandom(86_001);
    const times = 200;
    const named = Array.from({ length: times }, () => anyNamed(dug(random, {}))).filter(Boolean);
    expect(named.length / times).toBeLessThan(0.05);
  });

  it('a row ¾ in shallow at both places is', () => {
    const random = seededRandom(86_002);
    const times = 100;
    const found = Array.from({ length: times }, () =>
      isNamed(dug(random, { off: { 4: -0.75 } }), 4),
    ).filter(Boolean);
    expect(found.length / times).toBeGreaterThan(0.85);
  });

  it('what lifts all rows of a place lifts none of them', () => {
    const random = seededRandom(86_003);
    const byRow = dug(random, { shared: 0.02, own: 0.05 });
    for (const own of byRow.values()) own[0]!.offM = own[0]!.offM.map((m) => m - INCH_M);
    expect(anyNamed(byRow)).toBe(false);
  });
});
