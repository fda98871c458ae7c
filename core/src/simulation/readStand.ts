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

/** Whole leaf stages a plant has made between its emergence and the look, by heat. */
function stageReader(stand: SimulatedStand, atH: number) {
  const { crop, weather } = stand.scenario;
  const { heatBaseC, heatCapC, heatLimits } = CROP_FACTS[crop];
  const daily = heatUnits(weather, { baseC: heatBaseC, capC: heatCapC, limits: heatLimits });
  const heatAt = (hours: number) => {
    const day = Math.min(daily.length, Math.floor(hours / 24));
    let sum = 0;
    for (let i = 0; i < day; i++) sum += daily[i]!;
    return sum + (day < daily.length ? daily[day]! * (hours / 24 - day) : 0);
  };
  const now = heatAt(atH);
  return (emergedAtH: number) => Math.floor((now - heatAt(emergedAtH)) / HEAT_PER_STAGE[crop]);
}

const rowIndex = (stand: SimulatedStand, pass: number, row: number) => {
  const { passes, planter } = stand.scenario;
  requireWhole('pass', pass, 0);
  requireWhole('row', row, 1);
  if (pass >= passes) throw new RangeError(`pass must be below ${passes}, got ${pass}`);
  if (row > planter.units.length)
    throw new RangeError(`row must be at most ${planter.units.length}, got ${row}`);
  return pass * planter.units.length + row - 1;
};

/** Plants that stand in a stretch of one row, in order, with their leaf stage. */
export function plantsInStretch(
  stand: SimulatedStand,
  { pass, row, fromM, toM, atH }: Stretch,
): { positionM: number; stage: number }[] {
  const r = rowIndex(stand, pass, row);
  const stageOf = stageReader(stand, atH);
  const plants: { positionM: number; stage: number }[] = [];
  for (let i = stand.rowStart[r]!; i < stand.rowStart[r + 1]!; i++) {
    const positionM = stand.positionM[i]!;
    if (positionM >= fromM && positionM < toM && stand.emergedAtH[i]! <= atH)
      plants.push({ positionM, stage: stageOf(stand.emergedAtH[i]!) });
  }
  return plants.sort((a, b) => a.positionM - b.positionM);
}

/** The places in a stretch where no plant came, with the true cause of each. */
export function gapsInStretch(
  stand: SimulatedStand,
  { pass, row, fromM, toM, atH }: Stretch,
): { positionM: number; cause: Cause | 'notYet' }[] {
  const r = rowIndex(stand, pass, row);
  const gaps: { positionM: number; cause: Cause | 'notYet' }[] = [];
  // Where one of two seeds in a slot came up, the other leaves no gap.
  const filled = new Set<number>();
  for (let i = stand.rowStart[r]!; i < stand.rowStart[r + 1]!; i++)
    if (stand.emergedAtH[i]! <= atH) filled.add(stand.slot[i]!);
  for (let i = stand.rowStart[r]!; i < stand.rowStart[r + 1]!; i++) {
    const positionM = stand.positionM[i]!;
    if (positionM < fromM || positionM >= toM || filled.has(stand.slot[i]!)) continue;
    gaps.push({ positionM, cause: stand.cause[i] === 0 ? 'notYet' : CAUSES[stand.cause[i]!]! });
  }
  return gaps;
}

/** Counts a stretch as a scout does: plants at the commonest stage or ahead of it, one behind, two or more behind. */
export function countStretch(
  stand: SimulatedStand,
  stretch: Stretch,
): { inStep: number; oneBehind: number; twoBehind: number } {
  const plants = plantsInStretch(stand, stretch);
  const tally = new Map<number, number>();
  for (const { stage } of plants) tally.set(stage, (tally.get(stage) ?? 0) + 1);
  const commonest = [...tally].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0]?.[0] ?? 0;
  const behind = (stage: number) => Math.max(0, commonest - stage);
  return {
    inStep: plants.filter(({ stage }) => behind(stage) === 0).length,
    oneBehind: plants.filter(({ stage }) => behind(stage) === 1).length,
    twoBehind: plants.filter(({ stage }) => behind(stage) > 1).length,
  };
}

/** The truth a sample estimates: plants up at a time over the whole field, per m². */
export function trueStand(stand: SimulatedStand, atH: number): number {
  const { passLengthM, passes, planter } = stand.scenario;
  let plants = 0;
  for (let i = 0; i < stand.entries; i++) if (stand.emergedAtH[i]! <= atH) plants += 1;
  return plants / (passLengthM * passes * planter.units.length * planter.rowWidthM);
}
