import { group } from 'd3-array';
import { ownVisit, plannedVisits, workVisits, type PlannedVisit } from '../calendar/index.ts';
import { fitEmergence, poolLengths } from '../emergence/index.ts';
import type { Kept, Kind, ReplantRecord, TAG_VISITS, Walk } from '../records/index.ts';
import { drawOf, stripsOf } from '../trials/index.ts';
import { isShownIn } from '../season/index.ts';
import { NO_EMERGENCE, type PlantingFacts } from '../waymarks/index.ts';
import {
  daysOfMonths,
  heatNeeded,
  heatSoFar,
  learnFrom,
  scorePredictions,
  whenUp,
  type DugDepths,
  type EmergencePrediction,
  type HeatNeeded,
  type LocalHeat,
  type PredictionScore,
  type SeenUp,
} from '../weather/index.ts';
import { emergenceVisits, flaggedCounts } from './readEmergence.ts';
import { recountOn } from './recountOn.ts';

type Held<K extends Kind> = readonly Kept<K>[];

/** Records that say when plantings come up. */
export interface WeatherRecords {
  plantings: Held<'planting'>;
  fields: Held<'field'>;
  months: Held<'weatherMonth'>;
  forecasts: Held<'weatherForecast'>;
  lengths: Held<'flaggedLength'>;
  counts: Held<'emergenceCount'>;
  /** What trench checks found, by planting: see `dugDepths`. */
  dug: ReadonlyMap<string, DugDepths>;
}

/** When plantings come up, as far as their weather says, and how such sayings did before. */
export interface SeasonWeather {
  /** By planting. */
  predicted: ReadonlyMap<string, EmergencePrediction | null>;
  /** The heat each planting needs, and what it was told from. */
  needed: ReadonlyMap<string, { heat: HeatNeeded; local: LocalHeat; dug: DugDepths | null }>;
  /** In the order of planting. */
  scores: PredictionScore[];
}

/** Half of all lengths together, h since noon of the planting day; null before it can be told to within a day and a half. */
function halfUpH(
  planting: Kept<'planting'>,
  lengths: Held<'flaggedLength'>,
  counts: Held<'emergenceCount'>,
): number | null {
  const read = emergenceVisits(planting.data, lengths, counts);
  if (read.coming === 'notYet' || read.coming === null) return null;
  const seen = read.lengths.filter(({ visits }) => visits.length > 0);
  const pool = poolLengths(seen.map(flaggedCounts));
  const visits = pool.hours.map((hours, i) => ({ hours, emerged: pool.emerged[i]! }));
  const up = visits.at(-1)?.emerged ?? 0;
  // Half of those to come is not half of those that came.
  if (up === 0 || read.coming !== 'done') return null;
  const { t50H } = fitEmergence(visits, { sown: pool.sown });
  if (t50H !== null) return t50H <= visits.at(-1)!.hours && t50H >= visits[0]!.hours ? t50H : null;
  const at = visits.findIndex(({ emerged }) => 2 * emerged >= up);
  const before = visits[at - 1]?.hours;
  return before !== undefined && visits[at]!.hours - before <= 72
    ? (before + visits[at]!.hours) / 2
    : null;
}

/**
 * When each planting comes up, by the heat of its field, its forecast, the depths dug in it, and what the workspace's own
 * emergences taught; and each past prediction against what was seen.
 *
 * @example readSeasonWeather(records, '2027-05-27').predicted.get(planting.id)?.half // '2027-06-02'
 */
export function readSeasonWeather(
  { plantings, fields, months, forecasts, lengths, counts, dug }: WeatherRecords,
  today: string,
): SeasonWeather {
  const stationOf = new Map(fields.map(({ id, data }) => [id, data.stationId]));
  const daysOf = new Map(
    [...group(months, ({ data }) => data.stationId)].map(([id, own]) => [id, daysOfMonths(own)]),
  );
  const forecastOf = new Map(forecasts.map(({ data }) => [data.stationId, data.days]));
  const lengthsOf = group(lengths, ({ data }) => data.plantingId);
  const countsOf = group(counts, ({ data }) => data.lengthId);
  const seen = plantings.flatMap((planting): SeenUp[] => {
    const own = lengthsOf.get(planting.id) ?? [];
    const days = daysOf.get(stationOf.get(planting.data.fieldId) ?? '');
    if (own.length === 0 || !days) return [];
    const halfH = halfUpH(
      planting,
      own,
      own.flatMap(({ id }) => countsOf.get(id) ?? []),
    );
    return halfH === null
      ? []
      : [
          {
            id: planting.id,
            field: planting.data.fieldId,
            sown: planting.data,
            days,
            dug: dug.get(planting.id) ?? null,
            halfH,
          },
        ];
  });
  const learned = learnFrom(seen);
  const needed = new Map(
    plantings.map(({ id, data }) => {
      const [own, local] = [dug.get(id) ?? null, learned(data.crop, data.fieldId)];
      const { depthTargetM } = data;
      const heat = heatNeeded(data.crop, { depthTargetM, dug: own, local });
      return [id, { heat, local, dug: own }];
    }),
  );
  return {
    needed,
    predicted: new Map(
      plantings.map(({ id, data }) => {
        const station = stationOf.get(data.fieldId) ?? '';
        const days = daysOf.get(station) ?? [];
        return [
          id,
          whenUp(data, heatSoFar(data, days, today), {
            days,
            forecast: forecastOf.get(station) ?? [],
            dug: needed.get(id)!.dug,
            local: needed.get(id)!.local,
          }),
        ];
      }),
    ),
    scores: scorePredictions(seen),
  };
}

/** Records that say what was done and is to be done. */
export interface WorkRecords {
  plantings: Held<'planting'>;
  planters: Held<'planter'>;
  walks: Held<'walk'>;
  lengths: Held<'flaggedLength'>;
  counts: Held<'emergenceCount'>;
  digs: Held<'belowGround'>;
  tags: Held<'taggedPlant'>;
  outcomes: Held<'tagOutcome'>;
  cases: Held<'replantCase'>;
  trials: Held<'trial'>;
  strips: Held<'trialStrip'>;
}

/** What the trail and the calendar know of each planting that is shown with a season, by its id. */
export function readFacts(
  {
    plantings,
    planters,
    walks,
    lengths,
    counts,
    digs,
    tags,
    outcomes,
    cases,
    trials,
    strips,
  }: WorkRecords,
  predicted: SeasonWeather['predicted'],
  { season, today }: { season: number; today: string },
): Map<string, PlantingFacts> {
  const walksOf = group(walks, ({ data }) => data.plantingId);
  const lengthsOf = group(lengths, ({ data }) => data.plantingId);
  const digsOf = group(digs, ({ data }) => data.plantingId);
  const countsOf = group(counts, ({ data }) => data.lengthId);
  const tagsOf = group(tags, ({ data }) => data.plantingId);
  const outcomesOf = group(outcomes, ({ data }) => data.plantId);
  const trialOf = new Map(
    [...trials]
      .filter(({ data }) => !data.archived)
      .sort((a, b) => (a.id < b.id ? -1 : 1))
      .map((one) => [one.data.plantingId, one]),
  );
  const stripsIn = group(strips, ({ data }) => data.trialId);
  const caseOf = new Map(cases.map(({ data }) => [data.plantingId, data]));
  const planterOf = new Map(planters.map((planter) => [planter.id, planter.data]));
  const met = new Set<string>();
  return new Map(
    plantings
      .filter(({ data }) => isShownIn(season, data))
      .map((planting): [string, PlantingFacts] => {
        const { planterId } = planting.data;
        const planter = planterId === null ? undefined : planterOf.get(planterId);
        const first = planterId !== null && !met.has(planterId);
        if (planterId !== null) met.add(planterId);
        return [
          planting.id,
          {
            planting,
            walks: ((walksOf.get(planting.id) ?? []) as { id: string; data: Walk }[]).toSorted(
              (a, b) => (a.data.startedAt < b.data.startedAt ? -1 : 1),
            ),
            predicted: predicted.get(planting.id) ?? null,
            below: [...new Set((digsOf.get(planting.id) ?? []).map(({ data }) => data.on))].sort(),
            emergence: standing(planting, lengthsOf.get(planting.id) ?? [], countsOf),
            tags: tagsStanding(tagsOf.get(planting.id) ?? [], outcomesOf),
            replant: caseStanding(caseOf.get(planting.id)),
            trial: trialStanding(trialOf.get(planting.id), stripsIn),
            planter:
              planter && planterId
                ? { id: planterId, name: planter.name, rows: planter.rows, first }
                : null,
            today,
          },
        ];
      }),
  );
}

/** What the trail knows of a planting's tagged plants. */
function tagsStanding(
  tags: Held<'taggedPlant'>,
  outcomesOf: ReadonlyMap<string, Held<'tagOutcome'>>,
): PlantingFacts['tags'] {
  const looked = tags.flatMap(({ id }) => outcomesOf.get(id) ?? []).map(({ data }) => data);
  const at = (wanted: (typeof TAG_VISITS)[number]) =>
    looked.filter(({ visit }) => visit === wanted).length;
  return {
    plants: tags.length,
    looked: { flowering: at('flowering'), grainFill: at('grainFill') },
    lookedOn:
      looked
        .map(({ on }) => on)
        .sort()
        .at(-1) ?? null,
  };
}

/** What the trail knows of a planting's replant case. */
function caseStanding(own: ReplantRecord | undefined): PlantingFacts['replant'] {
  if (!own) return null;
  const { openedOn, replantOn, decided } = own;
  return {
    openedOn,
    replantOn,
    recountOn: recountOn(own),
    // To wait is to decide later.
    decidedOn: decided && decided.option !== 'wait' ? decided.on : null,
  };
}

/** What the trail knows of a planting's trial. */
function trialStanding(
  own: Kept<'trial'> | undefined,
  kept: ReadonlyMap<string, Held<'trialStrip'>>,
): PlantingFacts['trial'] {
  if (!own) return null;
  const planned = stripsOf(drawOf(own.data));
  const strips = (kept.get(own.id) ?? []).filter(({ data }) => data.number <= planned);
  const missed = strips.filter(({ data }) => data.done === 'missed').length;
  const weighed = strips.filter(({ data }) => data.weightKg !== null && data.done !== 'missed');
  return {
    id: own.id,
    primary: own.data.primary,
    strips: planned,
    ticked: strips.filter(({ data }) => data.doneOn !== null).length,
    toHarvest: planned - missed,
    harvested: weighed.length,
    harvestedOn:
      weighed
        .map(({ data }) => data.harvestedOn ?? '')
        .sort()
        .at(-1) || null,
  };
}

/** What the trail knows of a planting's flagged lengths. */
function standing(
  planting: Kept<'planting'>,
  lengths: Held<'flaggedLength'>,
  countsOf: ReadonlyMap<string, Held<'emergenceCount'>>,
) {
  if (lengths.length === 0) return NO_EMERGENCE;
  const { visits, coming, lookAgainOn } = emergenceVisits(
    planting.data,
    lengths,
    lengths.flatMap(({ id }) => countsOf.get(id) ?? []),
  );
  return { lengths: lengths.length, visits: visits.map(({ on }) => on), coming, lookAgainOn };
}

/** The visits of some plantings, a person's own, and what is due in the workshop, soonest first. */
export function readVisits(
  facts: Iterable<PlantingFacts>,
  decided: Held<'visit'>,
  today: string,
  work: { items: Held<'workItem'>; planters: Held<'planter'> } = { items: [], planters: [] },
): PlannedVisit[] {
  const byPlanting = group(decided, ({ data }) => data.plantingId);
  const own = decided.filter(({ data }) => data.of === null);
  return [
    ...[...facts].flatMap((one) => plannedVisits(one, byPlanting.get(one.planting.id) ?? [])),
    ...own.map((record) => ownVisit(record, today)),
    ...workVisits(work.items, work.planters, today),
  ].sort((a, b) => dayOf(a).localeCompare(dayOf(b)) || a.key.localeCompare(b.key));
}

const dayOf = ({ doneOn, on, from }: PlannedVisit) => doneOn ?? on ?? from;
