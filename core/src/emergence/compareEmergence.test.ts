import { expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { upBy } from './fitEmergence.ts';
import {
  bootstrapEmergence,
  compareEmergence,
  emergenceInterval,
  poolLengths,
  type EmergenceGroup,
  type FlaggedCounts,
} from './index.ts';

const HOURS = [180, 228, 276, 324];
/** Lengths of seeds that come up along a curve; each seed draws its own fate. */
function lengthsOf(
  { lengths, halfH, seeds = 32 }: { lengths: number; halfH: number; seeds?: number },
  seed: number,
): FlaggedCounts[] {
  const random = seededRandom(seed);
  const curve = { finalShare: 0.9, halfH, steepness: 20 };
  return Array.from({ length: lengths }, (_, i) => {
    const fates = Array.from({ length: seeds }, () => random.uniform());
    const rounds = HOURS.map((hours, k) => ({
      round: String(k),
      hours,
      emerged: fates.filter((fate) => fate < upBy(curve, hours)).length,
    }));
    return { id: `${seed} ${i}`, sown: seeds, rounds };
  });
}
function drawn(groups: EmergenceGroup[], draws = 400) {
  const run = bootstrapEmergence(groups, { draws, random: seededRandom(5) });
  const done: number[] = [];
  for (;;) {
    const step = run.next();
    if (step.done) return { draws: step.value, done };
    done.push(step.value);
  }
}
const rows = (late: number, lengths = 2) =>
  Array.from({ length: 12 }, (_, i) => ({
    name: `Row ${i + 1}`,
    lengths: lengthsOf({ lengths, halfH: i === 3 ? 225 + late : 225 }, 40 + i),
  }));

it('a row half up a day and a half later is told from its sisters, and no other is', () => {
  const told = compareEmergence(drawn(rows(36)).draws);
  expect(told.flatMap(({ name, verdict }) => (verdict === 'later' ? name : []))).toEqual(['Row 4']);
  const { laterH, interval } = told[3]!;
  expect(laterH).toBeGreaterThan(20);
  expect(interval.lower).toBeLessThan(36);
  expect(interval.upper).toBeGreaterThan(36);
  expect(
    compareEmergence(drawn(rows(0)).draws).every(({ verdict }) => verdict === 'not told apart'),
  ).toBe(true);
});

it('more lengths make the interval of a row narrower', () => {
  const width = (lengths: number) => {
    const { lower, upper } = compareEmergence(drawn(rows(30, lengths)).draws)[3]!.interval;
    return upper - lower;
  };
  expect(width(4)).toBeLessThan(0.8 * width(1));
});

it('rows that came up alike to the hour are not told apart', () => {
  const [same] = rows(0);
  const alike = Array.from({ length: 3 }, (_, i) => ({ ...same!, name: `Row ${i + 1}` }));
  const told = compareEmergence(drawn(alike, 60).draws);
  expect(told.every(({ pHolm, verdict }) => pHolm <= 1 && verdict === 'not told apart')).toBe(true);
});

it('tells how far it is, and the same seed gives the same draws', () => {
  const groups = [{ name: 'all', lengths: lengthsOf({ lengths: 6, halfH: 225 }, 1) }];
  const first = drawn(groups);
  expect(first.done.length).toBeGreaterThan(10);
  expect(first.done.at(-1)).toBe(1);
  expect([...drawn(groups).draws[0]!.t50H]).toEqual([...first.draws[0]!.t50H]);
});

it('an interval holds what the counts were made from, in about as many fields as it says', () => {
  let [half, final] = [0, 0];
  const fields = 60;
  for (let field = 0; field < fields; field++) {
    const [draws] = drawn(
      [{ name: 'all', lengths: lengthsOf({ lengths: 12, halfH: 225 }, 900 + field) }],
      200,
    ).draws;
    const t50 = emergenceInterval(draws!, 't50H', 0.9);
    const share = emergenceInterval(draws!, 'finalShare');
    if (t50.lower <= 225 && 225 <= t50.upper) half += 1;
    if (share.lower <= 0.9 && 0.9 <= share.upper) final += 1;
  }
  expect(half / fields).toBeGreaterThan(0.85);
  expect(final / fields).toBeGreaterThan(0.88);
});

it('a group where nothing came up is left out, not invented', () => {
  const nothing = { id: 'n', sown: 30, rounds: [{ round: '0', hours: 180, emerged: 0 }] };
  expect(drawn([{ name: 'bare', lengths: [nothing] }]).draws).toEqual([]);
});

it('a length that missed a round of the others is left out of the sum, and named', () => {
  const [a, b, c] = lengthsOf({ lengths: 3, halfH: 225 }, 7) as [
    FlaggedCounts,
    FlaggedCounts,
    FlaggedCounts,
  ];
  const missed = { ...c, rounds: c.rounds.filter(({ round }) => round !== '1') };
  const pool = poolLengths([a, b, missed]);
  expect(pool.used).toEqual([a.id, b.id]);
  expect(pool.leftOut).toEqual([c.id]);
  expect(pool.emerged.at(-1)).toBe(a.rounds[3]!.emerged + b.rounds[3]!.emerged);
  // A round that one length alone saw says nothing of the others.
  const extra = { ...a, rounds: [...a.rounds, { round: '9', hours: 400, emerged: 32 }] };
  expect(poolLengths([extra, b, c]).rounds).toEqual(['0', '1', '2', '3']);
});
