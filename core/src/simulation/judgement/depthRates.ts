import { analyseRowDepths, beforeAndAfter, isOff, type PlanterDepths } from '../../depth/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { rateOver, type Rate } from './rate.ts';

const TARGET = { targetM: 2 * INCH_M, toleranceM: 0.25 * INCH_M, stepM: 0.25 * INCH_M };
const READ_TO = 0.125;

/** Depths dug behind one row, in: its true miss, the spread of its seeds, read to the graduation. */
function dug(random: SeededRandom, { off, sd, seeds }: { off: number; sd: number; seeds: number }) {
  return Array.from({ length: seeds }, () => {
    const depth = 2 + off + sd * random.normal();
    return Math.max(0, Math.round(depth / READ_TO) * READ_TO) * INCH_M;
  });
}

interface Case {
  /** True miss of each row, in. */
  off: number[];
  /** SD inside each row, in. */
  sd: number[];
}
const even = (rows: number, first: number[] = []): Case => ({
  off: Array.from({ length: rows }, (_, i) => first[i] ?? 0),
  sd: Array.from({ length: rows }, () => 0.25),
});

function planter(random: SeededRandom, { off, sd }: Case, seeds: number): PlanterDepths {
  return analyseRowDepths(
    off.flatMap((by, i) =>
      dug(random, { off: by, sd: sd[i]!, seeds }).map((depthM) => ({ row: i + 1, depthM })),
    ),
    TARGET,
  );
}

/**
 * Error rates of the depth judgement over simulated planters: corrections, calls, more digs, and whether an
 * adjustment worked.
 *
 * @param seed of the simulation; none that a figure was tuned on
 * @param runs planters behind each rate
 * @param rows numbers of rows tried
 */
export function depthRates({
  seed,
  runs,
  rows = [4, 12, 36],
}: {
  seed: number;
  runs: number;
  rows?: readonly number[];
}): Rate[] {
  const random = seededRandom(seed);
  const rates: Rate[] = [];
  const over = (
    what: string,
    limit: Rate['limit'],
    make: () => { of: Case; seeds: number },
    count: (found: PlanterDepths) => number | null,
  ) => {
    const counted = Array.from({ length: runs }, () => {
      const { of, seeds } = make();
      return count(planter(random, of, seeds));
    });
    rates.push(
      rateOver(
        what,
        counted.filter((one) => one !== null),
        limit,
      ),
    );
  };
  const anyCalled = ({ rows: found }: PlanterDepths) =>
    found.some(({ verdict }) => isOff(verdict)) ? 1 : 0;
  const calledShare = ({ rows: found }: PlanterDepths) =>
    found.filter(({ verdict }) => isOff(verdict)).length / found.length;
  /** Steps by which the correction of a row called off misses what it needs. */
  const stepsAmiss = (found: PlanterDepths, row: number, needIn: number) =>
    Math.abs(Math.round((found.rows[row]!.correctionM - needIn * INCH_M) / TARGET.stepM));
  for (const n of rows) {
    for (const seeds of [3, 5, 10]) {
      const case_ = `${n} rows × ${seeds} seeds`;
      over(
        `${case_}: a row on target called off, equal spreads (planters)`,
        { atMost: 0.05 },
        () => ({ of: even(n), seeds }),
        anyCalled,
      );
      over(
        `${case_}: a row on target called off, one loose row (planters)`,
        { atMost: 0.1 },
        () => ({
          of: { off: even(n).off, sd: even(n).off.map((_, i) => (i === 0 ? 0.6 : 0.2)) },
          seeds,
        }),
        anyCalled,
      );
      over(
        `${case_}: every row 0.2 in off, inside the tolerance, called off (rows)`,
        { atMost: { 3: 0.16, 5: 0.09, 10: 0.05 }[seeds]! },
        () => ({
          of: even(
            n,
            Array.from({ length: n }, () => -0.2),
          ),
          seeds,
        }),
        calledShare,
      );
      over(
        `${case_}: one row ½ in shallow: its correction within one step, when called`,
        { atLeast: 0.97 },
        () => ({ of: even(n, [-0.5]), seeds }),
        (found) => (isOff(found.rows[0]!.verdict) ? Number(stepsAmiss(found, 0, 0.5) <= 1) : null),
      );
    }
    over(
      `${n} rows × 5 seeds: ½ in off is found`,
      { atLeast: 0.8 },
      () => ({ of: even(n, [-0.5]), seeds: 5 }),
      ({ rows: [first] }) => Number(first!.verdict === 'shallow'),
    );
    over(
      `${n} rows × 5 seeds: ¾ in off is found`,
      { atLeast: 0.98 },
      () => ({ of: even(n, [0.75]), seeds: 5 }),
      ({ rows: [first] }) => Number(first!.verdict === 'deep'),
    );
    over(
      `${n} rows × 5 seeds: one row ½ in shallow: its correction exact, when called`,
      { atLeast: 0.75 },
      () => ({ of: even(n, [-0.5]), seeds: 5 }),
      (found) => (isOff(found.rows[0]!.verdict) ? Number(stepsAmiss(found, 0, 0.5) === 0) : null),
    );
    over(
      `${n} rows × 5 seeds: the whole machine ½ in shallow is shifted by exactly that`,
      { atLeast: 0.75 },
      () => ({
        of: even(
          n,
          Array.from({ length: n }, () => -0.5),
        ),
        seeds: 5,
      }),
      ({ machine }) => Number(Math.abs(machine.shiftM - 0.5 * INCH_M) < 1e-9),
    );
    over(
      `${n} rows × 5 seeds: a loose row is called loose`,
      { atLeast: 0.5 },
      () => ({
        of: { off: even(n).off, sd: even(n).off.map((_, i) => (i === 0 ? 0.6 : 0.2)) },
        seeds: 5,
      }),
      ({ rows: [first] }) => Number(first!.loose),
    );
  }
  rates.push(settledByMoreDigs(random, runs), ...adjustments(random, runs));
  return rates;
}

/** An undecided row dug as often more as was said: is it decided then? */
function settledByMoreDigs(random: SeededRandom, runs: number): Rate {
  const counted: number[] = [];
  for (let i = 0; i < 40 * runs && counted.length < runs; i++) {
    const of = even(12, [random.uniform() - 0.5]);
    const seeds = 3 + random.below(3);
    const groups = of.off.map((off, k) => dug(random, { off, sd: of.sd[k]!, seeds }));
    const judged = () =>
      analyseRowDepths(
        groups.flatMap((depths, k) => depths.map((depthM) => ({ row: k + 1, depthM }))),
        TARGET,
      ).rows[0]!;
    const { moreDigs } = judged();
    if (!Array.isArray(moreDigs)) continue;
    groups[0]!.push(...dug(random, { off: of.off[0]!, sd: 0.25, seeds: moreDigs[1] }));
    counted.push(Number(judged().verdict !== 'undecided'));
  }
  return rateOver('as many more digs as were said settle an undecided row', counted, {
    atLeast: 0.8,
  });
}

/** Rows dug, adjusted and dug again: by an adjustment that does nothing, and by one that is right. */
function adjustments(random: SeededRandom, runs: number): Rate[] {
  const outcome = (offAfter: number) => {
    const before = dug(random, { off: -0.5, sd: 0.25, seeds: 5 });
    const after = analyseRowDepths(
      even(12, [offAfter]).off.flatMap((off, k) =>
        dug(random, { off, sd: 0.25, seeds: 5 }).map((depthM) => ({ row: k + 1, depthM })),
      ),
      TARGET,
    );
    return beforeAndAfter(
      [1],
      [{ row: 1, at: '2027-04-28T12:00:00Z', depthsM: before }],
      after,
      TARGET,
    )[0]!.outcome;
  };
  const outcomes = (offAfter: number) => Array.from({ length: runs }, () => outcome(offAfter));
  return [
    rateOver(
      'an adjustment that changed nothing (½ in shallow) is said to have worked',
      outcomes(-0.5).map((said) => Number(said === 'worked')),
      { atMost: 0.05 },
    ),
    rateOver(
      'an adjustment that put the row on target is said not to have worked',
      outcomes(0).map((said) => Number(said === 'did not')),
      { atMost: 0.05 },
    ),
  ];
}
