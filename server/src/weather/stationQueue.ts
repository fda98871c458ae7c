import PgBoss from 'pg-boss';
import { tell } from '../api/tell.ts';
import type { Database } from '../database/openDatabase.ts';
import { tidy } from '../database/tidy.ts';
import { fetchStation } from './fetchStation.ts';

const EVERY = '*/30 * * * *';
/** Jobs are looked for so often, s: a weather station has no hurry. */
const LOOK_SECONDS = 5;
const ROUND = 'weather-round';
const STATION = 'weather-station';
const TIDY = 'tidy';
const NIGHTLY = '17 3 * * *';

interface StationJob {
  workspaceId: string;
  id: string;
}

/**
 * Fetches every station that has an address, each half hour and at the start. The queue stands in PostgreSQL: of several servers
 * one takes each job, and what one that stopped had taken is taken again.
 *
 * @returns how to end it
 */
export async function startStationQueue(
  database: Database,
  connectionString: string,
  { local, lookSeconds = LOOK_SECONDS }: { local: boolean; lookSeconds?: number },
): Promise<() => Promise<void>> {
  const boss = new PgBoss({ connectionString, max: 2, schema: 'queue', supervise: true });
  boss.on('error', tell);
  await boss.start();
  await boss.createQueue(ROUND, { name: ROUND, policy: 'singleton', retryLimit: 0 });
  await boss.createQueue(STATION, {
    name: STATION,
    policy: 'standard',
    retryLimit: 2,
    retryBackoff: true,
    retryDelay: 30,
    expireInSeconds: 120,
  });
  await boss.createQueue(TIDY, { name: TIDY, policy: 'singleton', retryLimit: 0 });
  await boss.schedule(ROUND, EVERY);
  await boss.schedule(TIDY, NIGHTLY);
  const look = { pollingIntervalSeconds: lookSeconds };
  await boss.work(ROUND, look, async () => {
    for (const job of await stationsToAsk(database))
      await boss.send(STATION, job, { singletonKey: job.id, singletonSeconds: 60 });
  });
  await boss.work<StationJob>(STATION, { ...look, batchSize: 5 }, async (jobs) => {
    for (const { data } of jobs) await fetchStation(database, data.workspaceId, data.id, { local });
  });
  await boss.work(TIDY, { pollingIntervalSeconds: 60 }, async () => void (await tidy(database)));
  await boss.send(ROUND, {}, { singletonKey: 'start', singletonSeconds: 60 });
  return () => boss.stop({ graceful: true, timeout: 3000, wait: true });
}

async function stationsToAsk(database: Database): Promise<StationJob[]> {
  const rows = await database.models.records.weatherStation.findAll({
    where: { deletedAt: null },
  });
  return rows.flatMap((row) => {
    const { address, archived } = row.get('payload') as {
      address?: string | null;
      archived?: boolean;
    };
    return address && !archived
      ? [{ workspaceId: row.get('workspaceId') as string, id: row.get('id') as string }]
      : [];
  });
}
