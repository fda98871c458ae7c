import { exampleFamily, type Kept, type Kind, type StandWalk } from '../records/index.ts';
import { readWalkFacts, readWalkStand, type WalkFacts, type WalkStand } from './index.ts';

let made = 0;
const newId = () => `00000000-0000-7000-8000-${String((made += 1)).padStart(12, '0')}`;
const family = exampleFamily(newId);

/** The example of a kind. For tests. */
export const example = <K extends Kind>(kind: K) => {
  const { id, data } = family.find((one) => one.kind === kind)!;
  return { id, data: data as Kept<K>['data'] };
};

/** A walk's stops with what was seen at each, read. For tests. */
export function walkOf(
  stops: readonly {
    chosen?: boolean;
    /** As they are kept, but for what no reading asks. */
    seen: readonly object[];
  }[],
  change: { planting?: Partial<Kept<'planting'>['data']>; weights?: WalkFacts['weights'] } = {},
): WalkStand {
  const planting = example('planting');
  const held = stops.map(({ chosen = false }, i) => ({
    id: newId(),
    data: {
      ...example('stop').data,
      ordinal: i + 1,
      chosen,
      planned: null,
      at: null,
      accuracyM: null,
      skipped: [],
      note: '',
    },
  }));
  const facts = readWalkFacts(
    { id: 'walk', data: example('walk').data as StandWalk },
    { ...planting, data: { ...planting.data, ...change.planting } },
    example('field').data,
    example('planter').data,
    held,
    change.weights ?? null,
  );
  return readWalkStand(
    facts,
    stops.map(({ seen }, i) =>
      seen.map((data) => ({
        kind: 'observation',
        id: newId(),
        revision: 1,
        deletedAt: null,
        editedBy: '',
        editedAt: '',
        data: {
          row: null,
          note: '',
          ...data,
          stopId: held[i]!.id,
        } as unknown as Kept<'observation'>['data'],
      })),
    ),
  );
}

/** Plants counted in a row of a thousandth of an acre. */
export const counted = (row: number, inStep: number, oneBehind = 0, twoBehind = 0) =>
  ({ type: 'count', row, lengthM: 5.31, rowWidthM: 0.762, inStep, oneBehind, twoBehind }) as const;

/** A gap dug. */
export const gapDug = (
  found: string,
  depthM: number | null = null,
  neighbourM: number | null = null,
) =>
  ({
    type: 'gapDig',
    atM: null,
    what: 'gap',
    found,
    depthM,
    typed: '',
    neighbourM,
    neighbourTyped: '',
    feel: null,
    cover: [],
  }) as const;

/** A dug plant. */
export const plant = (depthM: number | null, more: object = {}) => ({
  stage: 'V3',
  way: 'seed',
  depthM,
  mesocotylM: null,
  crownM: null,
  typed: '',
  roots: null,
  turnedAtM: null,
  nodal: null,
  slot: null,
  wall: null,
  oldRoots: null,
  ...more,
});

/** A late plant dug beside its neighbour. */
export const pairDug = (lateM: number | null, neighbourM: number | null, more: object = {}) =>
  ({
    type: 'plantDig',
    atM: null,
    neighbourAtM: null,
    plant: plant(lateM),
    late: 'oneBehind',
    neighbour: plant(neighbourM),
    feel: null,
    cover: [],
    ...more,
  }) as const;

/** A plant in step dug for its roots. */
export const rootsDug = (roots: string, more: object = {}) =>
  ({
    type: 'plantDig',
    atM: null,
    neighbourAtM: null,
    plant: plant(0.05, { roots, ...more }),
    late: null,
    neighbour: null,
    feel: null,
    cover: [],
  }) as const;

/** A tape, read to four metres. */
export const taped = (positionsM: number[], stages: (string | null)[] = []) =>
  ({
    type: 'tape',
    row: 3,
    positionsM,
    readToM: 4,
    typed: [],
    stages,
    stagedBy: 'collars',
  }) as const;
