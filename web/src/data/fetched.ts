import type { Change } from '@sendero/core';
import {
  recordKey,
  toStore,
  type LocalDatabase,
  type Remembered,
  type StoredRecord,
} from './localDatabase.ts';
import { lostVersion, sendBack, withPlace } from './restoredServer.ts';
import type { ChangesPage } from './road.ts';

/** Keeps a page of changes on this device, and that a season was fetched so far: all of it or nothing. */
export async function keepPage(
  local: LocalDatabase,
  season: number,
  page: ChangesPage,
  now: string,
): Promise<void> {
  const transaction = local.transaction(['records', 'meta', 'outbox'], 'readwrite');
  const records = transaction.objectStore('records');
  const meta = transaction.objectStore('meta');
  const anew = (await meta.get('anew')) as Remembered['anew'] | undefined;
  const lost: Change[] = [];
  for (const { seq, season: own, record } of page.changes) {
    const key = recordKey(record.kind, record.id);
    const came = toStore(record, own ?? 0, { seq, ...(anew ? { round: anew.round } : {}) });
    // Only a server that was restored can have less than this device.
    const held: StoredRecord | undefined = anew && (await records.get(key));
    const gone = held && held.round !== anew!.round && lostVersion(held, came, anew!.sharedSeq);
    if (gone) lost.push(gone);
    void records.put(came, key);
  }
  if (anew && lost.length > 0) {
    await sendBack(transaction.objectStore('outbox') as never, lost, now);
    void meta.put({ ...anew, sentBack: (anew.sentBack ?? 0) + lost.length }, 'anew');
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
