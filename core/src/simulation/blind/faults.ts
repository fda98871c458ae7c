import { DIAGNOSIS_NAMES, type Diagnosis } from '../../diagnosis/index.ts';
import { INCH_M } from '../../units/index.ts';
import type { Sign } from '../../pests/index.ts';
import type { Hardship, SimulatedUnit } from '../world.ts';
import { PASS_M, PASSES, WALK_DAY, type BlindWorld } from './world.ts';

/** Every fault that can be put into a blind case: the causes the app knows. */
export const FAULTS: readonly string[] = DIAGNOSIS_NAMES;

interface Put {
  world: BlindWorld;
  /** The row it sits in, for a fault of a row. */
  row: number;
  /** Between a figure for hardly there and one for plain. */
  by(hardly: number, plain: number): number;
}

const inRows = (world: BlindWorld, rows: readonly number[], change: Partial<SimulatedUnit>) => {
  for (const row of rows) world.units[row - 1] = { ...world.units[row - 1]!, ...change };
};

const depths = (
  world: BlindWorld,
  rows: readonly number[] | null,
  { offM = 0, spread = 1 }: { offM?: number; spread?: number },
) =>
  world.units.forEach((unit, i) => {
    if (rows && !rows.includes(i + 1)) return;
    unit.depthMeanM += offM;
    unit.depthSdM *= spread;
  });

const hard = (world: BlindWorld, rows: readonly number[] | null, hardship: Hardship) =>
  world.units.forEach((unit, i) => {
    if (!rows || rows.includes(i + 1)) unit.hardship = together(unit.hardship, hardship);
  });

const together = (a: Hardship | undefined, b: Hardship): Hardship => ({
  kills: { ...a?.kills, ...b.kills },
  slowShare: Math.min(1, (a?.slowShare ?? 0) + b.slowShare),
  slowBy: Math.max(a?.slowBy ?? 1, b.slowBy),
});

const band = ({ zones: [, bad] }: BlindWorld) => [bad.fromM, bad.toM] as const;

/** Plants with a sign: all over, or in the bad place, which every pass crosses. */
const harm = (world: BlindWorld, sign: Sign, share: number, where: 'patch' | 'all') => {
  const [fromM, toM] = band(world);
  for (let pass = 0; pass < PASSES; pass++)
    world.harms.push({
      sign,
      pass,
      atM: where === 'all' ? PASS_M / 2 : (fromM + toM) / 2,
      radiusM: where === 'all' ? 1e5 : (toM - fromM) / 2.5,
      share,
    });
};

const rain = (world: BlindWorld, day: number, rainM: number) => {
  world.weather[day]!.rainM = rainM;
};

const soak = (world: BlindWorld) => {
  for (let day = 2; day <= 9; day++) rain(world, day, 0.014);
};

const dryFrom = (world: BlindWorld, from: number, to: number) => {
  for (let day = from; day <= to; day++) rain(world, day, 0);
};

const colder = (world: BlindWorld, from: number, to: number, byC: number) => {
  for (let day = from; day <= to; day++) {
    const one = world.weather[day]!;
    const soil = { minC: one.soil.minC - byC, maxC: one.soil.maxC - byC };
    world.weather[day] = { ...one, minC: one.minC - byC, maxC: one.maxC - byC, soil };
  }
};

/** What each fault does to the world: this simulation’s own figures, nobody’s research. Strength 0 is hardly there, 1 plain. */
export const PUT_IN: Record<Diagnosis, (put: Put) => void> = {
  depthStop({ world, row, by }) {
    const side = world.random.uniform() < 0.6 ? -1 : 1;
    depths(world, [row], { offM: side * by(0.25, 0.8) * INCH_M });
  },
  gaugeWheel({ world, row, by }) {
    depths(world, [row], { offM: -0.05 * INCH_M, spread: by(2, 4) });
  },
  openers({ world, row, by }) {
    world.furrows.push({ rows: [row], finding: { shape: 'w' }, chance: by(0.6, 1) });
    depths(world, [row], { spread: by(1.2, 1.8) });
    hard(world, [row], {
      kills: { drySeed: by(0.01, 0.04) },
      slowShare: by(0.1, 0.3),
      slowBy: 1.2,
    });
  },
  downforceLight({ world, by }) {
    depths(world, null, { offM: -by(0.25, 0.75) * INCH_M, spread: by(1.2, 1.8) });
    world.furrows.push({ rows: null, finding: { contact: 'airPockets' }, chance: by(0.25, 0.7) });
  },
  downforceHeavy({ world, by }) {
    world.furrows.push({ rows: null, finding: { closing: 'overPacked' }, chance: by(0.35, 0.8) });
    world.furrows.push({ rows: null, finding: { wall: 'smeared' }, chance: by(0.2, 0.5) });
    world.plants.push({ rows: null, finding: { roots: 'flattened' }, chance: by(0.35, 0.8) });
    hard(world, null, { kills: { crust: by(0.01, 0.04) }, slowShare: by(0.1, 0.25), slowBy: 1.15 });
  },
  cleanerTrenches({ world, by }) {
    depths(world, null, { offM: by(0.3, 0.9) * INCH_M, spread: by(1.1, 1.5) });
    world.covers.push({ rows: null, finding: 'crust', chance: by(0.05, 0.3) });
  },
  cleanerLight({ world, by }) {
    world.furrows.push({ rows: null, finding: { contact: 'hairPinned' }, chance: by(0.25, 0.8) });
    world.covers.push({ rows: null, finding: 'residue', chance: by(0.3, 0.7) });
    hard(world, null, {
      kills: { drySeed: by(0.02, 0.07) },
      slowShare: by(0.1, 0.3),
      slowBy: 1.18,
    });
  },
  coulterDeep({ world, by }) {
    world.furrows.push({ rows: null, finding: { floor: 'falseBottom' }, chance: by(0.25, 0.85) });
    depths(world, null, { offM: by(0.1, 0.3) * INCH_M, spread: by(1.3, 1.9) });
  },
  openClosing({ world, row, by }) {
    world.furrows.push({ rows: [row], finding: { closing: 'open' }, chance: by(0.35, 0.9) });
    world.furrows.push({ rows: [row], finding: { closing: 'partlyOpen' }, chance: 0.5 });
    world.plants.push({ rows: [row], finding: { slot: 'open' }, chance: by(0.4, 0.9) });
    const kills = { drySeed: by(0.05, 0.2), crust: by(0.02, 0.08) };
    hard(world, [row], { kills, slowShare: by(0.1, 0.3), slowBy: 1.2 });
  },
  closingSystem({ world, by }) {
    world.furrows.push({ rows: null, finding: { closing: 'open' }, chance: by(0.25, 0.8) });
    world.furrows.push({ rows: null, finding: { closing: 'partlyOpen' }, chance: 0.3 });
    world.plants.push({ rows: null, finding: { slot: 'open' }, chance: by(0.25, 0.8) });
    const kills = { drySeed: by(0.03, 0.12), crust: by(0.01, 0.05) };
    hard(world, null, { kills, slowShare: by(0.1, 0.3), slowBy: 1.2 });
  },
  overPacked({ world, row, by }) {
    world.furrows.push({ rows: [row], finding: { closing: 'overPacked' }, chance: by(0.6, 1) });
    hard(world, [row], { kills: { crust: by(0.04, 0.15) }, slowShare: by(0.15, 0.4), slowBy: 1.2 });
  },
  plantedWet({ world, by }) {
    world.wet = true;
    world.furrows.push({ rows: null, finding: { wall: 'smeared' }, chance: by(0.3, 0.9) });
    world.furrows.push({ rows: null, finding: { closing: 'partlyOpen' }, chance: by(0.2, 0.5) });
    world.plants.push({ rows: null, finding: { slot: 'reopened' }, chance: by(0.3, 0.7) });
    world.plants.push({ rows: null, finding: { roots: 'flattened' }, chance: by(0.25, 0.6) });
    hard(world, null, {
      kills: { drySeed: by(0.01, 0.05) },
      slowShare: by(0.1, 0.3),
      slowBy: 1.15,
    });
  },
  cloddy({ world, by }) {
    const along = band(world);
    world.furrows.push({ rows: null, finding: { contact: 'dryClods' }, chance: by(0.25, 0.85) });
    world.covers.push({ rows: null, finding: 'clod', chance: by(0.2, 0.5), band: along });
    depths(world, null, { spread: by(1.1, 1.4) });
    hard(world, null, { kills: { drySeed: by(0.03, 0.12) }, slowShare: by(0.1, 0.3), slowBy: 1.2 });
  },
  speed({ world, by }) {
    for (const unit of world.units) unit.scatterSdM = by(0.034, 0.065);
    depths(world, null, { spread: by(1.15, 1.6) });
  },
  tyreTracks({ world, by }) {
    const rows = world.trackRows;
    depths(world, rows, { offM: -by(0.08, 0.3) * INCH_M });
    world.furrows.push({ rows, finding: { wall: 'smeared' }, chance: by(0.2, 0.6) });
    hard(world, rows, { kills: { crust: by(0.06, 0.2) }, slowShare: by(0.25, 0.6), slowBy: 1.25 });
  },
  deadCell({ world, row, by }) {
    const cells = Array.from({ length: Math.round(by(1, 3)) }, (_, i) => 5 + i * 2);
    inRows(world, [row], { damagedCells: cells });
  },
  meterSkips({ world, row, by }) {
    inRows(world, [row], { skipRate: by(0.1, 0.28) });
  },
  weakVacuum({ world, by }) {
    for (const unit of world.units) unit.skipRate += by(0.05, 0.2);
  },
  singulatorLax({ world, row, by }) {
    inRows(world, [row], { doubleRate: by(0.1, 0.3) });
  },
  seedSize({ world, by }) {
    for (const unit of world.units) {
      unit.doubleRate += by(0.06, 0.2);
      unit.skipRate += by(0.04, 0.12);
    }
  },
  ranEmpty({ world, row, by }) {
    const passes = by(0, 1) < 0.5 ? [2] : [2, 3];
    const plugged = { fromM: PASS_M * by(0.45, 0.1), toM: PASS_M, passes };
    inRows(world, [row], { plugged });
  },
  blockedTube({ world, row, by }) {
    const passes = by(0, 1) < 0.5 ? [1] : [0, 2];
    const plugged = { fromM: 0, toM: PASS_M * by(0.4, 0.8), passes };
    inRows(world, [row], { plugged, scatterSdM: 0.05, doubleRate: 0.05 });
  },
  dryZone({ world, by }) {
    world.zones[1].dryLayerM = by(0.047, 0.058);
    for (const zone of [world.zones[0], world.zones[2]]) zone.dryLayerM = 0.032;
    dryFrom(world, 0, 14);
  },
  saturated({ world, by }) {
    world.zones[1].rotShare = by(0.06, 0.45);
    soak(world);
  },
  crust({ world, by }) {
    for (const zone of world.zones) zone.crustShare = by(0.03, 0.14);
    rain(world, 4, 0.03);
    dryFrom(world, 5, 8);
    world.covers.push({ rows: null, finding: 'crust', chance: by(0.4, 0.9) });
  },
  coldShock({ world, by }) {
    for (const zone of world.zones) zone.coldInjuryShare = by(0.04, 0.3);
    colder(world, 0, 2, 8);
    rain(world, 1, 0.011);
  },
  frost({ world, by }) {
    const day = WALK_DAY - 4;
    colder(world, day, day, world.weather[day]!.minC + 2.5);
    harm(world, 'frosted', by(0.1, 0.6), 'patch');
  },
  weakSeed({ world, by }) {
    world.germination = by(0.9, 0.68);
    world.vigour = by(0.8, 0.55);
  },
  maggot({ world, by }) {
    world.zones[1].hollowShare = by(0.06, 0.3);
    harm(world, 'wilting', by(0.03, 0.15), 'patch');
  },
  birds({ world, by }) {
    world.zones[1].pestShare = by(0.07, 0.3);
    harm(world, 'pulled', by(0.03, 0.15), 'patch');
  },
  cutworm({ world, by }) {
    harm(world, 'cut', by(0.06, 0.35), 'patch');
  },
  slugs({ world, by }) {
    harm(world, 'ragged', by(0.08, 0.45), 'patch');
    world.covers.push({ rows: null, finding: 'residue', chance: by(0.2, 0.5), band: band(world) });
  },
  pythium({ world, by }) {
    world.zones[1].rotShare = by(0.06, 0.2);
    colder(world, 2, 8, 3);
    for (let day = 3; day <= 7; day++) rain(world, day, 0.012);
    harm(world, 'softBrown', by(0.06, 0.3), 'patch');
  },
  herbicide({ world, by }) {
    harm(world, 'rootsClubbed', by(0.1, 0.5), 'all');
  },
  starterSalt({ world, by }) {
    harm(world, 'tipsBurnt', by(0.1, 0.5), 'all');
    hard(world, null, { kills: { rot: by(0.01, 0.06) }, slowShare: by(0.1, 0.3), slowBy: 1.12 });
  },
};
