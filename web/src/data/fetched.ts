import type { Change } from '@sendero/core';
import { unwrap } from 'idb';
import {
  recordKey,
  toStore,
  type LocalDatabase,
  type Remembered,
  type StoredRecord,
} from './localDatabase.ts';
import { lostVersion, sendBack, withPlace } from './restoredServer.ts';
import type { ChangesPage } from './road.ts';

/**
 * Keeps a page of changes on this device, and that a season was fetched so far: all of it or nothing.
 * @param anew whether everything is fetched anew: see `beginAnew`
 */
export async function keepPage(
  local: LocalDatabase,
  season: number,
  page: ChangesPage,
  now: string,
  anew: Remembered['anew'] | undefined,
): Promise<void> {
  const transaction = local.transaction(['records', 'meta', 'outbox'], 'readwrite');
  const records = transaction.objectStore('records');
  const meta = transaction.objectStore('meta');
  const lost: Change[] = [];
  // The browser's own store: a promise for each of thousands of records takes as long as writing them.
  const plainly = unwrap(records);
  for (const { seq, season: own, record } of page.changes) {
    const key = recordKey(record.kind, record.id);
    const came = toStore(record, own ?? 0, { seq, ...(anew ? { round: anew.round } : {}) });
    // Only a server that was restored can have less than this device.
    const held: StoredRecord | undefined = anew && (await records.get(key));
    const gone = held && held.round !== anew!.round && lostVersion(held, came, anew!.sharedSeq);
    if (gone) lost.push(gone);
    plainly.put(came, key);
  }
  if (anew && lost.length > 0) {
    await sendBack(transaction.objectStore('outbox') as never, lost, now);
    const sentBack = ((await meta.get('anew')) as Remembered['anew']).sentBack ?? 0;
    void meta.put({ ...anew, sentBack: sentBack + lost.length }, 'anew');
  }
  const seasons = ((await meta.get('seasons')) ?? {}) as Remembered['seasons'];
  const openedAt = seasons[season]?.openedAt ?? now;
  void meta.put({ ...seasons, [season]: { cursor: page.next, openedAt } }, 'seasons');
  if (page.history) {
    const places = (await meta.get('places')) as string[] | undefined;
    void meta.put(withPlace(places, page.history), 'places');
  }
  await transaction.done;
}
