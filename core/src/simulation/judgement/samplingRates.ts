import { planeAt, type Boundary, type Metres } from '../../geo/index.ts';
import {
  drawPlaces,
  fieldPatterns,
  rowsAtStops,
  samplingFrame,
  type SamplingFrame,
} from '../../sampling/index.ts';
import {
  summariseStand,
  type StandPlan,
  type StandStop,
  type StandSummary,
} from '../../stand/index.ts';
import { mean, seededRandom, type SeededRandom } from '../../stats/index.ts';
import { rateOver, type Rate } from './rate.ts';
import { LENGTH_M, ROW_M, SLOTS } from './standRates.ts';

const ROWS = 12;
const HEADLAND_M = 24;
const STOPS = [8, 12, 20, 30];
/** Pieces of a simulated field: a hundred for each three stops do. */
const CELLS = 800;

/** A field whose stand is known everywhere: the share of slots with a plant. */
interface SimulatedField {
  frame: SamplingFrame;
  /** By ground; rows differ beside that. */
  alive(at: Metres): number;
  row(row: number): number;
  /** Over all that stops may be drawn from, plants per slot. */
  truth: number;
}

export const FIELD_KINDS = ['even', 'patchy', 'gradient', 'bad rows'] as const;
type FieldKind = (typeof FIELD_KINDS)[number];

/** A field of about 80 acres with its corners where they happen to be. */
function someBoundary(random: SeededRandom): Boundary {
  const { toPlace } = planeAt([-138.6, 44.6]);
  const corner = (x: number, y: number) =>
    toPlace([x * (250 + 60 * random.uniform()), y * (300 + 60 * random.uniform())]);
  const ring = [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
  return { type: 'MultiPolygon', coordinates: [[[...ring, ring[0]!]]] };
}

/** A field of a kind. Patches are tens of metres wide; a gradient goes across all of it; bad rows are so in every pass. */
export function simulateSampledField(kind: FieldKind, random: SeededRandom): SimulatedField {
  const frame = samplingFrame(
    { boundary: someBoundary(random), zones: [], obstacles: [], headlandM: HEADLAND_M },
    random,
    CELLS,
  )!;
  const patches = Array.from({ length: kind === 'patchy' ? 6 + random.below(7) : 0 }, () => ({
    at: frame.cells[random.below(frame.cells.length)]!.at,
    radiusM: 40 + 60 * random.uniform(),
    loss: 0.2 + 0.4 * random.uniform(),
  }));
  const slope = kind === 'gradient' ? 0.1 + 0.2 * random.uniform() : 0;
  const heading = 2 * Math.PI * random.uniform();
  const bad = new Map(
    Array.from({ length: kind === 'bad rows' ? 1 + random.below(2) : 0 }, () => [
      1 + random.below(ROWS),
      0.55 + 0.25 * random.uniform(),
    ]),
  );
  const alive = ([x, y]: Metres) =>
    patches.reduce(
      (share, { at, radiusM, loss }) =>
        share * (1 - loss * Math.exp(-((x - at[0]) ** 2 + (y - at[1]) ** 2) / (2 * radiusM ** 2))),
      0.9 + (slope * (x * Math.cos(heading) + y * Math.sin(heading))) / 600 - slope / 2,
    );
  const row = (one: number) => bad.get(one) ?? 1;
  const rowMean = mean(Array.from({ length: ROWS }, (_, i) => row(i + 1)))!;
  return {
    frame,
    alive,
    row,
    truth: mean(frame.cells.map(({ at }) => alive(at)))! * rowMean,
  };
}

/** What a scout counts at a place. */
function countAt(
  { alive, row }: SimulatedField,
  at: Metres,
  rows: readonly number[],
  random: SeededRandom,
): StandStop['counts'] {
  const ground = alive(at);
  return rows.map((one) => {
    const share = ground * row(one);
    let inStep = 0;
    for (let slot = 0; slot < SLOTS; slot++) if (random.uniform() < share) inStep += 1;
    return { row: one, lengthM: LENGTH_M, rowWidthM: ROW_M, inStep };
  });
}

const ALL_ROWS = Array.from({ length: ROWS }, (_, i) => i + 1);
const perSlot = (perM2: number) => (perM2 * LENGTH_M * ROW_M) / SLOTS;

function standAt(
  field: SimulatedField,
  places: readonly Metres[],
  random: SeededRandom,
  { plan, rowsAt = () => ALL_ROWS }: { plan?: StandPlan; rowsAt?(stop: number): number[] } = {},
): StandSummary {
  return summariseStand(
    places.map((at, i) => ({
      id: String(i),
      at,
      zone: '',
      counts: countAt(field, at, rowsAt(i), random),
    })),
    { plan },
  );
}

/** How the places of a walk come about. */
export const WAYS = {
  'by the plan': (field, stops, random) =>
    standAt(
      field,
      drawPlaces(field.frame, { stops }, random)
        .slice(0, stops)
        .map(({ at }) => at),
      random,
      { plan: { shares: field.frame.shares } },
    ),
  'by the plan, four rows a stop': (field, stops, random) => {
    const rows = rowsAtStops({ rows: ROWS, atOnce: 4 }, random);
    const places = drawPlaces(field.frame, { stops }, random).slice(0, stops);
    return standAt(
      field,
      places.map(({ at }) => at),
      random,
      { plan: { shares: field.frame.shares }, rowsAt: (stop) => rows(stop).rows },
    );
  },
  'at places drawn one by one': (field, stops, random) =>
    standAt(
      field,
      Array.from({ length: stops }, () => anywhere(field, random)),
      random,
    ),
  'by an eye that bad places draw': (field, stops, random) =>
    standAt(
      field,
      Array.from({ length: stops }, () => {
        // Of three places in sight, every second time the worst.
        const seen = [0, 1, 2].map(() => anywhere(field, random));
        return random.uniform() < 0.5
          ? seen[0]!
          : seen.reduce((worst, at) => (field.alive(at) < field.alive(worst) ? at : worst));
      }),
      random,
    ),
  'where it is handy': (field, stops, random) => {
    // From a corner inwards, not far.
    const corner = field.frame.cells[0]!.at;
    const near = field.frame.cells
      .map(({ at }) => at)
      .sort(
        ([ax, ay], [bx, by]) =>
          Math.hypot(ax - corner[0], ay - corner[1]) - Math.hypot(bx - corner[0], by - corner[1]),
      )
      .slice(0, Math.ceil(field.frame.cells.length / 5));
    return standAt(
      field,
      Array.from({ length: stops }, () => near[random.below(near.length)]!),
      random,
    );
  },
} satisfies Record<
  string,
  (field: SimulatedField, stops: number, random: SeededRandom) => StandSummary
>;
export type Way = keyof typeof WAYS;

const anywhere = ({ frame }: SimulatedField, random: SeededRandom) =>
  frame.cells[random.below(frame.cells.length)]!.at;

export interface WayOfChoosing {
  kind: FieldKind;
  way: Way;
  /** Whether each interval held the truth. */
  covers: number[];
  /** Squared error of each mean, as a share of the truth; its sign apart. */
  errors: number[];
}

/** The same fields walked in every way. @param runs fields of each kind */
export function walkEveryWay({ seed, runs }: { seed: number; runs: number }): WayOfChoosing[] {
  const draw = seededRandom(seed);
  const all = FIELD_KINDS.flatMap((kind) =>
    (Object.keys(WAYS) as Way[]).map((way): WayOfChoosing => ({
      kind,
      way,
      covers: [],
      errors: [],
    })),
  );
  for (let run = 0; run < runs; run++)
    for (const kind of FIELD_KINDS) {
      const random = seededRandom(draw.below(2 ** 31));
      const field = simulateSampledField(kind, random);
      const stops = STOPS[run % STOPS.length]!;
      for (const one of all) {
        if (one.kind !== kind) continue;
        const { meanPerM2, intervalPerM2 } = WAYS[one.way](field, stops, random);
        const [low, high] = intervalPerM2!.map(perSlot) as [number, number];
        one.covers.push(Number(low <= field.truth && field.truth <= high));
        one.errors.push(perSlot(meanPerM2) / field.truth - 1);
      }
    }
  return all;
}

/** Stops of a plan that tell as much as one stop drawn one by one. */
export function stopsFor(ways: readonly WayOfChoosing[], kind: FieldKind): number {
  const squares = (way: Way) =>
    mean(ways.find((one) => one.kind === kind && one.way === way)!.errors.map((e) => e ** 2))!;
  return squares('by the plan') / squares('at places drawn one by one');
}

/** Whether intervals of planned walks hold what they say, and what planning saves. @param runs fields, of all kinds together */
export function samplingRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const ways = walkEveryWay({ seed, runs: Math.ceil(runs / FIELD_KINDS.length) });
  const of = (way: Way) => ways.filter((one) => one.way === way).flatMap(({ covers }) => covers);
  return [
    rateOver('planned stops: 95 % intervals that hold the field’s stand', of('by the plan'), {
      within: [0.93, 0.97],
    }),
    rateOver(
      'planned stops of four rows: 95 % intervals that hold the field’s stand',
      of('by the plan, four rows a stop'),
      { within: [0.93, 0.97] },
    ),
    rateOver(
      'planned stops of even fields: a pattern called',
      patternsCalled({ seed, runs, kind: 'even' }),
      {
        atMost: 0.05,
      },
    ),
    rateOver(
      'planned stops of fields with a gradient: a pattern called',
      patternsCalled({ seed, runs, kind: 'gradient' }),
      { atLeast: 0.8 },
    ),
    {
      what: 'planned stops for each one drawn one by one, on patchy ground',
      share: stopsFor(ways, 'patchy'),
      cases: runs,
      limit: { atMost: 0.75 },
    },
  ];
}

/** Whether 20 planned stops of a field are said to show a pattern. */
function patternsCalled({
  seed,
  runs,
  kind,
}: {
  seed: number;
  runs: number;
  kind: FieldKind;
}): number[] {
  const draw = seededRandom(seed + 1);
  return Array.from({ length: Math.ceil(runs / 2) }, () => {
    const random = seededRandom(draw.below(2 ** 31));
    const field = simulateSampledField(kind, random);
    const places = drawPlaces(field.frame, { stops: 20 }, random).slice(0, 20);
    const figures = places.map(({ at }) => ({
      at,
      value: summariseStand([{ id: '', counts: countAt(field, at, ALL_ROWS, random) }]).meanPerM2,
    }));
    return Number(fieldPatterns(figures, 0).length > 0);
  });
}
