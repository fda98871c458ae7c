import { seededRandom } from '../../stats/index.ts';
import {
  CAUSE_WORLDS,
  causeCase,
  FAULTY_SHARES,
  isThere,
  type CauseCase,
  type SaidOfCase,
} from './causeCases.ts';
import { summarise, type GridLimit, type GridRate } from './grid.ts';

/** Chances as they are said. */
const BANDS = [
  [0.1, 0.3],
  [0.3, 0.5],
  [0.5, 0.7],
  [0.7, 0.9],
  [0.9, 1.01],
] as const;

/** What cold, water and insects do looks like weak seed. */
const LIKE_WEAK_SEED = ['coldShock', 'saturated', 'maggot', 'pythium'];
/** Of the cases made, so many have one fault, two, or none. */
const FAULTS_OF_CASE = [1, 0, 1, 2, 0, 1, 2, 0, 1, 0];

/**
 * Causes told over worlds in which faults follow from physics, and over the one their odds were set on: by how careful people look, how rough the
 * ground is, and how many plantings have a fault.
 */
export function causeWorldRates({ seed, runs }: { seed: number; runs: number }): GridRate[] {
  const worlds = CAUSE_WORLDS.map((world, w) => {
    const random = seededRandom(seed + 7919 * w);
    const cases = Array.from({ length: runs }, (_, i) =>
      causeCase(world, random, FAULTS_OF_CASE[(i + 2 * w) % FAULTS_OF_CASE.length]!),
    );
    return { world, cases };
  });
  const over = (
    what: string,
    limit: GridLimit,
    once: (one: CauseCase, said: SaidOfCase) => boolean | null,
  ): GridRate =>
    summarise(
      what,
      limit,
      worlds.flatMap(({ world, cases }) =>
        FAULTY_SHARES.map((faulty, s) => {
          const hits = cases.map((one) => once(one, one.said[s]!)).filter((hit) => hit !== null);
          return {
            name: `${world.name}, ${100 * faulty} % with a fault`,
            share: hits.filter(Boolean).length / Math.max(1, hits.length),
            cases: hits.length,
          };
        }),
      ),
    );
  const among = (one: CauseCase, { causes }: SaidOfCase, first: number) =>
    one.faults.length === 0
      ? null
      : causes.slice(0, first).some(({ cause }) => isThere(one, cause));
  return [
    over(
      'causes: one or two faults, the first cause is right',
      { atLeast: 0.8, worst: 0.7 },
      (one, said) => among(one, said, 1),
    ),
    over('… a fault is among the first three', { atLeast: 0.95, worst: 0.85 }, (one, said) =>
      among(one, said, 3),
    ),
    over('… nothing wrong, a clean card', { atLeast: 0.92, worst: 0.85 }, (one, { clean }) =>
      one.faults.length > 0 ? null : clean,
    ),
    over(
      '… a cause of rows is named on its row',
      { atLeast: 0.9, worst: 0.8 },
      (one, { causes: [first] }) =>
        first && first.rows && isThere(one, first.cause)
          ? isThere(one, first.cause, first.rows)
          : null,
    ),
    over(
      '… weak seed is called likely where cold, wet or insects are the cause',
      { atMost: 0.05, worst: 0.15 },
      (one, { causes }) =>
        isThere(one, 'weakSeed') || !LIKE_WEAK_SEED.some((cause) => isThere(one, cause))
          ? null
          : causes.some(({ cause, probability }) => cause === 'weakSeed' && probability >= 0.5),
    ),
    ...BANDS.map(
      ([from, to]) =>
        summarise(
          `… said ${100 * from} to ${Math.min(100, 100 * to)} %: off from the share that is true`,
          { atMost: 0.1 },
          [
            {
              name: 'all of them',
              ...offInBand(
                worlds.flatMap(({ cases }) => cases),
                [from, to],
              ),
            },
          ],
        ),
      // A sample may have none in a band.
    ).filter(({ cases }) => cases > 0),
  ];
}

/** How far what is said in a band lies from the share that is true, over all shares of plantings with a fault. */
function offInBand(
  cases: readonly CauseCase[],
  [from, to]: readonly [number, number],
): { share: number; cases: number } {
  const made = cases.filter(({ faults }) => faults.length > 0).length / cases.length;
  let [off, weights, n] = [0, 0, 0];
  for (const one of cases)
    for (const { faulty, causes } of one.said) {
      const weight = one.faults.length > 0 ? faulty / made : (1 - faulty) / (1 - made);
      for (const { cause, probability } of causes) {
        if (probability < from || probability >= to) continue;
        off += weight * (Number(isThere(one, cause)) - probability);
        weights += weight;
        n += 1;
      }
    }
  return {
    share: Math.abs(off) / Math.max(weights, 1e-9),
    cases: Math.ceil(n / FAULTY_SHARES.length),
  };
}
