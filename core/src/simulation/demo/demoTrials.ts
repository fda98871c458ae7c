import { CROP_FACTS } from '../../crops/index.ts';
import type { DataOf, InputOf } from '../../records/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { drawOf, fitStrips, layTrial } from '../../trials/index.ts';
import { ACRE_M2, FOOT_M, INCH_M, toSi } from '../../units/index.ts';
import { ORDINARY_TRIAL, simulateTrial, type TrialGround } from '../simulateTrial.ts';
import { DEMO_SEASON } from './demoScenarios.ts';
import type { DemoRecord } from './makeDemoSeason.ts';

const bushels = (perAc: number) => toSi(perAc, 'bu56PerAc');
const depth = (inches: number, label: string) => ({ label, value: inches * INCH_M });

type TrialInput = Omit<InputOf<'trial'>, 'plantingId'>;

/** Known truth: what 1½ and 2½ in gain on 2 in for each share of water in the furrow above the middle. */
const PER_MOISTURE = 0.75;
const MIDDLE_MOISTURE = 0.205;
const DEPTHS = [depth(1.5, '1½ in'), depth(2, '2 in'), depth(2.5, '2½ in')];
const FIRM_GAINS = bushels(2);

/** Shallow pays where the furrow is moist, deep where it is dry; firm downforce a little everywhere. */
export const depthEffect = (treatment: number, moisture: number): number => {
  const [level, firm] = [Math.floor(treatment / 2), treatment % 2];
  return (1 - level) * PER_MOISTURE * (moisture - MIDDLE_MOISTURE) + firm * FIRM_GAINS;
};

const depthTrial = (seed: number): TrialInput => ({
  asks: 'How deep, and how much downforce?',
  factors: [
    { question: 'depth', levels: DEPTHS },
    {
      question: 'downforce',
      levels: [
        { label: 'light', value: null },
        { label: 'firm', value: null },
      ],
    },
  ],
  layout: 'blocks',
  replicates: 4,
  check: 2,
  comparison: 'check',
  primary: 'yield',
  matters: bushels(6),
  planterWidthM: 12 * 30 * INCH_M,
  combineWidthM: 8 * 30 * INCH_M,
  guardRows: 1,
  stripLengthM: 380,
  firstPass: 5,
  slope: 'across',
  seed,
  plannedOn: '2025-04-10',
});

interface DemoTrial {
  field: string;
  season: number;
  by: string;
  /** A planting of a season that nobody else needs. */
  planting?: { plantedOn: string; variety: string; planter: string };
  data: TrialInput;
  ground: TrialGround;
  /** Seed of what its strips bear. */
  grown: number;
  effect(treatment: number, moisture: number): number;
  /** Strips where the plan was not followed. */
  deeds?: Record<number, number | 'missed'>;
  /** ISO date; left out: not yet. */
  harvestedOn?: string;
  walked?: boolean;
  moistureRead?: boolean;
}

/** A depth trial at two sites in two years that contradict each other until moisture is read, a demonstration, and one under way. */
export const DEMO_TRIALS: readonly DemoTrial[] = [
  {
    field: 'Heron Bottom',
    season: DEMO_SEASON - 2,
    by: 'Noor Castellane',
    planting: { plantedOn: '2025-05-02', variety: 'AB-104', planter: 'Goose' },
    data: depthTrial(4125),
    grown: 5100,
    ground: { ...ORDINARY_TRIAL, meanKgPerM2: 1.02, moisture: 0.135, moistureSd: 0.022 },
    effect: depthEffect,
    deeds: { 17: 'missed' },
    harvestedOn: '2025-10-14',
    moistureRead: true,
  },
  {
    field: 'Windmill East',
    season: DEMO_SEASON - 1,
    by: 'Noor Castellane',
    data: { ...depthTrial(887), plannedOn: '2026-04-12' },
    grown: 5101,
    ground: { ...ORDINARY_TRIAL, meanKgPerM2: 1.2, moisture: 0.28, moistureSd: 0.025 },
    effect: depthEffect,
    harvestedOn: '2026-10-20',
    moistureRead: true,
  },
  {
    field: 'Long Forty',
    season: DEMO_SEASON - 1,
    by: 'Teo Lindqvist',
    data: {
      asks: 'Does starter show on Long Forty?',
      factors: [
        {
          question: 'starter',
          levels: [
            { label: 'none', value: null },
            { label: 'in furrow', value: null },
          ],
        },
      ],
      layout: 'oneEach',
      replicates: 1,
      check: 0,
      comparison: 'planned',
      primary: 'yield',
      matters: toSi(3, 'bu60PerAc'),
      planterWidthM: 16 * 20 * INCH_M,
      combineWidthM: 30 * FOOT_M - 4 * FOOT_M,
      stripLengthM: 390,
      seed: 12,
      plannedOn: '2026-05-01',
    },
    grown: 20938,
    ground: {
      ...ORDINARY_TRIAL,
      meanKgPerM2: 0.4,
      blockSd: 0,
      residualSd: 0.03,
    },
    effect: () => 0,
    harvestedOn: '2026-10-02',
  },
  {
    field: 'Heron Bottom',
    season: DEMO_SEASON,
    by: 'Ife Marlow',
    data: {
      asks: 'Do spiked closing wheels pay on the bottom?',
      factors: [
        {
          question: 'closing',
          levels: [
            { label: 'rubber', value: null },
            { label: 'spiked', value: null },
          ],
        },
      ],
      layout: 'blocks',
      replicates: 6,
      check: 0,
      comparison: 'planned',
      primary: 'yield',
      matters: bushels(5),
      planterWidthM: 12 * 30 * INCH_M,
      combineWidthM: 8 * 30 * INCH_M,
      guardRows: 1,
      stripLengthM: 360,
      firstPass: 9,
      tramlineM: 90 * FOOT_M,
      blinded: true,
      seed: 2027,
      equipment: { cost: 4200, areaM2PerYear: 1400 * ACRE_M2, years: 5, discount: 0.06 },
      plannedOn: '2027-04-20',
    },
    grown: 5103,
    ground: ORDINARY_TRIAL,
    effect: () => 0,
    deeds: { 3: 1, 4: 0 },
    walked: true,
  },
];

/** Stand walks of a planting. */
const walksOf = (records: readonly DemoRecord[], plantingId: string) =>
  new Set(
    records.flatMap(({ kind, id, data }) =>
      kind === 'walk' &&
      (data as DataOf<'walk'>).plantingId === plantingId &&
      (data as DataOf<'walk'>).purpose === 'stand'
        ? [id]
        : [],
    ),
  );

type Add = <K extends 'planting' | 'trial' | 'trialStrip'>(
  kind: K,
  data: InputOf<K>,
  by: string,
  at: string,
) => string;

/** Adds the trials of those fields that are there. */
export function addTrials(
  records: DemoRecord[],
  fields: ReadonlyMap<string, string>,
  planters: ReadonlyMap<string, string>,
  add: Add,
): void {
  DEMO_TRIALS.forEach((demo, index) => {
    const { field, season, by, data, ground, effect, deeds = {} } = demo;
    const fieldId = fields.get(field);
    if (!fieldId) return;
    const at = `${data.plannedOn}T15:00:00.000Z`;
    const found = records.find(
      (one) =>
        one.kind === 'planting' &&
        (one.data as DataOf<'planting'>).fieldId === fieldId &&
        (one.data as DataOf<'planting'>).season === season,
    );
    const planting = (found?.data as DataOf<'planting'> | undefined) ?? null;
    const plantingId =
      found?.id ??
      (demo.planting &&
        add(
          'planting',
          {
            fieldId,
            planterId: planters.get(demo.planting.planter)!,
            season,
            crop: 'corn',
            variety: demo.planting.variety,
            plantedOn: demo.planting.plantedOn,
            rowWidthM: 30 * INCH_M,
            seedsPerM2: 32_000 / ACRE_M2,
            depthTargetM: 2 * INCH_M,
            germination: 0.95,
            fieldLoss: 0.05,
            asTyped: { rowWidthM: '30 in', seedsPerM2: '32k', depthTargetM: '2"' },
          },
          by,
          at,
        ));
    if (!plantingId) return;
    const plantedOn = planting?.plantedOn ?? demo.planting!.plantedOn;
    const crop = planting?.crop ?? 'corn';
    const trialId = add('trial', { ...data, plantingId }, by, at);
    const plan = layTrial(drawOf(data));
    // Stops of a walk that is under way stand in its first strips.
    if (demo.walked) {
      const walks = walksOf(records, plantingId);
      const stops = records.filter(
        ({ kind, data: kept }) => kind === 'stop' && walks.has((kept as DataOf<'stop'>).walkId),
      );
      for (const { data: kept } of stops)
        Object.assign(kept, { trialId, strip: (kept as DataOf<'stop'>).ordinal });
      // Parents come first.
      if (stops.length > 0) records.splice(records.indexOf(stops[0]!), 0, records.pop()!);
    }
    const fit = fitStrips({
      planterWidthM: data.planterWidthM,
      combineWidthM: data.combineWidthM ?? null,
      rowWidthM: planting?.rowWidthM ?? 30 * INCH_M,
      guardRows: data.guardRows ?? 0,
      half: data.layout === 'splitPlanter',
    });
    const done = plan.map((strip) => {
      const deed = deeds[strip.number];
      return { ...strip, treatment: typeof deed === 'number' ? deed : strip.treatment };
    });
    const grown = simulateTrial(done, ground, effect, demo.grown);
    const scale = seededRandom(300 + index);
    plan.forEach(({ number }, i) => {
      const deed = deeds[number] ?? null;
      const { yieldKgPerM2, moisture } = grown[i]!;
      const wet = 0.17 + 0.012 * scale.normal();
      const areaM2 = data.stripLengthM * fit.harvestWidthM;
      const weightKg = (yieldKgPerM2 * areaM2 * (1 - CROP_FACTS[crop].soldAtMoisture)) / (1 - wet);
      const pounds = Math.round(weightKg / toSi(1, 'lb') / 10) * 10;
      const harvest =
        demo.harvestedOn && deed !== 'missed'
          ? {
              harvestedOn: demo.harvestedOn,
              weightKg: toSi(pounds, 'lb'),
              moisture: Math.round(wet * 1000) / 1000,
              typed: {
                weightKg: `${pounds.toLocaleString('en')} lb`,
                moisture: `${(wet * 100).toFixed(1)} %`,
              },
            }
          : {};
      add(
        'trialStrip',
        {
          trialId,
          number,
          doneOn: plantedOn,
          done: deed,
          ...(demo.moistureRead && deed !== 'missed'
            ? { furrowMoisture: Math.round(moisture * 1000) / 1000 }
            : {}),
          ...harvest,
        },
        by,
        `${demo.harvestedOn ?? plantedOn}T20:00:00.000Z`,
      );
    });
  });
}
