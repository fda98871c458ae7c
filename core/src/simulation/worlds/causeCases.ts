import { DIAGNOSIS_NAMES, weighCauses, type WeighedCause } from '../../diagnosis/index.ts';
import {
  cardCells,
  diagnoseCard,
  isClean,
  judgeCard,
  type CaseRecords,
} from '../../readings/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { isOfRows, makeBlindCase, type BlindFault } from '../blind/index.ts';
import { LOOKS, makePhysicalCase } from '../physics/index.ts';

/** Plantings with faults and without, made and looked at in one way. */
export interface CauseWorld {
  name: string;
  records(random: SeededRandom, faults: CauseCase['faults'], rows: number): CaseRecords;
}

/** What is said of a planting where so many plantings have a fault. */
export interface SaidOfCase {
  faulty: number;
  causes: WeighedCause[];
  clean: boolean;
}

export interface CauseCase {
  faults: (BlindFault & { row: number })[];
  said: SaidOfCase[];
}

/** Shares of plantings with a fault that the method is told of. */
export const FAULTY_SHARES = [0.3, 0.6, 0.85];

export const CAUSE_WORLDS: readonly CauseWorld[] = [
  ...(['careful', 'hasty'] as const).flatMap((look) =>
    [0, 1].map((rough): CauseWorld => ({
      name: `physics, ${rough ? 'an older machine on a rough seedbed' : 'a precise machine'}, looked at by a ${look} scout`,
      records: (random, faults, rows) =>
        makePhysicalCase({ seed: random.below(2 ** 31), faults, rows, rough, look: LOOKS[look] }),
    })),
  ),
  {
    name: 'faults that show by chance',
    records: (random, faults, rows) =>
      makeBlindCase({ seed: random.below(2 ** 31), faults, planterRows: rows }),
  },
];

/** Some faults of different kinds, in any row and of any strength. */
function drawn(random: SeededRandom, count: number, rows: number): CauseCase['faults'] {
  const left: string[] = [...DIAGNOSIS_NAMES];
  return Array.from({ length: count }, () => ({
    fault: left.splice(random.below(left.length), 1)[0]!,
    row: 1 + random.below(rows),
    strength: random.uniform(),
  }));
}

/** One planting of a world with so many faults, and what the app makes of its records. */
export function causeCase(world: CauseWorld, random: SeededRandom, count: number): CauseCase {
  const rows = [8, 12, 16][random.below(3)]!;
  const faults = drawn(random, count, rows);
  const records = world.records(random, faults, rows);
  const cells = cardCells(records);
  const card = judgeCard(records.planter.data, cells);
  const { signs } = diagnoseCard(card, cells, records);
  return {
    faults,
    said: FAULTY_SHARES.map((faulty) => {
      const causes = weighCauses(signs, { faultyShare: faulty });
      return { faulty, causes, clean: isClean(card, causes) };
    }),
  };
}

/** Whether a cause is there at all, or in one of these rows. */
export const isThere = (
  { faults }: Pick<CauseCase, 'faults'>,
  cause: string,
  rows: readonly number[] | null = null,
): boolean =>
  faults.some(
    ({ fault, row }) =>
      fault === cause && (rows === null || !isOfRows(cause) || rows.includes(row)),
  );
