import {
  FURTHEST_EAST_MIN,
  idFor,
  kindOf,
  localDay,
  monthsWith,
  type Change,
  type DataOf,
  type Kept,
} from '@sendero/core';
import { isDeepStrictEqual as same } from 'node:util';
import { v7 as uuidv7 } from 'uuid';
import type { Database } from '../database/openDatabase.ts';
import { applyCommits } from '../records/applyCommits.ts';
import { recordsOf } from '../records/recordStore.ts';
import { AddressProblem } from '../outside/askAddress.ts';
import { askStation } from './askStation.ts';
import { readForecastText, readStationText } from './readStationText.ts';

export interface FetchOptions {
  /** Whether stations on this machine and its network may be asked. */
  local: boolean;
  now?: Date;
  seconds?: number;
}

export interface FetchOutcome {
  days: number;
  problem: string | null;
}

/**
 * Fetches a station's file and its forecast and keeps what is new of them, as any device would. What cannot be had leaves what
 * is there as it is, and is noted with the station.
 */
export async function fetchStation(
  database: Database,
  workspaceId: string,
  id: string,
  { local, now = new Date(), seconds }: FetchOptions,
): Promise<FetchOutcome | null> {
  const [station] = await recordsOf(database, workspaceId, 'weatherStation', { id });
  if (!station?.data.address || station.data.archived) return null;
  const { stationFetch } = database.models;
  let days = 0;
  let problem: string | null = null;
  try {
    const text = await askStation(station.data.address, { local, seconds });
    days = await keepDays(database, workspaceId, station, text, now);
  } catch (error) {
    problem = inWords(error);
  }
  if (problem === null && station.data.forecastAddress)
    try {
      const text = await askStation(station.data.forecastAddress, { local, seconds });
      await keepForecast(database, workspaceId, station.id, text, now);
    } catch (error) {
      problem = `Its forecast: ${inWords(error)}`;
    }
  const measured = problem === null || problem.startsWith('Its forecast');
  await stationFetch.upsert({
    workspaceId,
    id,
    triedAt: now,
    problem,
    ...(measured ? { succeededAt: now } : {}),
  });
  return { days, problem };
}

function inWords(error: unknown): string {
  if (error instanceof AddressProblem) return error.message;
  // Nothing that a station sends may stop the others; what it was stands in the log.
  console.error(error);
  return 'What it sends could not be kept.';
}

/** Keeps the months that changed; gives how many days were read. */
async function keepDays(
  database: Database,
  workspaceId: string,
  station: Kept<'weatherStation'>,
  text: string,
  now: Date,
): Promise<number> {
  const row = await database.models.records.workspace.findByPk(workspaceId);
  const { fixedToday } = row!.get('payload') as DataOf<'workspace'>;
  // East of the server it may be tomorrow already.
  const until = fixedToday ?? localDay(now.toISOString(), FURTHEST_EAST_MIN);
  const { read, shape } = readStationText(text, station.data.shape, until);
  const stationId = station.id;
  const before = await recordsOf(database, workspaceId, 'weatherMonth', { stationId });
  const held = new Map(before.map((month) => [month.data.month, month]));
  const changes: Change[] = monthsWith(read.days, (month) => held.get(month)?.data.days ?? [])
    .filter(({ month, days }) => !same(days, held.get(month)?.data.days))
    .map(({ month, days }) =>
      put('weatherMonth', { stationId, month, days }, held.get(month)?.revision),
    );
  if (!same(shape, station.data.shape))
    changes.push({
      ...put('weatherStation', { ...station.data, shape }, station.revision),
      id: stationId,
    });
  await keep(database, workspaceId, changes);
  return read.days.length;
}

async function keepForecast(
  database: Database,
  workspaceId: string,
  stationId: string,
  text: string,
  now: Date,
): Promise<void> {
  const { source, days } = readForecastText(text);
  const [held] = await recordsOf(database, workspaceId, 'weatherForecast', { stationId });
  // Said again, it is no news for the devices.
  if (same(held?.data.days, days) && held?.data.source === source) return;
  await keep(database, workspaceId, [
    put('weatherForecast', { stationId, at: now.toISOString(), source, days }, held?.revision),
  ]);
}

function put(
  kind: 'weatherMonth' | 'weatherForecast' | 'weatherStation',
  data: object,
  baseRevision = 0,
): Change {
  return {
    op: 'put',
    kind,
    id: idFor(kind, data as never, uuidv7),
    baseRevision,
    version: kindOf(kind).version,
    data,
  } as Change;
}

async function keep(
  database: Database,
  workspaceId: string,
  changes: readonly Change[],
): Promise<void> {
  if (changes.length === 0) return;
  const person = await database.models.person.findOne({ where: { workspaceId }, order: ['id'] });
  const outcomes = await applyCommits(
    database,
    {
      personId: person!.get('id') as string,
      personName: 'Fetched from the station',
      workspaceId,
    },
    changes.map((change) => ({
      id: uuidv7(),
      madeAt: new Date().toISOString(),
      changes: [change],
    })),
  );
  const refused = outcomes.find(({ outcome }) => outcome === 'refused');
  if (refused)
    throw new AddressProblem(
      `What it sends is refused: ${JSON.stringify('problems' in refused ? refused.problems : refused).slice(0, 200)}`,
    );
}
