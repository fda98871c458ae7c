import {
  calendarEntry,
  calendarFile,
  depthsDug,
  placeVisits,
  readFacts,
  readSeasonWeather,
  readVisits,
  seasonOn,
  type DataOf,
} from '@sendero/core';
import { Op } from 'sequelize';
import type { Database } from '../database/openDatabase.ts';
import { recordsOf } from '../records/recordStore.ts';

/** The visits of a workspace's season as an iCalendar text: the same as its screen shows. */
export async function workspaceVisits(
  database: Database,
  workspaceId: string,
  { zone, at }: { zone: string; at: Date },
): Promise<string> {
  const row = await database.models.records.workspace.findByPk(workspaceId);
  const workspace = row!.get('payload') as DataOf<'workspace'>;
  const today = workspace.fixedToday ?? dayIn(zone, at);
  const season = seasonOn(today, workspace);
  // What this season's plantings, those sown in its autumn and those they learned from need, and nothing older.
  const plantings = await recordsOf(database, workspaceId, 'planting', {
    season: [season + 1, season, season - 1],
  });
  const ids = { plantingId: plantings.map(({ id }) => id) };
  const [
    fields,
    growers,
    planters,
    walks,
    lengths,
    digs,
    months,
    forecasts,
    decided,
    tags,
    items,
    cases,
    trials,
  ] = await Promise.all([
    recordsOf(database, workspaceId, 'field'),
    recordsOf(database, workspaceId, 'grower'),
    recordsOf(database, workspaceId, 'planter'),
    recordsOf(database, workspaceId, 'walk', ids),
    recordsOf(database, workspaceId, 'flaggedLength', ids),
    recordsOf(database, workspaceId, 'belowGround', ids),
    recordsOf(database, workspaceId, 'weatherMonth', {
      month: { [Op.gte]: `${season - 1}-01`, [Op.lt]: `${season + 1}-01` },
    }),
    recordsOf(database, workspaceId, 'weatherForecast'),
    recordsOf(database, workspaceId, 'visit', {
      [Op.or]: [ids, { plantingId: null }],
    }),
    recordsOf(database, workspaceId, 'taggedPlant', ids),
    recordsOf(database, workspaceId, 'workItem'),
    recordsOf(database, workspaceId, 'replantCase', ids),
    recordsOf(database, workspaceId, 'trial', ids),
  ]);
  const counts = await recordsOf(database, workspaceId, 'emergenceCount', {
    lengthId: lengths.map(({ id }) => id),
  });
  const strips = await recordsOf(database, workspaceId, 'trialStrip', {
    trialId: trials.map(({ id }) => id),
  });
  const outcomes = await recordsOf(database, workspaceId, 'tagOutcome', {
    plantId: tags.map(({ id }) => id),
  });
  const checks = walks.filter(({ data }) => data.purpose === 'trench');
  const stops = await recordsOf(database, workspaceId, 'stop', {
    walkId: checks.map(({ id }) => id),
  });
  const seen = await recordsOf(database, workspaceId, 'observation', {
    stopId: stops.map(({ id }) => id),
  });
  const dug = depthsDug(plantings, checks, stops, seen);
  const { predicted } = readSeasonWeather(
    { plantings, fields, months, forecasts, lengths, counts, dug },
    today,
  );
  const facts = readFacts(
    { plantings, planters, walks, lengths, counts, digs, tags, outcomes, cases, trials, strips },
    predicted,
    { season, today },
  );
  const fieldOf = new Map(fields.map((field) => [field.id, field.data]));
  const growerOf = new Map(growers.map((grower) => [grower.id, grower.data]));
  const placeOf = new Map(
    plantings.flatMap(({ id, data }) => {
      const field = fieldOf.get(data.fieldId);
      const grower = field && growerOf.get(field.growerId);
      if (!field || data.archived || field.archived || grower?.archived) return [];
      return [[id, { field: field.name, grower: grower?.name ?? '' }] as const];
    }),
  );
  const shown = [...facts.values()].filter(({ planting }) => placeOf.has(planting.id));
  const visits = readVisits(
    shown,
    decided.filter(({ data }) => data.plantingId === null || placeOf.has(data.plantingId)),
    today,
    { items, planters },
  ).map((visit) => ({ visit, round: placeOf.get(visit.plantingId ?? '')?.grower ?? '' }));
  return calendarFile(
    placeVisits(visits, today).placed.map(({ one: { visit }, on }) => {
      const place = placeOf.get(visit.plantingId ?? '');
      return calendarEntry(visit, {
        on,
        field: place?.field ?? '',
        grower: place?.grower ?? '',
      });
    }),
    { name: `Sendero, ${workspace.name}`, at: at.toISOString() },
  );
}

/** The day it is in a time zone. */
const dayIn = (zone: string, at: Date) =>
  new Intl.DateTimeFormat('sv-SE', { timeZone: zone }).format(at);
