import { estimateWeights, type TagGroup } from '../../staging/index.ts';
import { exampleFamily, type DataOf, type Kept, type Kind } from '../../records/index.ts';
import { readPlants, readWalkFacts, readWalkStand } from '../../readings/index.ts';
import { GAP_FINDS, PLACED_APART_M } from '../../digs/index.ts';
import { addDays } from '../../season/index.ts';
import { summariseStand } from '../../stand/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { commonestStage, countStop, gapsInStretch } from '../readStand.ts';
import { simulateStand, type SimulatedStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { bears, findOf, latePairs, walkPlants } from '../walkPlants.ts';
import { goodGround, goodUnit, ORDINARY, type Scenario, type SimulatedZone } from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const [ROWS, PASSES, PASS_M, ROW_M] = [12, 12, 300, 0.762];
const LENGTH_M = 5.31;
const STOPS = 8;
const LOOK_DAY = 27;
const TAPE_M = 4.2;
const GERMINATION = 0.95;
/** Walks made on each field: a field is dear to make, and stops are drawn anew for each. */
const WALKS_A_FIELD = 5;
/** Stops that the truth is read from, in each pass. */
const TRUTH_STOPS = 15;

/** Zones of a field, each with a trouble of its own or none, in an order of chance. */
function someZones(random: SeededRandom): SimulatedZone[] {
  const troubles: Partial<SimulatedZone>[] = [
    {},
    { rotShare: 0.03 + 0.08 * random.uniform() },
    { crustShare: 0.03 + 0.1 * random.uniform() },
    { dryLayerM: 0.038 + 0.008 * random.uniform() },
    { pestShare: 0.02 + 0.06 * random.uniform() },
  ];
  const count = 3 + random.below(3);
  return Array.from({ length: count }, (_, i) => ({
    ...goodGround((PASS_M * i) / count, (PASS_M * (i + 1)) / count),
    ...troubles[random.below(troubles.length)]!,
  }));
}

function someField(random: SeededRandom, seed: number): SimulatedStand {
  const units = Array.from({ length: ROWS }, () => ({
    ...goodUnit(2 * INCH_M + 0.003 * random.normal()),
    depthSdM: 0.005 + 0.006 * random.uniform(),
    skipRate: 0.01 + 0.04 * random.uniform(),
  }));
  const scenario: Scenario = {
    crop: 'corn',
    planter: { units, rowWidthM: ROW_M, cells: 30 },
    seedLot: { germination: GERMINATION, vigour: 0.75 + 0.2 * random.uniform() },
    seedsPerM2: 7.9,
    passLengthM: PASS_M,
    passes: PASSES,
    zones: someZones(random),
    weather: simulateWeather({ days: 60, meanC: 13.5, risePerDayC: 0.14 }, seed),
    rough: ORDINARY,
  };
  return simulateStand(scenario, seed);
}

const atH = 24 * LOOK_DAY;
const place = (random: SeededRandom) => ({
  pass: random.below(PASSES),
  fromM: (PASS_M - LENGTH_M) * random.uniform(),
});

/** What a walk estimates, from stops all over the field. */
function truthOf(stand: SimulatedStand, random: SeededRandom) {
  const finds = new Map<string, number>();
  let [late, placed] = [0, 0];
  const stops = Array.from({ length: PASSES * TRUTH_STOPS }, (_, i) => ({
    pass: i % PASSES,
    fromM: ((PASS_M - LENGTH_M) * (Math.floor(i / PASSES) + random.uniform())) / TRUTH_STOPS,
  })).map(({ pass, fromM }, i) => {
    const stretches = Array.from({ length: ROWS }, (_, r) => ({
      pass,
      row: r + 1,
      fromM,
      toM: fromM + LENGTH_M,
      atH,
    }));
    const inStep = commonestStage(stand, stretches);
    for (const stretch of stretches) {
      for (const { cause } of gapsInStretch(stand, stretch)) {
        const find = findOf(cause as Parameters<typeof findOf>[0], random);
        finds.set(find, (finds.get(find) ?? 0) + 1);
      }
      for (const { apartM } of latePairs(stand, stretch, inStep)) {
        late += 1;
        if (Math.abs(apartM) >= PLACED_APART_M) placed += 1;
      }
    }
    return { id: String(i), counts: countStop(stand, { pass, fromM, lengthM: LENGTH_M, atH }) };
  });
  const all = [...finds.values()].reduce((sum, many) => sum + many, 0);
  const { meanPerM2, effective } = summariseStand(stops);
  return {
    meanPerM2,
    effectivePerM2: effective.meanPerM2,
    finds: new Map([...finds].map(([find, many]) => [find, many / all])),
    placed: late === 0 ? null : placed / late,
  };
}

/** The records of a walk of ordinary effort, read as the screens read them. */
function walkAndRead(stand: SimulatedStand, random: SeededRandom, laggards: 'counted' | 'staged') {
  let made = 0;
  const newId = () => `019f0000-0000-7000-8000-${String(++made).padStart(12, '0')}`;
  const family = exampleFamily(newId);
  const of = <K extends Kind>(kind: K) =>
    family.find((one) => one.kind === kind)! as unknown as { id: string; data: DataOf<K> };
  const planting = of('planting');
  const walk = of('walk');
  const plantedOn = '2027-04-28';
  const stops = Array.from({ length: STOPS }, (_, s) => ({
    id: newId(),
    data: {
      ...of('stop').data,
      walkId: walk.id,
      ordinal: s + 1,
      chosen: false,
      planned: null,
      at: null,
      accuracyM: null,
      skipped: [],
      note: '',
    },
  }));
  const observed = stops.map(({ id: stopId }): Kept<'observation'>[] => {
    const where = { ...place(random), atH };
    const first = 1 + random.below(ROWS);
    const rows = [first, (first % ROWS) + 1];
    const seen = walkPlants(
      stand,
      where,
      { rows, lengthM: TAPE_M, gaps: 2, late: 2, roots: 0 },
      random,
    );
    const counts = countStop(stand, { ...where, lengthM: LENGTH_M }).map((count) =>
      laggards === 'counted'
        ? count
        : {
            ...count,
            inStep: count.inStep + count.oneBehind + count.twoBehind,
            oneBehind: 0,
            twoBehind: 0,
          },
    );
    return [
      ...counts.map((count) => ({ type: 'count', ...count })),
      ...seen.tapes.map((tape) => ({
        type: 'tape',
        ...tape,
        readToM: TAPE_M,
        typed: [],
        stagedBy: 'collars',
      })),
      ...[...seen.gaps, ...seen.late].map((dig) => ({ ...dig, note: '' })),
    ].map((data) => ({
      kind: 'observation',
      id: newId(),
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: `${addDays(plantedOn, LOOK_DAY)}T12:00:00.000Z`,
      data: { ...data, stopId } as DataOf<'observation'>,
    }));
  });
  const facts = readWalkFacts(
    { id: walk.id, data: walk.data as Extract<DataOf<'walk'>, { purpose: 'stand' }> },
    { id: planting.id, data: { ...planting.data, germination: GERMINATION, plantedOn } },
    of('field').data,
    null,
    stops,
    null,
  );
  const read = readWalkStand(facts, observed);
  return { summary: read.summary!, plants: readPlants(read) };
}

const holds = (interval: { lower: number; upper: number }, truth: number) =>
  Number(truth >= interval.lower && truth <= interval.upper);
const within = ([lower, upper]: readonly [number, number], truth: number) =>
  holds({ lower, upper }, truth);

/**
 * Intervals of what a walk's plants tell, over simulated walks of ordinary effort (8 stops, about 12 gaps and 10 late plants dug,
 * causes clustered by zone and stop); dead seed on a sound planter; own weights from tagged pairs.
 *
 * @param seed none that a figure was tuned on; @param runs walks behind each rate
 */
export function plantRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const random = seededRandom(seed);
  const stands: number[] = [];
  const effective: number[] = [];
  const staged: number[] = [];
  const causes: number[] = [];
  const placed: number[] = [];
  for (let f = 0; f * WALKS_A_FIELD < runs; f++) {
    const stand = someField(random, random.below(2 ** 31));
    const truth = truthOf(stand, random);
    for (let w = 0; w < WALKS_A_FIELD; w++) {
      const { summary, plants } = walkAndRead(stand, random, 'counted');
      stands.push(within(summary.intervalPerM2!, truth.meanPerM2));
      effective.push(within(summary.effective.intervalPerM2!, truth.effectivePerM2));
      const byStages = walkAndRead(stand, random, 'staged').summary;
      staged.push(within(byStages.effective.intervalPerM2!, truth.effectivePerM2));
      for (const find of GAP_FINDS) {
        const share = truth.finds.get(find) ?? 0;
        if (share < 0.05) continue;
        const found = plants.gaps.finds.find(({ name }) => name === find);
        causes.push(holds(found ?? plants.gaps.notFound, share));
      }
      if (truth.placed !== null && plants.late.placed)
        placed.push(holds(plants.late.placed, truth.placed));
    }
  }
  const covers = { within: [0.92, 0.98] as [number, number] };
  return [
    rateOver('a walk of 8 stops: the interval of the stand holds the truth', stands, covers),
    rateOver('… of the effective stand, laggards counted', effective, covers),
    rateOver('… of the effective stand, laggards from the plants staged', staged, covers),
    rateOver('… of the share of a cause among the gaps', causes, covers),
    rateOver('… of the share of late plants that placing explains', placed, covers),
    ...deadSeedRates(random, runs),
    weightRate(random, Math.ceil(runs / 3)),
  ];
}

/** A sound planter, whose seed has the germination of the tag as it was tested. */
function deadSeedRates(random: SeededRandom, runs: number): Rate[] {
  const beyond: number[] = [];
  const meter: number[] = [];
  for (let f = 0; f * WALKS_A_FIELD < runs; f++) {
    const seed = random.below(2 ** 31);
    // The tag tells of 400 seeds of the lot, not of the lot.
    let alive = 0;
    for (let i = 0; i < 400; i++) if (random.uniform() < GERMINATION) alive += 1;
    const stand = simulateStand(
      {
        crop: 'corn',
        planter: {
          units: Array.from({ length: ROWS }, () => ({ ...goodUnit(2 * INCH_M), skipRate: 0.003 })),
          rowWidthM: ROW_M,
          cells: 30,
        },
        seedLot: { germination: Math.max(0.9, 2 * GERMINATION - alive / 400), vigour: 0.9 },
        seedsPerM2: 7.9,
        passLengthM: PASS_M,
        passes: PASSES,
        zones: [{ ...goodGround(0, PASS_M), rotShare: 0, crustShare: 0, pestShare: 0 }],
        weather: simulateWeather({ days: 60, meanC: 14, risePerDayC: 0.14 }, seed),
      },
      seed,
    );
    for (let w = 0; w < WALKS_A_FIELD; w++) {
      const { plants } = walkAndRead(stand, random, 'counted');
      if (plants.gaps.allowance) beyond.push(Number(plants.gaps.allowance.beyondAllowance));
      const most = plants.gaps.finds[0];
      meter.push(Number(most?.name === 'noSeed' && most.lower > 0.3));
    }
  }
  return [
    rateOver('dead seed within the allowance: called more than the tag explains', beyond, {
      atMost: 0.05,
    }),
    rateOver('dead seed within the allowance: blamed on the planter', meter, { atMost: 0.05 }),
  ];
}

/** Own weights from forty tagged pairs. */
function weightRate(random: SeededRandom, runs: number): Rate {
  const near = Array.from({ length: runs }, () => {
    const truth = {
      oneBehind: 0.55 + 0.35 * random.uniform(),
      twoBehind: 0.4 * random.uniform(),
      spread: 0.25,
      crowding: 0.2,
    };
    const spacingM = 0.166;
    const grown = (group: TagGroup) => ({
      group,
      yield: bears(
        { group, nearestM: spacingM * (0.7 + 0.5 * random.uniform()), spacingM },
        truth,
        'corn',
        random,
      ),
    });
    const plants = Array.from({ length: 40 }, (_, i) => [
      grown(i % 2 === 0 ? 'oneBehind' : 'twoBehind'),
      grown('inStep'),
    ]).flat();
    const found = estimateWeights(plants);
    return Math.max(
      Math.abs((found.oneBehind?.weight ?? 9) - truth.oneBehind),
      Math.abs((found.twoBehind?.weight ?? 9) - truth.twoBehind),
    );
  });
  // Within 0.1 at the median: half of them or more.
  return rateOver(
    'own weights from 40 tagged pairs lie within 0.1 of the truth, both',
    near.map((error) => Number(error <= 0.1)),
    { atLeast: 0.5 },
  );
}
