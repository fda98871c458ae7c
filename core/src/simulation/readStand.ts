import { bisector, cumsum, rollup } from 'd3-array';
import { requireWhole } from '../arguments/index.ts';
import { CROP_FACTS } from '../crops/index.ts';
import { heatUnits } from '../season/index.ts';
import type { SimulatedStand } from './simulateStand.ts';
import { CAUSES, type Cause } from './world.ts';

/** Heat per leaf stage, °C·day; corn after the field guide's default, the others this simulation's own. */
const HEAT_PER_STAGE = { corn: 82 / 1.8, soybean: 90 / 1.8, wheat: 140 / 1.8 };

export interface Stretch {
  pass: number;
  /** Row unit, counted from 1 as on the planter. */
  row: number;
  fromM: number;
  toM: number;
  /** Hours after planting at which one looks. */
  atH: number;
}

/** Heat of each day of a weather for a crop, and up to it: every stretch of a stand asks for the same. */
const heatOf = new WeakMap<SimulatedStand, { daily: number[]; upTo: Float64Array }>();

function heatDuring(stand: SimulatedStand) {
  const known = heatOf.get(stand);
  if (known) return known;
  const { crop, weather } = stand.scenario;
  const { heatBaseC, heatCapC, heatLimits } = CROP_FACTS[crop];
  const daily = heatUnits(weather, { baseC: heatBaseC, capC: heatCapC, limits: heatLimits });
  const heat = { daily, upTo: cumsum([0, ...daily]) };
  heatOf.set(stand, heat);
  return heat;
}

/** Whole leaf stages a plant has made between its emergence and the look, by heat. */
function stageReader(stand: SimulatedStand, atH: number) {
  const { daily, upTo } = heatDuring(stand);
  const { crop } = stand.scenario;
  const heatAt = (hours: number) => {
    const day = Math.min(daily.length, Math.floor(hours / 24));
    return upTo[day]! + (day < daily.length ? daily[day]! * (hours / 24 - day) : 0);
  };
  const now = heatAt(atH);
  /** @param held share of its growth that its neighbours leave it */
  return (emergedAtH: number, held: number) =>
    Math.floor((held * (now - heatAt(emergedAtH))) / HEAT_PER_STAGE[crop]);
}

/** A plant that came up this much later than both its neighbours, within this way, is held back by them. */
const HELD_BACK = { laterH: 48, withinM: 0.3, share: 0.88 };

const rowIndex = (stand: SimulatedStand, pass: number, row: number) => {
  const { passes, planter } = stand.scenario;
  requireWhole('pass', pass, 0);
  requireWhole('row', row, 1);
  if (pass >= passes) throw new RangeError(`pass must be below ${passes}, got ${pass}`);
  if (row > planter.units.length)
    throw new RangeError(`row must be at most ${planter.units.length}, got ${row}`);
  return pass * planter.units.length + row - 1;
};

/** Further than this from its slot no seed lies, m. */
const ASTRAY_M = 0.3;

/** Entries of a row whose slot lies near a stretch: the only ones that can stand in it. */
function entriesNear(
  { rowStart, slot, spacingM }: SimulatedStand,
  row: number,
  fromM: number,
  toM: number,
): [first: number, end: number] {
  const [start, end] = [rowStart[row]!, rowStart[row + 1]!];
  const { left } = bisector((one: number) => one);
  return [
    left(slot, Math.floor((fromM - ASTRAY_M) / spacingM), start, end),
    left(slot, Math.ceil((toM + ASTRAY_M) / spacingM) + 1, start, end),
  ];
}

/** Plants that stand in a stretch of one row, in order, with their leaf stage. */
export function plantsInStretch(
  stand: SimulatedStand,
  { pass, row, fromM, toM, atH }: Stretch,
): { positionM: number; stage: number; depthM: number }[] {
  const r = rowIndex(stand, pass, row);
  const stageOf = stageReader(stand, atH);
  const up: { positionM: number; emergedAtH: number; depthM: number }[] = [];
  const [first, end] = entriesNear(stand, r, fromM - HELD_BACK.withinM, toM + HELD_BACK.withinM);
  for (let i = first; i < end; i++) {
    const positionM = stand.positionM[i]!;
    const emergedAtH = stand.emergedAtH[i]!;
    if (emergedAtH <= atH) up.push({ positionM, emergedAtH, depthM: stand.depthM[i]! });
  }
  up.sort((a, b) => a.positionM - b.positionM);
  return up.flatMap(({ positionM, emergedAtH, depthM }, i) => {
    if (positionM < fromM || positionM >= toM) return [];
    const beside = [up[i - 1], up[i + 1]].filter(
      (other) => other && Math.abs(other.positionM - positionM) < HELD_BACK.withinM,
    );
    const held =
      beside.length === 2 &&
      beside.every((other) => emergedAtH - other!.emergedAtH > HELD_BACK.laterH);
    return [{ positionM, depthM, stage: stageOf(emergedAtH, held ? HELD_BACK.share : 1) }];
  });
}

/** The places in a stretch where no plant came, with the true cause of each. */
export function gapsInStretch(
  stand: SimulatedStand,
  { pass, row, fromM, toM, atH }: Stretch,
): { positionM: number; cause: Cause | 'notYet'; depthM: number }[] {
  const r = rowIndex(stand, pass, row);
  const gaps: { positionM: number; cause: Cause | 'notYet'; depthM: number }[] = [];
  // Where one of two seeds in a slot came up, the other leaves no gap.
  const filled = new Set<number>();
  const [first, end] = entriesNear(stand, r, fromM, toM);
  for (let i = first; i < end; i++) if (stand.emergedAtH[i]! <= atH) filled.add(stand.slot[i]!);
  for (let i = first; i < end; i++) {
    const positionM = stand.positionM[i]!;
    if (positionM < fromM || positionM >= toM || filled.has(stand.slot[i]!)) continue;
    gaps.push({
      positionM,
      cause: stand.cause[i] === 0 ? 'notYet' : CAUSES[stand.cause[i]!]!,
      depthM: stand.depthM[i]!,
    });
  }
  return gaps;
}

/** The commonest stage of the plants in some stretches: what a scout at a stop calls in step. */
export function commonestStage(stand: SimulatedStand, stretches: readonly Stretch[]): number {
  const tally = rollup(
    stretches.flatMap((stretch) => plantsInStretch(stand, stretch)),
    (plants) => plants.length,
    ({ stage }) => stage,
  );
  return [...tally].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0] ?? 0;
}

/**
 * Counts a stretch as a scout does: plants in step or ahead, one stage behind, two or more behind.
 *
 * @param inStep stage that is in step; the commonest of the stretch itself when left out
 */
export function countStretch(
  stand: SimulatedStand,
  stretch: Stretch,
  inStep = commonestStage(stand, [stretch]),
): { inStep: number; oneBehind: number; twoBehind: number } {
  const behind = plantsInStretch(stand, stretch).map(({ stage }) => Math.max(0, inStep - stage));
  return {
    inStep: behind.filter((stages) => stages === 0).length,
    oneBehind: behind.filter((stages) => stages === 1).length,
    twoBehind: behind.filter((stages) => stages > 1).length,
  };
}

/**
 * Counts every row at one place of a pass, as `standByRow` takes them: in step is what most plants of the
 * stop are, whatever their row.
 *
 * @param fromM m from the start of the pass; @param lengthM of tape; @param atH hours after planting
 */
export function countStop(
  stand: SimulatedStand,
  { pass, fromM, lengthM, atH }: { pass: number; fromM: number; lengthM: number; atH: number },
) {
  const { units, rowWidthM } = stand.scenario.planter;
  const stretches = units.map((_, i) => ({ pass, row: i + 1, fromM, toM: fromM + lengthM, atH }));
  const inStep = commonestStage(stand, stretches);
  return stretches.map((stretch) => ({
    row: stretch.row,
    lengthM,
    rowWidthM,
    ...countStretch(stand, stretch, inStep),
  }));
}

/** The truth a sample estimates: plants up at a time over the whole field, per m². */
export function trueStand(stand: SimulatedStand, atH: number): number {
  const { passLengthM, passes, planter } = stand.scenario;
  let plants = 0;
  for (let i = 0; i < stand.entries; i++) if (stand.emergedAtH[i]! <= atH) plants += 1;
  return plants / (passLengthM * passes * planter.units.length * planter.rowWidthM);
}

/**
 * What a flagged length of row shows: the seeds that lie in it, and how many had come up at each look.
 *
 * @param atH hours after planting, rising
 */
export function emergedInStretch(
  stand: SimulatedStand,
  { pass, row, fromM, toM }: Omit<Stretch, 'atH'>,
  atH: readonly number[],
): { sown: number; emerged: number[] } {
  const [first, end] = entriesNear(stand, rowIndex(stand, pass, row), fromM, toM);
  let sown = 0;
  const emerged = atH.map(() => 0);
  for (let i = first; i < end; i++) {
    const at = stand.positionM[i]!;
    if (at < fromM || at >= toM || Number.isNaN(stand.depthM[i]!)) continue;
    sown += 1;
    atH.forEach((hours, k) => {
      if (stand.emergedAtH[i]! <= hours) emerged[k]! += 1;
    });
  }
  return { sown, emerged };
}
