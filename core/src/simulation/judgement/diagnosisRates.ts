import {
  DIAGNOSES,
  DIAGNOSIS_NAMES,
  checkedRow,
  nextChecks,
  OPEN,
  weighCauses,
  type CaseSigns,
  type CheckMade,
  type Diagnosis,
  type WeighedCause,
} from '../../diagnosis/index.ts';
import { readCase } from '../../readings/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { FAULTS, isOfRows, makeBlindCase, type BlindFault } from '../blind/index.ts';
import { rateOver, type Rate } from './rate.ts';

const ROWS = 12;
/** A check finds its cause so often where it is there, and as seldom where it is not. */
const CHECK_RIGHT = 10 / 11;
interface BlindRun {
  faults: (BlindFault & { row: number })[];
  signs: CaseSigns;
  causes: WeighedCause[];
  clean: boolean;
}

/** Some faults of different kinds, any row and any strength. */
function drawn(random: SeededRandom, faults: number): BlindRun['faults'] {
  const left = [...FAULTS];
  return Array.from({ length: faults }, () => ({
    fault: left.splice(random.below(left.length), 1)[0]!,
    row: 1 + random.below(ROWS),
    strength: random.uniform(),
  }));
}

function blindRun(random: SeededRandom, faults: BlindRun['faults']): BlindRun {
  const seed = random.below(2 ** 31);
  const { signs, causes, clean } = readCase(makeBlindCase({ seed, faults, planterRows: ROWS }));
  return { faults, signs, causes, clean };
}

const isThere = ({ faults }: BlindRun, cause: string, row: number | null) =>
  faults.some(
    (one) => one.fault === cause && (row === null || !isOfRows(cause) || one.row === row),
  );

/**
 * How often a blind case is told: one trench check, one emergence series and one walk of eight stops, over one or two faults of any kind and strength,
 * and over sound planters.
 *
 * @param seed of the simulation; none that a ratio was set on; @param runs cases with faults behind each rate
 */
export function diagnosisRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const random = seededRandom(seed);
  const cases = Array.from({ length: runs }, (_, i) =>
    blindRun(random, drawn(random, 1 + (i % 2))),
  );
  const sound = Array.from({ length: Math.ceil(runs / 3) }, () => blindRun(random, []));
  const over = (
    what: string,
    of: readonly BlindRun[],
    hit: (one: BlindRun) => boolean,
    limit: Rate['limit'],
  ) =>
    rateOver(
      what,
      of.map((one) => Number(hit(one))),
      limit,
    );
  const among = (one: BlindRun, first: number) =>
    one.causes.slice(0, first).some(({ cause }) => isThere(one, cause, null));
  const stated = (from: number, below: number) =>
    [...cases, ...sound].flatMap((one) =>
      one.causes.flatMap(({ cause, probability }) =>
        probability >= from && probability < below ? [Number(isThere(one, cause, null))] : [],
      ),
    );
  const named = cases.flatMap((one) => {
    const [first] = one.causes;
    return first && first.rows && isOfRows(first.cause) && isThere(one, first.cause, null)
      ? [Number(first.rows.some((row) => isThere(one, first.cause, row)))]
      : [];
  });
  return [
    over('diagnosis, one or two faults: the first cause is right', cases, (one) => among(one, 1), {
      atLeast: 0.8,
    }),
    over(
      'diagnosis, one or two faults: a fault is among the first three',
      cases,
      (one) => among(one, 3),
      { atLeast: 0.95 },
    ),
    rateOver('diagnosis: a cause of a row is named on its row', named, { atLeast: 0.9 }),
    over('diagnosis, sound planter and field: a clean card', sound, ({ clean }) => clean, {
      atLeast: 0.95,
    }),
    rateOver('diagnosis: of causes given 50 to 70 %, so many are true', stated(0.5, 0.7), {
      within: [0.4, 0.8],
    }),
    rateOver('diagnosis: of causes given 70 to 90 %, so many are true', stated(0.7, 0.9), {
      within: [0.7, 0.9],
    }),
    rateOver('diagnosis: of causes given 90 % or more, so many are true', stated(0.9, 1.1), {
      atLeast: 0.9,
    }),
    ...checkRates(cases, random),
  ];
}

/** Minutes until no cause is open, by the next best check and by the order of the guide, over the same cases and the same luck. */
function checkRates(cases: readonly BlindRun[], random: SeededRandom): Rate[] {
  let [best, fixed, settled, settledBest, settledFixed] = [0, 0, 0, 0, 0];
  for (const one of cases) {
    const luck = random.below(2 ** 31);
    const byBest = minutesToSure(one, luck, (left) => nextChecks(left)[0]?.cause ?? left[0]!.cause);
    const byGuide = minutesToSure(one, luck, (open) =>
      DIAGNOSIS_NAMES.find((name) => open.some(({ cause }) => cause === name))!,
    );
    settled += Number(byBest.sure || byGuide.sure);
    // What no check settles costs both the same.
    if (!byBest.sure && !byGuide.sure) continue;
    best += byBest.minutes;
    fixed += byGuide.minutes;
    settledBest += Number(byBest.sure);
    settledFixed += Number(byGuide.sure);
  }
  return [
    {
      what: 'next best check: minutes to 90 % certainty ÷ those in the order of the guide',
      share: fixed > 0 ? best / fixed : 0,
      cases: settled,
      limit: { atMost: 0.7 },
    },
    {
      what: 'next best check: cases it settles ÷ those that the order of the guide settles',
      share: settledFixed > 0 ? settledBest / settledFixed : 1,
      cases: cases.length,
      limit: { atLeast: 0.95 },
    },
  ];
}

function minutesToSure(
  one: BlindRun,
  luck: number,
  choose: (left: readonly WeighedCause[]) => string,
): { minutes: number; sure: boolean } {
  const checks: CheckMade[] = [];
  let minutes = 0;
  let causes = one.causes;
  for (;;) {
    const isOpen = ({ probability }: WeighedCause) =>
      probability > OPEN[0] && probability < OPEN[1];
    if (!causes.some(isOpen)) return { minutes, sure: true };
    // What was checked is not checked again.
    const left = causes.filter(({ cause, rows, probability }) => {
      const row = rowOf(cause, rows);
      const made = checks.some((check) => check.cause === cause && check.row === row);
      return !made && probability > 0.01;
    });
    if (left.length === 0) return { minutes, sure: false };
    const cause = choose(left);
    const row = rowOf(cause, left.find((open) => open.cause === cause)!.rows);
    const chance = seededRandom(
      luck + 97 * DIAGNOSIS_NAMES.indexOf(cause as Diagnosis) + (row ?? 0),
    );
    const right = chance.uniform() < CHECK_RIGHT;
    checks.push({ cause, row, found: isThere(one, cause, row) === right });
    minutes += DIAGNOSES[cause as Diagnosis].check.minutes;
    causes = weighCauses({ ...one.signs, checks });
  }
}

const rowOf = (cause: string, rows: readonly number[] | null) =>
  checkedRow(DIAGNOSES[cause as Diagnosis].scope, rows);

/** Of each kind of fault, put in alone: how often it is the first cause, among the first three, and what probability it is given. */
export function faultTable({ seed, runs }: { seed: number; runs: number }) {
  const random = seededRandom(seed);
  return FAULTS.map((fault) => {
    let [first, three, probability] = [0, 0, 0];
    for (let i = 0; i < runs; i++) {
      const row = 1 + random.below(ROWS);
      const { causes } = blindRun(random, [{ fault, row, strength: random.uniform() }]);
      const at = causes.findIndex(({ cause }) => cause === fault);
      first += Number(at === 0);
      three += Number(at >= 0 && at < 3);
      probability += causes[at]?.probability ?? 0;
    }
    return { fault, first: first / runs, three: three / runs, probability: probability / runs };
  });
}
