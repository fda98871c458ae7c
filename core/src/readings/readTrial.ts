import { group } from 'd3-array';
import { CROP_FACTS } from '../crops/index.ts';
import { digOf } from '../depth/index.ts';
import { fitEmergence, poolLengths, type EmergenceVisit } from '../emergence/index.ts';
import type {
  EmergenceCount,
  Field,
  FlaggedLength,
  Observation,
  Planting,
  Stop,
  Trial,
  TrialStrip,
  Walk,
} from '../records/index.ts';
import { summariseStand, type LatenessWeights } from '../stand/index.ts';
import { mean } from '../stats/index.ts';
import {
  drawOf,
  fitStrips,
  layTrial,
  levelsIn,
  placeStrips,
  stripsOf,
  stripYield,
  treatmentsOf,
  TRIAL_MEASURES,
  type LaidStrip,
  type StripFit,
  type TrialMeasure,
} from '../trials/index.ts';
import type { Held } from './held.ts';
import { emergenceVisits, flaggedCounts } from './readEmergence.ts';
import { stagesAtStop } from './stagesAtStop.ts';
import { plantedAs, stripSeedings, withRowWidth } from './stripSeeding.ts';

export interface TrialTreatment {
  index: number;
  label: string;
  /** Its level of each factor, from 0, and what that is called. */
  levels: number[];
  parts: string[];
  /** Of a single numeric factor, SI. */
  value: number | null;
  /** Money per m² over the check. */
  costPerM2: number;
}

export interface TrialStripReading extends LaidStrip {
  record: Held<TrialStrip> | null;
  /** What was done in it: as planned unless somebody said otherwise; null: missed. */
  done: number | null;
  ticked: boolean;
  figures: Partial<Record<TrialMeasure, number>>;
  /** What came up in its lengths by each visit; null where it has none. */
  emergence: { visits: EmergenceVisit[]; sown: number } | null;
  furrowMoisture: number | null;
}

export interface TrialReading {
  trial: Held<Trial>;
  planting: Held<Planting>;
  field: Held<Field>;
  treatments: TrialTreatment[];
  check: TrialTreatment;
  fit: StripFit;
  strips: TrialStripReading[];
  /** One strip of each: figures, and no inference. */
  demonstration: boolean;
  /** What stands against the plan, by the name of its figure. */
  problems: Record<string, string>;
  ticked: number;
  /** Strips that can still be harvested, and those that are. */
  toHarvest: number;
  harvested: number;
  /** Every strip that was not missed has what decides. */
  complete: boolean;
  /** Measures that at least one strip has. */
  measured: TrialMeasure[];
}

/** Records that say what strips showed. */
export interface TrialRecords {
  trial: Held<Trial>;
  planting: Held<Planting>;
  field: Held<Field>;
  strips: readonly Held<TrialStrip>[];
  stops: readonly Held<Stop>[];
  /** What was seen at those stops, and the walks they belong to. */
  seen: readonly Held<Observation>[];
  walks: readonly Held<Walk>[];
  lengths: readonly Held<FlaggedLength>[];
  emergenceCounts: readonly Held<EmergenceCount>[];
  weights?: LatenessWeights;
}

/** Treatments of a trial in the order of their numbers. @example trialTreatments(data)[1].label // '2 in, firm' */
export function trialTreatments({
  factors,
  costsPerM2,
}: Pick<Trial, 'factors' | 'costsPerM2'>): TrialTreatment[] {
  const sizes = factors.map(({ levels }) => levels.length);
  return Array.from({ length: treatmentsOf(sizes) }, (_, index) => {
    const levels = levelsIn(index, sizes);
    const own = levels.map((level, i) => factors[i]!.levels[level]!);
    return {
      index,
      label: own.map(({ label }) => label).join(', '),
      levels,
      parts: own.map(({ label }) => label),
      value: factors.length === 1 ? own[0]!.value : null,
      costPerM2: costsPerM2[index] ?? 0,
    };
  });
}

/** What a planned trial does not fit, by the name of the figure; none: it can be planted. @example trialProblems(data, planting).combineWidthM */
export function trialProblems(
  data: Pick<
    Trial,
    | 'factors'
    | 'layout'
    | 'replicates'
    | 'planterWidthM'
    | 'combineWidthM'
    | 'guardRows'
    | 'fieldWidthM'
    | 'firstPass'
  >,
  { rowWidthM }: Pick<Planting, 'rowWidthM'>,
): Record<string, string> {
  const problems: Record<string, string> = {};
  const half = data.layout === 'splitPlanter';
  const fit = fitStrips({ ...data, rowWidthM, half });
  if (data.combineWidthM !== null && fit.combinePasses === 0)
    problems.combineWidthM = half
      ? 'The head is wider than half of the planter without its guard rows: harvest with a narrower one, or choose whole strips.'
      : 'No whole pass of the head fits inside a strip: take fewer guard rows.';
  const levels = data.factors.map(({ levels: own }) => own.length);
  const needed =
    (data.firstPass - 1) * data.planterWidthM + stripsOf({ ...data, levels }) * fit.stripWidthM;
  if (data.fieldWidthM !== null && needed > data.fieldWidthM + 0.05)
    problems.fieldWidthM =
      'The strips are wider than the field: take fewer of each, fewer treatments, or begin nearer the edge.';
  return problems;
}

/**
 * A trial as it stands: its plan to scale, what was done in each strip, and every figure that strips have.
 *
 * @example readTrial(records).strips[4].figures.yield // 1.23, kg/m²
 */
export function readTrial({
  trial,
  planting,
  field,
  strips: kept,
  stops,
  seen,
  walks,
  lengths,
  emergenceCounts,
  weights,
}: TrialRecords): TrialReading {
  const { data } = trial;
  const treatments = trialTreatments(data);
  const { rowWidthM } = planting.data;
  const fit = fitStrips({ ...data, rowWidthM, half: data.layout === 'splitPlanter' });
  const laid = placeStrips(layTrial(drawOf(data)), fit, data);
  const seedings = stripSeedings(planting.data, { trial, strips: kept });
  const seenAt = group(seen, ({ data }) => data.stopId);
  const walkOf = new Map(walks.map(({ id, data }) => [id, data]));
  const own = new Map(kept.map((one) => [one.data.number, one]));
  const inStrip = (number: number) => (one: { trialId: string | null; strip: number | null }) =>
    one.trialId === trial.id && one.strip === number;
  const strips = laid.map((strip): TrialStripReading => {
    const record = own.get(strip.number) ?? null;
    const here = inStrip(strip.number);
    const figures: TrialStripReading['figures'] = {};
    const put = (measure: TrialMeasure, value: number | null | undefined) => {
      if (value !== null && value !== undefined) figures[measure] = value;
    };
    const found = stops.filter((stop) => here(stop.data));
    const seeding = seedings.get(strip.number)!;
    const stand = found.flatMap(({ id, data: { walkId } }) => {
      const walk = walkOf.get(walkId);
      const method = walk?.purpose === 'stand' ? walk.method : 'everyRow';
      const own = (seenAt.get(id) ?? []).flatMap(({ data }) =>
        data.type === 'count' ? [withRowWidth(data, seeding.rowWidthM, method)] : [],
      );
      return own.length > 0 ? [{ id, counts: own }] : [];
    });
    const depths = found.flatMap(({ id, data: { walkId } }) => {
      const walk = walkOf.get(walkId);
      if (walk?.purpose !== 'trench') return [];
      return (seenAt.get(id) ?? []).flatMap(({ data }) =>
        data.type === 'trench'
          ? digOf(data, { readTo: walk.readTo, crop: planting.data.crop }).depthsM
          : [],
      );
    });
    put('depth', mean(depths));
    const staged = stagesAtStop(
      planting.data.crop,
      found.flatMap(({ id }) => (seenAt.get(id) ?? []).map(({ data }) => data)),
    )?.reading;
    put('inStep', staged && staged.behind.inStep / staged.plants);
    if (stand.length > 0) {
      const summary = summariseStand(stand, weights ? { weights } : {});
      put('stand', summary.meanPerM2);
      put('effectiveStand', summary.effective.meanPerM2);
    }
    const up = emergedIn(
      plantedAs(planting.data, seeding),
      lengths.filter((length) => here(length.data)),
      emergenceCounts,
    );
    if (up) {
      put('emerged', up.visits.at(-1)!.emerged / up.sown);
      put('halfUp', fitEmergence(up.visits, up).t50H);
    }
    const slip = record?.data;
    if (slip?.weightKg && slip.moisture !== null)
      put(
        'yield',
        stripYield({
          crop: planting.data.crop,
          weightKg: slip.weightKg,
          moisture: slip.moisture,
          lengthM: slip.lengthM ?? data.stripLengthM,
          widthM: slip.widthM ?? (strip.harvestWidthM > 0 ? strip.harvestWidthM : strip.widthM),
        }),
      );
    put('testWeight', slip?.testWeightKgPerM3);
    put('protein', slip?.protein);
    const done = slip?.done ?? null;
    return {
      ...strip,
      record,
      done: done === 'missed' ? null : (done ?? strip.treatment),
      ticked: slip?.doneOn !== null && slip !== undefined,
      figures,
      emergence: up,
      furrowMoisture: slip?.furrowMoisture ?? null,
    };
  });
  const standing = strips.filter(({ done }) => done !== null);
  return {
    trial,
    planting,
    field,
    treatments,
    check: treatments[data.check]!,
    fit,
    strips,
    demonstration: data.layout === 'oneEach' || data.replicates < 2,
    problems: trialProblems(data, planting.data),
    ticked: strips.filter(({ ticked }) => ticked).length,
    toHarvest: standing.length,
    harvested: standing.filter(({ figures }) => figures.yield !== undefined).length,
    complete: standing.every(({ figures }) => figures[data.primary] !== undefined),
    measured: TRIAL_MEASURES.filter((measure) =>
      strips.some(({ figures }) => figures[measure] !== undefined),
    ),
  };
}

/** What came up in the lengths of a strip, all together. */
function emergedIn(
  planting: Planting,
  lengths: readonly Held<FlaggedLength>[],
  counts: readonly Held<EmergenceCount>[],
): TrialStripReading['emergence'] {
  if (lengths.length === 0) return null;
  const seen = emergenceVisits(planting, lengths, counts).lengths.filter(
    ({ visits }) => visits.length > 0,
  );
  if (seen.length === 0) return null;
  const pool = poolLengths(seen.map(flaggedCounts));
  if (pool.hours.length === 0) return null;
  return {
    visits: pool.hours.map((hours, i) => ({ hours, emerged: pool.emerged[i]! })),
    sown: pool.sown,
  };
}

/** How a measure is spoken of; null: in hours. */
export const trialMeasureKind = (measure: TrialMeasure, crop: Planting['crop']) => {
  const { yieldKind, denseStand } = CROP_FACTS[crop];
  const kinds = {
    yield: yieldKind,
    stand: denseStand ? 'denseStand' : 'population',
    effectiveStand: denseStand ? 'denseStand' : 'population',
    inStep: 'content',
    emerged: 'content',
    depth: 'depthSpread',
    halfUp: null,
    testWeight: 'testWeight',
    protein: 'content',
  } as const;
  return kinds[measure];
};

/** A strip with a figure, by what was done in it. */
export interface MeasuredStrip {
  strip: TrialStripReading;
  treatment: TrialTreatment;
  value: number;
}

/** Strips that have a measure, in field order; missed ones are left out. @example measuredStrips(reading, 'yield').length // 23 */
export const measuredStrips = (
  { strips, treatments }: Pick<TrialReading, 'strips' | 'treatments'>,
  measure: TrialMeasure,
): MeasuredStrip[] =>
  strips.flatMap((strip) => {
    const value = strip.figures[measure];
    return value === undefined || strip.done === null
      ? []
      : [{ strip, treatment: treatments[strip.done]!, value }];
  });

/** Strips by the level of their first factor; a second factor makes blocks of its own. */
export const byFirstFactor = (measured: readonly MeasuredStrip[]) =>
  measured.map(({ strip, treatment: { parts }, value }) => ({
    treatment: parts[0]!,
    block: [strip.block, ...parts.slice(1)].join(', '),
    value,
    moisture: strip.furrowMoisture,
  }));
