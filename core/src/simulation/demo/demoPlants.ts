import type { InputOf, Kind } from '../../records/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { addDays } from '../../season/index.ts';
import type { Sign } from '../../pests/index.ts';
import { commonestStage, plantsInStretch } from '../readStand.ts';
import type { SimulatedStand } from '../simulateStand.ts';
import {
  bears,
  latePairs,
  lookFor,
  stageCode,
  walkPlants,
  type BearsTruth,
} from '../walkPlants.ts';
import { DEMO_ZONE_MIN } from './demoScenarios.ts';

/** What was looked into at the stops of a walk, beside its counts. */
export interface DemoPlants {
  /** Rows a tape is laid in at each stop, by turns. */
  rows: number[];
  /** Signs that were looked for at every stop. */
  signs: Sign[];
}

/** Plants marked on a walk, and what became of them. */
export interface DemoTags {
  /** Late plants that were marked, each with its neighbour. */
  pairs: number;
  colour: string;
  /** Days after planting on which they were looked at again; null: not yet. */
  fillAfterDays: number | null;
}

/** What a late plant bears in the demo district. */
const BEARS: BearsTruth = { oneBehind: 0.7, twoBehind: 0.15, spread: 0.22, crowding: 0.15 };

type Add = <K extends Kind>(kind: K, data: InputOf<K>, by: string, at: string) => string;

const PLANTS_TAPE_M = 8;
/** Plants looked at for a sign at each stop. */
const LOOKED = 20;

/** The plants of one stop: tapes with stages, gaps and late plants dug, roots, signs. */
export function addPlantsAtStop(
  add: Add,
  stand: SimulatedStand,
  plants: DemoPlants,
  where: { pass: number; fromM: number; atH: number },
  stop: { id: string; ordinal: number; by: string; at: string },
  random: SeededRandom,
): void {
  const first = (2 * (stop.ordinal - 1)) % plants.rows.length;
  const rows =
    stop.ordinal <= 3
      ? plants.rows
      : [plants.rows[first]!, plants.rows[(first + 1) % plants.rows.length]!];
  const found = walkPlants(
    stand,
    where,
    { rows, lengthM: PLANTS_TAPE_M, gaps: 3, late: 2, roots: 1 },
    random,
  );
  const observe = (data: InputOf<'observation'>) => add('observation', data, stop.by, stop.at);
  for (const tape of found.tapes)
    observe({
      stopId: stop.id,
      type: 'tape',
      ...tape,
      readToM: PLANTS_TAPE_M,
      typed: tape.positionsM.map(() => ''),
      stagedBy: 'collars',
    });
  for (const dig of [...found.gaps, ...found.late, ...found.roots])
    observe({ ...dig, stopId: stop.id });
  for (const sign of plants.signs)
    observe({
      stopId: stop.id,
      type: 'sign',
      row: null,
      sign,
      looked: LOOKED,
      affected: lookFor(stand, sign, { pass: where.pass, atM: where.fromM }, LOOKED, random),
      severity: null,
    });
}

/** Late plants of a walk and their neighbours, tagged; with what they bore, where that is known. */
export function addTags(
  add: Add,
  stand: SimulatedStand,
  tags: DemoTags,
  walk: { id: string; plantingId: string; on: string; plantedOn: string; by: string },
): void {
  const random = seededRandom(53);
  const { crop, passes, passLengthM, planter } = stand.scenario;
  const at = `${walk.on}T15:00:00.000Z`;
  const atH = (24 * (Date.parse(walk.on) - Date.parse(walk.plantedOn))) / 86_400_000;
  let made = 0;
  for (let tries = 0; made < tags.pairs && tries < 1500; tries++) {
    const row = 1 + random.below(planter.units.length);
    const fromM = (passLengthM - 8) * random.uniform();
    const stretch = { pass: random.below(passes), row, fromM, toM: fromM + 5.3, atH };
    const inStep = commonestStage(stand, [stretch]);
    const [pair] = latePairs(stand, stretch, inStep);
    if (!pair) continue;
    const group = inStep - pair.plant.stage === 1 ? 'oneBehind' : 'twoBehind';
    // As many of each kind.
    if (group === 'oneBehind' && made % 2 === 1 && tries < 300) continue;
    made += 1;
    const place = { plantingId: walk.plantingId, walkId: walk.id, stop: null, row };
    const when = { at, on: walk.on, zoneOffsetMin: DEMO_ZONE_MIN };
    const lateId = add(
      'taggedPlant',
      {
        ...place,
        ...when,
        atM: Math.round((pair.plant.positionM - fromM) * 100) / 100,
        tag: `${tags.colour} ${made}`,
        group,
        beside: null,
        stage: stageCode(crop, pair.plant.stage),
        find: `Pass ${stretch.pass + 1}, ${Math.round(fromM)} steps in`,
      },
      walk.by,
      at,
    );
    const besideId = add(
      'taggedPlant',
      {
        ...place,
        ...when,
        atM: Math.round((pair.beside.positionM - fromM) * 100) / 100,
        tag: `${tags.colour} ${made} N`,
        group: 'inStep',
        beside: lateId,
        stage: stageCode(crop, pair.beside.stage),
      },
      walk.by,
      at,
    );
    if (tags.fillAfterDays === null) continue;
    const on = addDays(walk.plantedOn, tags.fillAfterDays);
    const plants = plantsInStretch(stand, stretch);
    for (const [plantId, plant, own] of [
      [lateId, pair.plant, group],
      [besideId, pair.beside, 'inStep'],
    ] as const)
      add(
        'tagOutcome',
        outcome(
          plantId,
          on,
          bears(
            {
              group: own,
              nearestM: Math.min(
                1,
                ...plants.flatMap(({ positionM }) =>
                  positionM === plant.positionM ? [] : [Math.abs(positionM - plant.positionM)],
                ),
              ),
              spacingM: stand.spacingM,
            },
            BEARS,
            crop,
            random,
          ),
        ),
        walk.by,
        `${on}T15:00:00.000Z`,
      );
  }
}

/** Grams of a kernel. */
const KERNEL_KG = 0.0003;

function outcome(plantId: string, on: string, weightKg: number): InputOf<'tagOutcome'> {
  const barren = weightKg < 0.005;
  return {
    plantId,
    visit: 'grainFill',
    on,
    inFlower: null,
    bears: barren ? 'barren' : weightKg < 0.07 ? 'nubbin' : 'full',
    count: barren ? 0 : Math.round(weightKg / KERNEL_KG),
    weightKg: barren ? 0 : Math.round(weightKg * 1000) / 1000,
  };
}
