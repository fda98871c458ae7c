import type { Diagnosis } from '../../diagnosis/index.ts';
import type { Sign } from '../../pests/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import type { SimulatedHarm } from '../world.ts';
import type { PhysicalField } from './field.ts';
import type { PhysicalMachine } from './machine.ts';
import { PASS_M, PASSES } from '../blind/world.ts';

interface Wrong {
  machine: PhysicalMachine;
  field: PhysicalField;
  harms: SimulatedHarm[];
  /** The row it sits in, for a fault of a row. */
  row: number;
  /** Between a figure for slight and one for plain. */
  by(slight: number, plain: number): number;
  random: SeededRandom;
}

const rain = (field: PhysicalField, day: number, rainM: number) => {
  field.weather[day]!.rainM = rainM;
};
const dry = (field: PhysicalField, from: number, to: number) => {
  for (let day = from; day <= to; day++) rain(field, day, 0);
};
const wet = (field: PhysicalField, days: number, rainM: number) => {
  for (let day = 2; day < 2 + days; day++) rain(field, day, rainM);
};
const colder = (field: PhysicalField, from: number, to: number, byC: number) => {
  for (let day = from; day <= to; day++) {
    const one = field.weather[day]!;
    field.weather[day] = {
      ...one,
      minC: one.minC - byC,
      maxC: one.maxC - byC,
      soil: { minC: one.soil.minC - 0.8 * byC, maxC: one.soil.maxC - 0.8 * byC },
    };
  }
};

/** Plants with a sign in a few places, or in all of the field. */
const marks = ({ harms, random }: Wrong, sign: Sign, share: number, everywhere = false) => {
  const places = everywhere ? 1 : 2 + random.below(4);
  for (let i = 0; i < places; i++)
    harms.push({
      sign,
      pass: random.below(PASSES),
      atM: everywhere ? PASS_M / 2 : PASS_M * random.uniform(),
      radiusM: everywhere ? 1e5 : 25 + 45 * random.uniform(),
      share,
    });
};

/** What is changed in the machine, the soil, the seed or the weather for each cause; what one sees of it follows from the physics. */
export const MAKE_WRONG: Record<Diagnosis, (wrong: Wrong) => void> = {
  depthStop({ machine, row, by, random }) {
    machine.units[row - 1]!.stopM += (random.uniform() < 0.55 ? -1 : 1) * by(0.3, 0.85) * INCH_M;
  },
  gaugeWheel({ machine, row, by }) {
    machine.units[row - 1]!.playM = by(0.009, 0.018);
  },
  openers({ machine, row, by }) {
    machine.units[row - 1]!.wear = by(0.58, 0.8);
    machine.units[row - 1]!.playM += by(0.001, 0.004);
  },
  downforceLight({ machine, by }) {
    machine.downforce -= by(0.65, 1);
  },
  downforceHeavy({ machine, by }) {
    machine.downforce += by(1.1, 1.9);
    for (const unit of machine.units) unit.closing += by(0.15, 0.3);
  },
  cleanerTrenches({ machine, by }) {
    machine.trenchM = by(0.008, 0.021);
  },
  cleanerLight({ machine, field, by }) {
    field.residue = by(0.5, 0.85);
    machine.cleaning = by(0.45, 0.1);
  },
  coulterDeep({ machine, by }) {
    machine.coulterM = by(0.057, 0.066);
  },
  openClosing({ machine, row, by }) {
    machine.units[row - 1]!.closing -= by(0.27, 0.5);
  },
  closingSystem({ machine, by }) {
    for (const unit of machine.units) unit.closing -= by(0.25, 0.45);
  },
  overPacked({ machine, row, by }) {
    machine.units[row - 1]!.closing += by(0.48, 0.9);
  },
  plantedWet({ field, by, random }) {
    field.water = by(0.72, 0.86);
    if (random.uniform() < 0.5) dry(field, 3, 8);
  },
  cloddy({ field, by }) {
    field.clods = by(0.4, 0.95);
    field.water = by(0.48, 0.4);
    field.dryLayerM += by(0.002, 0.008);
  },
  speed({ machine, by }) {
    machine.speedMPerS = by(2.9, 3.9);
  },
  tyreTracks({ machine, by }) {
    machine.trackLoad = by(0.55, 1.1);
  },
  deadCell({ machine, row, by, random }) {
    const from = random.below(machine.cells);
    machine.units[row - 1]!.damagedCells = Array.from(
      { length: Math.round(by(1, 3)) },
      (_, i) => (from + 2 * i) % machine.cells,
    );
  },
  meterSkips({ machine, row, by }) {
    machine.units[row - 1]!.leaks = by(0.1, 0.28);
  },
  weakVacuum({ machine, by }) {
    machine.vacuum = by(0.86, 0.6);
  },
  singulatorLax({ machine, row, by }) {
    machine.units[row - 1]!.lax = by(0.1, 0.3);
  },
  seedSize({ machine, by }) {
    machine.misfit = by(0.65, 1.05);
  },
  ranEmpty({ machine, row, by }) {
    const from = PASS_M * by(0.6, 0.1);
    machine.units[row - 1]!.silent.push({ fromM: from, toM: PASS_M, passes: [2] });
    if (by(0, 1) > 0.4)
      machine.units[row - 1]!.silent.push({ fromM: 0, toM: PASS_M * by(0.1, 0.9), passes: [3] });
  },
  blockedTube({ machine, row, by }) {
    const unit = machine.units[row - 1]!;
    unit.silent.push({ fromM: PASS_M * 0.1, toM: PASS_M * by(0.5, 0.95), passes: [1] });
    if (by(0, 1) > 0.4) unit.silent.push({ fromM: 0, toM: PASS_M * 0.6, passes: [0] });
    unit.tubeM = 0.045;
    unit.lax += 0.04;
  },
  dryZone({ field, by, random }) {
    field.dryLayerM = by(0.035, 0.047);
    field.dryLayerSdM = 0.004 + 0.006 * random.uniform();
    field.water = 0.42;
    dry(field, 0, 14);
  },
  saturated({ field, by }) {
    field.ponding = by(0.35, 1.1);
    wet(field, 8, 0.013);
  },
  crust({ field, by, random }) {
    field.clay = by(0.36, 0.55);
    field.residue = 0.1 * random.uniform();
    const day = 3 + random.below(3);
    rain(field, day, 0.03);
    dry(field, day + 1, day + 5);
  },
  coldShock({ field, by }) {
    field.coldSensitivity = by(0.5, 1.3);
    colder(field, 0, 2, 8);
    rain(field, 1, 0.012);
  },
  frost(wrong) {
    const { field, by } = wrong;
    const day = 23;
    colder(field, day, day, field.weather[day]!.minC + 2.5);
    marks(wrong, 'frosted', by(0.12, 0.6));
  },
  weakSeed({ field, by }) {
    field.germination = by(0.89, 0.68);
    field.vigour = by(0.75, 0.5);
  },
  maggot(wrong) {
    wrong.field.hollowed = wrong.by(0.1, 0.4);
    marks(wrong, 'wilting', wrong.by(0.04, 0.15));
  },
  birds(wrong) {
    wrong.field.eaten = wrong.by(0.1, 0.4);
    marks(wrong, 'pulled', wrong.by(0.04, 0.15));
  },
  cutworm(wrong) {
    marks(wrong, 'cut', wrong.by(0.08, 0.35));
  },
  slugs(wrong) {
    wrong.field.residue = wrong.by(0.35, 0.6);
    marks(wrong, 'ragged', wrong.by(0.1, 0.45));
  },
  pythium(wrong) {
    const { field, by } = wrong;
    field.pythium = by(0.06, 0.2);
    colder(field, 2, 8, 3);
    wet(field, 6, 0.011);
    marks(wrong, 'softBrown', by(0.08, 0.3));
  },
  herbicide(wrong) {
    marks(wrong, 'rootsClubbed', wrong.by(0.1, 0.5), true);
  },
  starterSalt(wrong) {
    wrong.field.salt = wrong.by(0.5, 1.5);
    marks(wrong, 'tipsBurnt', wrong.by(0.12, 0.5), true);
  },
};
