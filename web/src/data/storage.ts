import type { LocalDatabase } from './localDatabase.ts';
import type { SyncState } from './store.ts';

/** Room on the device below which photos that were sent leave it. */
const SHORT_BYTES = 200e6;
const SHORT_SHARE = 0.85;

/** What this device holds of what the browser allows; null where it does not say. */
export async function lookAtStorage(): Promise<SyncState['storage']> {
  const { storage } = navigator;
  if (!storage?.estimate) return null;
  const [{ usage, quota }, lasting] = await Promise.all([storage.estimate(), storage.persisted()]);
  return usage === undefined || !quota ? null : { usedBytes: usage, quotaBytes: quota, lasting };
}

/** Whether it is time to make room. @example isShort({ usedBytes: 9e9, quotaBytes: 10e9, lasting: true }) // true */
export const isShort = ({ usedBytes, quotaBytes }: NonNullable<SyncState['storage']>) =>
  quotaBytes - usedBytes < SHORT_BYTES || usedBytes > quotaBytes * SHORT_SHARE;

/** When space is short, photos that the server has leave this device: they are fetched again to be seen. */
export async function freeSpace(
  local: LocalDatabase,
  storage: SyncState['storage'] | 'all',
): Promise<void> {
  if (storage !== 'all' && (!storage || !isShort(storage))) return;
  const transaction = local.transaction('photos', 'readwrite');
  for (const id of await transaction.store.index('sent').getAllKeys(1))
    void transaction.store.delete(id);
  await transaction.done;
}
