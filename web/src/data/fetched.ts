import type { Change } from '@sendero/core';
import { heldRecords } from './heldRecords.ts';
import type { LocalDatabase, Remembered } from './localDatabase.ts';
import { toStore } from './storedRecord.ts';
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
  const transaction = local.transaction(['records', 'together', 'meta', 'outbox'], 'readwrite');
  const meta = transaction.objectStore('meta');
  const lost: Change[] = [];
  const came = page.changes.map(({ seq, season: own, record }) =>
    toStore(record, own ?? 0, { seq, ...(anew ? { round: anew.round } : {}) }),
  );
  await heldRecords(transaction).putAll(
    came,
    // Only a server that was restored can have less than this device.
    anew &&
      ((held, now) => {
        const gone = held && held.round !== anew.round && lostVersion(held, now, anew.sharedSeq);
        if (gone) lost.push(gone);
      }),
  );
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
