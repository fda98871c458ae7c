import { CROP_FACTS, type Crop } from '../crops/index.ts';
import { cutTo, fieldArea, geodesicArea } from '../geo/index.ts';
import type {
  Field,
  FieldPart,
  Planting,
  ReplantRecord,
  ResponseCurve,
  Workspace,
} from '../records/index.ts';
import { REPLANT_QUESTIONS, type ReplantQuestion } from '../records/index.ts';
import { fitBend, REPLANT_DEFAULTS, type ReplantCase } from '../replant/index.ts';
import { addDays, daysBetween } from '../season/index.ts';
import { expectedStand } from '../targets/index.ts';
import { ACRE_M2, FOOT_M } from '../units/index.ts';
import type { EmergenceReading } from './readEmergence.ts';
import type { Held } from './held.ts';
import { recountOn } from './recountOn.ts';
import { fullYieldOf } from './readStandCost.ts';
import { mappedStand } from './readStandMap.ts';
import type { WalkStand } from './readWalkStand.ts';
import { weakParts, type StandPart } from './weakParts.ts';
import { zoneAt } from './zoneAt.ts';

/** Everything a case is judged by, with what nobody entered filled in. */
export interface ReplantReading {
  /** As the simulation takes it; null while no stand is known. */
  case: ReplantCase | null;
  stand: {
    from: 'walk' | 'typed';
    perM2: number;
    intervalPerM2: [number, number] | null;
    longGapShare: number;
    /** Of the walk, ISO date. */
    on: string | null;
  } | null;
  expectedPerM2: number;
  /** Weak parts by their place in the case; none: the field is alike, or nothing tells. */
  parts: StandPart[];
  areaM2: number | null;
  dates: Record<'bestOn' | 'replantOn' | 'lastOn', string>;
  /** What nobody entered: figures of this app. */
  byDefault: ReadonlySet<string>;
  /** When plants will have shown whether they come back; null without such an injury. */
  recount: { on: string; inDays: number } | null;
  toCome: { range: [number, number]; from: 'typed' | 'emergence' | 'none' };
  /** Questions that nobody answered yet, and those whose answer stops a replant. */
  unanswered: ReplantQuestion[];
  stopped: ReplantQuestion[];
  /** By the name of what is wrong. */
  problems: Record<string, string>;
}

/** How well a stand is taken to be known that one stop or somebody by hand gave without a range. A Sendero default. */
const UNKNOWN_STAND_CV = 0.15;
/** Row length in gaps longer than this is long gaps, m (field guide 11.3). */
const LONG_GAP_M = 3 * FOOT_M;

/**
 * The share of row length that lies in gaps longer than 3 ft, blank ends of tapes included.
 * @returns 0 without a tape
 * @example longGapShare([{ positionsM: [0, 0.2, 1.4], readToM: null }]) // 0.857
 */
export function longGapShare(
  tapes: readonly { positionsM: readonly number[]; readToM: number | null }[],
): number {
  let [long, all] = [0, 0];
  for (const { positionsM, readToM } of tapes) {
    const ends = readToM === null ? positionsM : [0, ...positionsM, readToM];
    for (let i = 1; i < ends.length; i++) {
      const gap = ends[i]! - ends[i - 1]!;
      all += gap;
      if (gap > LONG_GAP_M) long += gap;
    }
  }
  return all > 0 ? Math.min(1, long / all) : 0;
}

const inYear = (monthDay: string, plantedOn: string) => `${plantedOn.slice(0, 4)}-${monthDay}`;

/**
 * A replant case as it stands: the newest walk's effective stand with its parts, the calendar and the money, with defaults where nobody
 * entered anything, and what is wrong with it.
 *
 * @param of.walk the walk it goes by; null: none is made, or a stand is typed in
 * @param of.others cases of the workspace, newest first: money is remembered from them
 * @example readReplantCase({ planting, field, parts, walk, data, today, … }).case?.stand.plantsPerM2 // 4.9
 */
export function readReplantCase({
  planting,
  field,
  parts,
  walk,
  emergence,
  data,
  others,
  workspace,
  curve,
  today,
}: {
  planting: Held<Planting>;
  field: Field;
  parts: readonly Held<FieldPart>[];
  walk: WalkStand | null;
  emergence: EmergenceReading | null;
  data: ReplantRecord;
  others: readonly ReplantRecord[];
  workspace: Pick<Workspace, 'fullYields' | 'prices'> | null;
  /** The workspace’s own, of this crop. */
  curve: ResponseCurve | null;
  today: string;
}): ReplantReading {
  const { crop, plantedOn } = planting.data;
  const byDefault = new Set<string>();
  const problems: Record<string, string> = {};
  const orDefault = <T>(name: string, own: T | null, otherwise: T): T => {
    if (own !== null) return own;
    byDefault.add(name);
    return otherwise;
  };
  /** Money is what it was in the case before. */
  const money = (
    name:
      | 'seedPerM2'
      | 'endPerM2'
      | 'plantPerM2'
      | 'dryPerKg'
      | 'seedAllowance'
      | 'yieldSpread'
      | 'priceSpread',
    otherwise: number,
  ) => {
    const remembered = others.find((one) => one[name] !== null)?.[name] ?? null;
    return orDefault(name, data[name] ?? remembered, otherwise);
  };
  const perAc = (value: number) => value / ACRE_M2;
  const D = REPLANT_DEFAULTS;

  const expectedPerM2 = expectedStand(planting.data);
  const summary = walk?.summary ?? null;
  const tapes =
    walk?.stops
      .filter((stop) => !stop.data.chosen)
      .flatMap((stop) => stop.tapes.map((tape) => tape.data)) ?? [];
  const gaps = data.longGapShare ?? longGapShare(tapes);
  const typed = data.typedStandPerM2;
  const stand: ReplantReading['stand'] =
    typed !== null
      ? {
          from: 'typed',
          perM2: typed,
          intervalPerM2:
            data.typedHalfWidthPerM2 === null
              ? null
              : [Math.max(0, typed - data.typedHalfWidthPerM2), typed + data.typedHalfWidthPerM2],
          longGapShare: gaps,
          on: null,
        }
      : summary
        ? {
            from: 'walk',
            perM2: summary.effective.meanPerM2,
            intervalPerM2: summary.effective.intervalPerM2,
            longGapShare: gaps,
            on: walk!.walk.data.startedOn,
          }
        : null;
  const places =
    walk && typed === null
      ? mappedStand(walk, 'effective', (at) => zoneAt(parts, at)).filter(({ chosen }) => !chosen)
      : [];
  const area = fieldArea(field)?.areaM2 ?? null;
  const told = toldParts(data, { field, parts, areaM2: area, restPerM2: stand?.perM2 ?? null });
  if (told && 'problem' in told) problems.weakAreaM2 = told.problem;
  const weak = told && 'parts' in told ? told.parts : weakParts(field, parts, places);

  const dates = {
    bestOn: orDefault('bestOn', data.bestOn, inYear(D.bestOn[crop], plantedOn)),
    replantOn: orDefault('replantOn', data.replantOn, addDays(today, D.readyInDays)),
    lastOn: orDefault('lastOn', data.lastOn, inYear(D.lastOn[crop], plantedOn)),
  };
  if (dates.replantOn < today)
    problems.replantOn = 'This day is past: enter a day on which it could still be planted again.';
  if (dates.lastOn <= dates.replantOn)
    problems.lastOn =
      'The season ends before a crop planted then would ripen: replanting this crop is no option. Another crop may be.';
  if (typed !== null && typed > planting.data.seedsPerM2)
    problems.typedStandPerM2 =
      'More plants than seeds were sown: correct the stand or the seeding rate.';
  const after = (day: string, best = dates.bestOn) => daysBetween(best, day);

  const still =
    emergence?.coming === 'coming' && emergence.all
      ? stillToCome(emergence, planting.data.seedsPerM2)
      : 0;
  const toCome: ReplantReading['toCome'] =
    data.toComeToPerM2 !== null || data.toComeFromPerM2 !== null
      ? {
          range: [data.toComeFromPerM2 ?? 0, data.toComeToPerM2 ?? data.toComeFromPerM2 ?? 0],
          from: 'typed',
        }
      : still > 0
        ? { range: [0, still], from: 'emergence' }
        : { range: [0, 0], from: 'none' };

  const full = fullYieldOf(crop, workspace);
  if (full.byDefault) byDefault.add('fullYield');
  const pricePerKg = orDefault(
    'price',
    workspace?.prices?.[crop] ?? null,
    CROP_FACTS[crop].pricePerKg,
  );
  const costs = {
    seedPerM2: money('seedPerM2', perAc(D.seedPerAc[crop])),
    seedAllowance: money('seedAllowance', 0),
    endPerM2: money('endPerM2', perAc(D.endPerAc)),
    plantPerM2: money('plantPerM2', perAc(D.plantPerAc)),
    dryPerKg: money('dryPerKg', D.dryPerKg[crop]),
  };
  const replantPerM2 = orDefault('replantPerM2', data.replantPerM2, expectedPerM2);
  const missing = Math.max(0, expectedPerM2 - (stand?.perM2 ?? 0));
  const fillPerM2 = orDefault('fillPerM2', data.fillPerM2, missing);
  const fillCost = orDefault(
    'fillCostPerM2',
    data.fillCostPerM2,
    costs.plantPerM2 + (costs.seedPerM2 * fillPerM2) / Math.max(1e-9, expectedPerM2),
  );
  const other = data.otherCrop;
  /** Of a walk its own standard error; of a stand entered by hand half its range is taken for 1.96 of them. */
  const sePerM2 = !stand
    ? 0
    : stand.from === 'walk' && summary?.effective.sePerM2
      ? summary.effective.sePerM2
      : stand.intervalPerM2
        ? (stand.intervalPerM2[1] - stand.intervalPerM2[0]) / (2 * 1.96)
        : UNKNOWN_STAND_CV * stand.perM2;
  const weighted = weak.reduce((sum, part) => sum + part.share * part.plantsPerM2, 0);
  const bend =
    curve && curve.strips.length > 0
      ? fitBend({ crop, ...(data.school ? { school: data.school } : {}) }, curve.strips)
      : null;
  const replantCase: ReplantCase | null = stand && {
    crop,
    ...(data.school ? { school: data.school } : {}),
    ...(curve?.table ? { curves: curve.table } : {}),
    ...(bend ? { bend } : {}),
    stand: {
      plantsPerM2: weak.length > 0 ? weighted : stand.perM2,
      sePerM2,
      longGapShare: stand.longGapShare,
    },
    toCome: toCome.range,
    ...(weak.length > 0
      ? {
          zones: weak.map(({ share, plantsPerM2, sePerM2 }) => ({
            share,
            plantsPerM2,
            ...(sePerM2 === null ? {} : { sePerM2 }),
            longGapShare: stand.longGapShare,
          })),
        }
      : {}),
    daysAfterBest: after(plantedOn),
    replant: {
      daysAfterBest: Math.max(after(dates.replantOn), after(plantedOn)),
      plantsPerM2: replantPerM2,
      sePerM2: D.replantStandSpread * replantPerM2,
    },
    seasonEndsDaysAfterBest: after(dates.lastOn),
    fullYieldKgPerM2: full.kgPerM2,
    yieldSpread: money('yieldSpread', D.yieldSpread),
    pricePerKg,
    priceSpread: money('priceSpread', D.priceSpread),
    costs,
    ...(fillPerM2 > 0 && crop !== 'wheat'
      ? { fillIn: { plantsPerM2: fillPerM2, costPerM2: fillCost } }
      : {}),
    ...(other
      ? { changeCrop: otherCropOf(other, crop, dates.replantOn, data, costs, workspace) }
      : {}),
    recountAfterDays: data.recountAfterDays ?? D.recountAfterDays,
  };
  const shows = recountOn(data);
  return {
    case: replantCase,
    stand,
    expectedPerM2,
    parts: weak,
    areaM2: area,
    dates,
    byDefault,
    recount: shows === null ? null : { on: shows, inDays: daysBetween(today, shows) },
    toCome,
    unanswered: REPLANT_QUESTIONS.filter((question) => !data.answers[question]),
    stopped: REPLANT_QUESTIONS.filter((question) => data.answers[question] === 'stops'),
    problems,
  };
}

/** The parts as somebody told them; null: nobody did. */
function toldParts(
  { weakPartId, weakAreaM2, weakPerM2 }: ReplantRecord,
  of: {
    field: Field;
    parts: readonly Held<FieldPart>[];
    areaM2: number | null;
    restPerM2: number | null;
  },
): { parts: StandPart[] } | { problem: string } | null {
  if (weakPerM2 === null || of.restPerM2 === null) return null;
  const zone = of.parts.find(({ id }) => id === weakPartId);
  const outline = of.field.boundary;
  const shape = zone?.data.shape && outline ? cutTo(zone.data.shape, outline) : null;
  if (!shape && (weakAreaM2 === null || of.areaM2 === null))
    return {
      problem: of.areaM2
        ? 'Enter how big the weak part is, or choose its zone.'
        : 'Enter the area of the field first: then the weak part has a share of it.',
    };
  const share = shape ? geodesicArea(shape) / geodesicArea(outline!) : weakAreaM2! / of.areaM2!;
  if (share > 1)
    return { problem: 'This is more than the field has: correct the area of the weak part.' };
  const part = { sePerM2: null, stops: 0 };
  return {
    parts: [
      {
        ...part,
        id: zone?.id ?? 'told',
        name: zone?.data.name ?? 'the weak part',
        shape,
        share,
        plantsPerM2: weakPerM2,
      },
      {
        ...part,
        id: '',
        name: 'the rest',
        shape: null,
        share: 1 - share,
        plantsPerM2: of.restPerM2,
      },
    ],
  };
}

/** Seeds that the curve still expects up, per m². */
function stillToCome({ all, lengths }: EmergenceReading, seedsPerM2: number): number {
  const up = lengths.reduce((sum, { visits }) => sum + (visits.at(-1)?.emerged ?? 0), 0);
  const sown = lengths.reduce((sum, length) => sum + length.sown, 0);
  return sown > 0 ? Math.max(0, all!.fit.finalShare - up / sown) * seedsPerM2 : 0;
}

function otherCropOf(
  crop: Crop,
  sown: Crop,
  plantOn: string,
  data: ReplantRecord,
  costs: ReplantCase['costs'],
  workspace: Pick<Workspace, 'fullYields' | 'prices'> | null,
): NonNullable<ReplantCase['changeCrop']> {
  const D = REPLANT_DEFAULTS;
  return {
    crop,
    daysAfterBest: daysBetween(inYear(D.bestOn[crop], plantOn), plantOn),
    plantsPerM2: 0.85 * CROP_FACTS[crop].seedsPerM2,
    fullYieldKgPerM2:
      data.otherYieldKgPerM2 ??
      fullYieldOf(crop, workspace).kgPerM2 * (crop === sown ? D.earlierMaturityYields : 1),
    pricePerKg: workspace?.prices?.[crop] ?? CROP_FACTS[crop].pricePerKg,
    costPerM2:
      data.otherCostPerM2 ?? D.seedPerAc[crop] / ACRE_M2 + costs.endPerM2 + costs.plantPerM2,
  };
}
