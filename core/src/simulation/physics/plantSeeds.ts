import { CROP_FACTS } from '../../crops/index.ts';
import { INCH_M } from '../../units/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { PASSES, PASS_M, TARGET_M } from '../blind/world.ts';
import {
  CAUSE_CODE,
  emptyStand,
  hoursToHeat,
  isPlugged,
  type SimulatedStand,
} from '../simulateStand.ts';
import { goodGround, type Cause, type SimulatedHarm } from '../world.ts';
import { bakedBy, type PhysicalField, type Place } from './field.ts';
import { furrowAt, ramp, type Furrow } from './furrow.ts';
import type { PhysicalMachine } from './machine.ts';

const SEEDS_PER_M2 = 7.9;
const ROW_M = 30 * INCH_M;

/** What the first two weeks do to every seed of a field. */
function springOf({ weather, clay, coldSensitivity, vigour }: PhysicalField) {
  const rain = (from: number, to: number) =>
    weather.slice(from, to).reduce((sum, { rainM }) => sum + rainM, 0);
  const chill = Math.min(...weather.slice(0, 2).map(({ soil }) => soil.minC));
  return {
    /** Rain in time to reach a seed that lay dry, m of soil wetted. */
    wettedM: 6 * Math.max(0, rain(0, 8) - 0.004),
    wetDays: weather.slice(1, 11).filter(({ rainM }) => rainM > 0.008).length,
    cool: Math.max(
      0,
      14 - weather.slice(1, 9).reduce((sum, { soil }) => sum + (soil.minC + soil.maxC) / 2, 0) / 8,
    ),
    chilled:
      rain(0, 2) > 0.003 ? coldSensitivity * Math.max(0, (10.5 - chill) / 8) * (1.5 - vigour) : 0,
    crust: clay * bakedBy(weather),
    dry: rain(0, 12) < 0.004,
  };
}

export interface Planted {
  stand: SimulatedStand;
  /** The furrow at a place of a row, as it was when the seed fell. */
  furrow(row: number, pass: number, alongM: number): Furrow;
}

/**
 * Plants a field seed by seed from what machine, soil and weather do to each: how deep it falls, whether it touches moist soil, whether it rots, is
 * eaten, chilled, or stopped under a crust, and how much heat it needs. No chance in it comes from the odds of the causes.
 *
 * @param ground the place under a row; @param harms signs on plants
 */
export function plantSeeds(
  machine: PhysicalMachine,
  field: PhysicalField,
  ground: (pass: number, alongM: number) => Place,
  harms: SimulatedHarm[],
  random: SeededRandom,
): Planted {
  const { units, trackRows, speedMPerS, vacuum, misfit, trenchM, coulterM, cells } = machine;
  const spacingM = 1 / (SEEDS_PER_M2 * ROW_M);
  const slots = Math.floor(PASS_M / spacingM);
  const rows = PASSES * units.length;
  const capacity = Math.ceil(rows * slots * 1.6);
  const scenario = {
    crop: 'corn' as const,
    planter: {
      units: units.map(({ stopM }) => ({
        depthMeanM: stopM,
        depthSdM: 0.005,
        skipRate: 0.01,
        doubleRate: 0.01,
        scatterSdM: 0.02,
      })),
      rowWidthM: ROW_M,
      cells,
    },
    seedLot: { germination: field.germination, vigour: field.vigour },
    seedsPerM2: SEEDS_PER_M2,
    passLengthM: PASS_M,
    passes: PASSES,
    zones: [goodGround(0, PASS_M)],
    weather: field.weather,
    harms,
  };
  const stand = emptyStand(scenario, { spacingM, rows, capacity });
  const clock = hoursToHeat(scenario, scenario.zones[0]!);
  const { heatToEmergence } = CROP_FACTS.corn;
  const spring = springOf(field);
  const fast = Math.max(0, speedMPerS - 2);
  const bounceM = machine.bounceM + 0.0028 * fast;
  const skips = Math.max(0, 1 - vacuum) * 0.45 + 0.11 * misfit ** 2 + 0.004 * fast;
  const doubles = Math.max(0, vacuum - 1) * 0.1 + 0.19 * misfit ** 2;
  // Furrows change along the row, not from seed to seed.
  const FURROW_M = 0.5;
  const perRow = Math.ceil(PASS_M / FURROW_M) + 1;
  const furrows: Furrow[][] = [];

  let at = 0;
  const record = (slot: number, positionM: number, depthM: number, cause: number, atH: number) => {
    stand.slot[at] = slot;
    stand.positionM[at] = positionM;
    stand.depthM[at] = depthM;
    stand.cause[at] = cause;
    stand.emergedAtH[at] = atH;
    at += 1;
  };
  const happens = (share: number) => random.uniform() < share;
  for (let r = 0; r < rows; r++) {
    stand.rowStart[r] = at;
    const number = (r % units.length) + 1;
    const pass = Math.floor(r / units.length);
    const unit = units[number - 1]!;
    const inTrack = trackRows.includes(number);
    const places = Array.from({ length: perRow }, (_, i) => ground(pass, i * FURROW_M));
    const own = places.map((place) => furrowAt(machine, unit, place, inTrack, random));
    furrows.push(own);
    const phase = random.below(cells);
    const sits = 0.0012 * random.normal();
    let [bounce, play] = [random.normal(), random.normal()];
    const keep = {
      bounce: Math.exp(-spacingM / 0.6),
      play: Math.exp(-spacingM / unit.playLengthM),
    };
    for (let slot = 0; slot < slots; slot++) {
      bounce = keep.bounce * bounce + Math.sqrt(1 - keep.bounce ** 2) * random.normal();
      play = keep.play * play + Math.sqrt(1 - keep.play ** 2) * random.normal();
      const centreM = (slot + 0.5) * spacingM;
      const silent = unit.silent.some((one) => isPlugged(one, pass, centreM));
      const empty = silent
        ? CAUSE_CODE.pluggedRow
        : unit.damagedCells.includes((slot + phase) % cells)
          ? CAUSE_CODE.damagedCell
          : happens(unit.leaks + skips)
            ? CAUSE_CODE.skip
            : CAUSE_CODE.none;
      if (empty !== CAUSE_CODE.none) {
        record(slot, centreM, Number.NaN, empty, Infinity);
        continue;
      }
      const i = Math.round(centreM / FURROW_M);
      const [place, furrow] = [places[i]!, own[i]!];
      const seeds = happens(unit.lax + doubles) ? 2 : 1;
      for (let s = 0; s < seeds; s++) {
        const scatterM = Math.hypot(unit.tubeM, 0.012, 0.028 * fast ** 0.8);
        const positionM =
          centreM + scatterM * random.normal() + s * (0.01 + 0.015 * random.uniform());
        const ridesM = Math.max(0, -furrow.margin) * 0.032 * (0.6 + 0.8 * random.uniform());
        const falls = furrow.falseBottom ? (coulterM - unit.stopM) * random.uniform() : 0;
        const depthM = Math.max(
          0.003,
          unit.stopM +
            sits +
            bounceM * bounce +
            unit.playM * play -
            ridesM +
            falls +
            trenchM * (0.5 + random.uniform()) +
            0.0035 * random.normal() +
            (furrow.wFloor ? 0.005 : 0) * random.normal() +
            0.006 * place.clods * random.normal(),
        );
        const { cause, slow } = fate(depthM, place, furrow);
        const heat =
          heatToEmergence(depthM) *
          field.heatFactor *
          Math.max(0.65, 1 + (0.04 + 0.12 * (1 - field.vigour)) * random.normal()) *
          slow;
        record(
          slot,
          positionM,
          depthM,
          CAUSE_CODE[cause],
          cause === 'none' ? clock(heat) : Infinity,
        );
      }
    }
  }
  stand.rowStart[rows] = at;
  stand.entries = at;
  return {
    stand,
    furrow: (row, pass, alongM) =>
      furrows[pass * units.length + row - 1]![Math.round(alongM / FURROW_M)]!,
  };

  /** What becomes of one seed, and by what factor its heat is lengthened. */
  function fate(depthM: number, place: Place, furrow: Furrow): { cause: Cause; slow: number } {
    const ends = (cause: Cause) => ({ cause, slow: 1 });
    if (!happens(field.germination)) return ends('deadSeed');
    // Water: how far under the dry layer it lies, less what keeps soil from touching it.
    const open = furrow.closing === 'open' ? 1 : furrow.closing === 'partlyOpen' ? 0.5 : 0;
    const apart =
      { tight: 0, airPockets: 1.3, hairPinned: 1.6, dryClods: 2 }[furrow.contact] +
      (furrow.closing === 'loose' ? 0.5 : 0) +
      open * (spring.dry ? 2.8 : 1.4);
    const wetted = place.dryLayerM - spring.wettedM;
    const drink = (depthM - Math.max(0, wetted)) / 0.005 + 4 * (place.water - 0.5) - apart;
    if (happens(ramp(-drink - 0.2, 0.55))) return ends('drySeed');
    if (place.infested && happens(field.hollowed)) return ends('hollowed');
    if (place.infested && happens(field.eaten * (depthM < 0.035 || open > 0 ? 1.6 : 1)))
      return ends('pest');
    const stress = 1.6 - field.vigour;
    // Air runs out in soil that stays under water; Pythium needs wet and cool.
    const drowned = place.ponding * Math.max(0, spring.wetDays - 2) * 0.12;
    if (happens(1 - Math.exp(-drowned * stress))) return ends('rot');
    if (
      happens(
        1 -
          Math.exp(
            -field.pythium *
              (place.infested ? 1 : 0.2) *
              (0.4 + 0.25 * spring.wetDays + 0.2 * spring.cool) *
              stress,
          ),
      )
    )
      return ends('rot');
    if (field.salt > 0 && happens(0.06 * field.salt * ramp(0.6 - place.water, 0.1)))
      return ends('rot');
    if (happens(spring.chilled)) return ends('coldInjury');
    // What lies over the shoot against its strength, which wanes with depth.
    const packed =
      (furrow.closing === 'overPacked' ? 0.33 : 0) +
      (furrow.smeared ? 0.12 : 0) +
      0.12 * Math.max(0, furrow.margin - 0.8);
    const lid = (spring.crust * (1 - 0.7 * place.residue) + packed) * (depthM / TARGET_M) ** 0.5;
    const force = 0.35 + 0.4 * field.vigour;
    if (happens(ramp(lid - force, 0.07))) return ends('crust');
    if (depthM > 0.095 && happens((depthM - 0.095) / 0.04)) return ends('tooDeep');
    const thirst = Math.max(0, 2.5 - drink) * 0.07;
    const lifts = Math.max(0, lid - 0.25) * 0.5;
    const chill = spring.chilled * (happens(0.4) ? 0.6 : 0);
    const cool = 0.12 * place.residue * (1 - machine.cleaning);
    return {
      cause: 'none',
      slow:
        1 +
        (thirst + lifts + chill + cool) * (0.5 + random.uniform()) +
        0.1 * field.salt * random.uniform(),
    };
  }
}
