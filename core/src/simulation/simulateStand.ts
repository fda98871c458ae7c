import { max } from 'd3-array';
import { requirePositive, requireShare, requireSome, requireWhole } from '../arguments/index.ts';
import { CROP_FACTS } from '../crops/index.ts';
import { heatUnits } from '../season/index.ts';
import { seededRandom, type SeededRandom } from '../stats/index.ts';
import { targetSpacing } from '../targets/index.ts';
import {
  CAUSES,
  type Cause,
  type Hardship,
  type Scenario,
  type SimulatedDay,
  type SimulatedUnit,
  type SimulatedZone,
} from './world.ts';

/**
 * Everything that happened, one entry per seed or empty slot, as columns. Entries of one row of one
 * pass lie together: row `r = pass × units + unit` holds entries rowStart[r] … rowStart[r + 1] − 1.
 */
export interface SimulatedStand {
  scenario: Scenario;
  spacingM: number;
  entries: number;
  rowStart: Uint32Array;
  /** Slot along the row the entry belongs to; a double shares its slot with its twin. */
  slot: Uint32Array;
  /** Place along the row, m from the start of the pass. */
  positionM: Float64Array;
  /** Depth of the seed, m; NaN where none was dropped. */
  depthM: Float32Array;
  /** Index into CAUSES; 0 is a plant. */
  cause: Uint8Array;
  /** Hours from planting to emergence; Infinity where no plant comes. */
  emergedAtH: Float32Array;
}

/** Number of each cause in the columns of a stand. */
export const CAUSE_CODE = Object.fromEntries(CAUSES.map((cause, i) => [cause, i])) as Record<
  Cause,
  number
>;

/** Hours after planting at which a zone has gathered a given heat, by stepping a table of daily sums. */
export function hoursToHeat(
  scenario: Pick<Scenario, 'crop' | 'weather'>,
  zone: Pick<SimulatedZone, 'temperatureOffsetC'>,
) {
  const { heatBaseC, heatCapC, heatLimits } = CROP_FACTS[scenario.crop];
  const days = scenario.weather.map(({ soil }) => ({
    minC: soil.minC + zone.temperatureOffsetC,
    maxC: soil.maxC + zone.temperatureOffsetC,
  }));
  const daily = heatUnits(days, { baseC: heatBaseC, capC: heatCapC, limits: heatLimits });
  const cumulative = new Float64Array(daily.length + 1);
  daily.forEach((heat, i) => (cumulative[i + 1] = cumulative[i]! + heat));
  return (heat: number): number => {
    let low = 0;
    let high = daily.length;
    if (heat > cumulative[high]!) return Infinity;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (cumulative[middle]! < heat) low = middle + 1;
      else high = middle;
    }
    if (low === 0) return 0;
    return (
      24 * (low - 1 + (heat - cumulative[low - 1]!) / (cumulative[low]! - cumulative[low - 1]!))
    );
  };
}

/** What the weather of the first days makes of a zone's risks: each at least what the zone has by itself. */
function weathered(zone: SimulatedZone, weather: readonly SimulatedDay[]): SimulatedZone {
  const rain = (from: number, to: number) =>
    weather.slice(from, to).reduce((sum, { rainM }) => sum + rainM, 0);
  // Heavy rain, then sun, while the shoot is still below.
  const crusts = weather
    .slice(1, 9)
    .some(({ rainM }, i) => rainM > 0.012 && rain(i + 2, i + 4) < 0.001);
  const coldDrink = rain(0, 2) > 0.003 && weather.slice(0, 2).some(({ soil }) => soil.minC < 10);
  return {
    ...zone,
    crustShare: Math.min(0.9, zone.crustShare * (crusts ? 2 : 1)),
    coldInjuryShare: Math.min(0.9, zone.coldInjuryShare + (coldDrink ? 0.02 : 0)),
    rotShare: Math.min(0.9, zone.rotShare * (rain(0, 10) > 0.08 ? 1.5 : 1)),
  };
}

/** A stand of which nothing is planted yet. @param capacity most seeds and empty slots it can hold */
export const emptyStand = (
  scenario: Scenario,
  { spacingM, rows, capacity }: { spacingM: number; rows: number; capacity: number },
): SimulatedStand => ({
  scenario,
  spacingM,
  entries: 0,
  rowStart: new Uint32Array(rows + 1),
  slot: new Uint32Array(capacity),
  positionM: new Float64Array(capacity),
  depthM: new Float32Array(capacity),
  cause: new Uint8Array(capacity),
  emergedAtH: new Float32Array(capacity),
});

export const isPlugged = (plugged: SimulatedUnit['plugged'], pass: number, atM: number) =>
  plugged !== undefined &&
  atM >= plugged.fromM &&
  atM < plugged.toM &&
  (plugged.passes?.includes(pass) ?? true);

/** Values that neighbours share: a first-order autoregressive wander with SD 1. */
function wander(random: SeededRandom, stepM: number, lengthM: number): () => number {
  const keep = Math.exp(-stepM / lengthM);
  let now = random.normal();
  return () => {
    const value = now;
    now = keep * now + Math.sqrt(1 - keep ** 2) * random.normal();
    return value;
  };
}

/**
 * Plants a field, seed by seed, and follows each to emergence or to what stopped it. The known truth
 * for tests and the source of the demo season; its constants are this simulation's own.
 *
 * @param scenario planter, seed, ground, weather; SI
 * @param seed of the random stream: the same seed gives the same stand
 * @returns columns, see SimulatedStand
 * @throws RangeError for a scenario without units, zones, weather or length
 * @example simulateStand(scenario, 7).entries // seeds and empty slots
 */
export function simulateStand(scenario: Scenario, seed: number): SimulatedStand {
  const { planter, seedLot, passLengthM, passes, crop, rough } = scenario;
  const zones = scenario.zones.map((zone) => weathered(zone, scenario.weather));
  requireSome('planter.units', planter.units);
  requireSome('zones', zones);
  requireSome('weather', scenario.weather);
  requirePositive('passLengthM', passLengthM);
  requireWhole('passes', passes, 1);
  requireWhole('planter.cells', planter.cells, 1);
  requireShare('seedLot.germination', seedLot.germination);
  requireShare('seedLot.vigour', seedLot.vigour);
  const spacingM = targetSpacing({
    rowWidthM: planter.rowWidthM,
    populationPerM2: scenario.seedsPerM2,
  });
  const slotsPerRow = Math.floor(passLengthM / spacingM);
  const rows = passes * planter.units.length;
  const capacity =
    Math.ceil(rows * slotsPerRow * (1.02 + max(planter.units, (unit) => unit.doubleRate)! * 1.5)) +
    1000;
  const stand = emptyStand(scenario, { spacingM, rows, capacity });
  const random = seededRandom(seed);
  const clocks = zones.map((zone) => hoursToHeat(scenario, zone));
  const { heatToEmergence } = CROP_FACTS[crop];
  const heatSpread = 0.05 + 0.1 * (1 - seedLot.vigour);
  const stress = 1.5 - seedLot.vigour;

  const stopped = (zone: SimulatedZone, depthM: number): number => {
    if (random.uniform() > seedLot.germination) return CAUSE_CODE.deadSeed;
    const intoMoisture = depthM - zone.dryLayerM;
    if (intoMoisture < 0 && random.uniform() < Math.min(0.95, 0.35 + (-intoMoisture / 0.01) * 0.4))
      return CAUSE_CODE.drySeed;
    if (random.uniform() < zone.pestShare * (depthM < 0.03 ? 2 : 1)) return CAUSE_CODE.pest;
    if (zone.hollowShare && random.uniform() < zone.hollowShare) return CAUSE_CODE.hollowed;
    if (random.uniform() < zone.rotShare * stress) return CAUSE_CODE.rot;
    if (random.uniform() < zone.coldInjuryShare * stress) return CAUSE_CODE.coldInjury;
    if (random.uniform() < zone.crustShare * stress) return CAUSE_CODE.crust;
    if (depthM > 0.1 && random.uniform() < (depthM - 0.1) / 0.04) return CAUSE_CODE.tooDeep;
    return CAUSE_CODE.none;
  };

  /** What slows a seed that comes up all the same: a crust to lift, cold water drunk, moisture that ran short. */
  const slowed = (zone: SimulatedZone, depthM: number): number => {
    let factor = depthM - zone.dryLayerM < 0.008 ? 1 + 0.6 * random.uniform() : 1;
    if (random.uniform() < 2.5 * zone.crustShare) factor *= 1.08 + 0.25 * random.uniform();
    if (random.uniform() < 2 * zone.coldInjuryShare) factor *= 1.08 + 0.25 * random.uniform();
    return factor;
  };

  const killed = (hardship?: Hardship): number => {
    for (const [cause, share] of Object.entries(hardship?.kills ?? {}))
      if (random.uniform() < share) return CAUSE_CODE[cause as Cause];
    return CAUSE_CODE.none;
  };

  let at = 0;
  const record = (
    slot: number,
    positionM: number,
    depthM: number,
    cause: number,
    emergedAtH: number,
  ) => {
    stand.slot[at] = slot;
    stand.positionM[at] = positionM;
    stand.depthM[at] = depthM;
    stand.cause[at] = cause;
    stand.emergedAtH[at] = emergedAtH;
    at += 1;
  };
  let soft: Float32Array | null = null;
  for (let row = 0; row < rows; row++) {
    stand.rowStart[row] = at;
    const number = (row % planter.units.length) + 1;
    const pass = Math.floor(row / planter.units.length);
    const unit = planter.units[number - 1]!;
    const phase = random.below(planter.cells);
    if (rough && number === 1) {
      const next = wander(random, spacingM, rough.softLengthM);
      soft = Float32Array.from({ length: slotsPerRow }, next);
    }
    // What neighbours share is part of a unit's spread, as far as it has that much.
    const ownSdM = rough
      ? Math.sqrt(Math.max(0, unit.depthSdM ** 2 - rough.bounceSdM ** 2 - rough.softSdM ** 2))
      : unit.depthSdM;
    const bounce = rough && wander(random, spacingM, rough.bounceLengthM);
    const sits = rough ? rough.rowPassSdM * random.normal() : 0;
    const track =
      rough && pass % rough.tracks.onePassIn === 1 && rough.tracks.rows.includes(number)
        ? rough.tracks
        : null;
    let z = 0;
    for (let slot = 0; slot < slotsPerRow; slot++) {
      const centreM = (slot + 0.5) * spacingM;
      while (z + 1 < zones.length && centreM >= zones[z]!.toM) z += 1;
      const zone = zones[z]!;
      let seeds = 1;
      let empty = CAUSE_CODE.none;
      if (isPlugged(unit.plugged, pass, centreM)) empty = CAUSE_CODE.pluggedRow;
      else if (unit.damagedCells?.includes((slot + phase) % planter.cells))
        empty = CAUSE_CODE.damagedCell;
      else if (random.uniform() < unit.skipRate) empty = CAUSE_CODE.skip;
      else if (random.uniform() < unit.doubleRate) seeds = 2;
      const placeM =
        rough && bounce ? sits + rough.bounceSdM * bounce() + rough.softSdM * soft![slot]! : 0;
      if (empty !== CAUSE_CODE.none) {
        record(slot, centreM, Number.NaN, empty, Infinity);
        continue;
      }
      for (let s = 0; s < seeds; s++) {
        const positionM = centreM + random.normal() * unit.scatterSdM + s * 0.015;
        const depthM = Math.max(0.003, unit.depthMeanM + placeM + random.normal() * ownSdM);
        const cause =
          track && random.uniform() < track.lossShare
            ? CAUSE_CODE.crust
            : stopped(zone, depthM) || killed(unit.hardship);
        if (cause !== CAUSE_CODE.none) {
          record(slot, positionM, depthM, cause, Infinity);
          continue;
        }
        const heat =
          heatToEmergence(depthM) *
          Math.max(0.6, 1 + random.normal() * heatSpread) *
          slowed(zone, depthM) *
          (unit.hardship && random.uniform() < unit.hardship.slowShare ? unit.hardship.slowBy : 1) *
          (track?.heatFactor ?? 1);
        record(slot, positionM, depthM, CAUSE_CODE.none, clocks[z]!(heat));
      }
    }
  }
  stand.rowStart[rows] = at;
  stand.entries = at;
  return stand;
}
