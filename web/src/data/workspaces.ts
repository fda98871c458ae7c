import { deleteDB } from 'idb';
import {
  openLocalDatabase,
  remember,
  remembered,
  type LocalDatabase,
  type Remembered,
} from './localDatabase.ts';
import type { OtherWorkspace } from './store.ts';

/** The database of the first workspace of a device; it also knows the others. */
export const HOME = 'sendero';

/** The database of the workspace that is worked in. */
export async function currentDatabase(home: LocalDatabase): Promise<string> {
  const workspaces = await remembered(home, 'workspaces');
  return workspaces?.known[workspaces.current]?.database ?? HOME;
}

/**
 * Turns to another workspace: each has a database of its own on a device, so that what waits of one is never sent to the other.
 */
export async function turnTo(
  home: LocalDatabase,
  { from, to }: { from: { id: string; name: string }; to: string },
): Promise<void> {
  const known = (await remembered(home, 'workspaces'))?.known ?? {};
  const before = known[from.id]?.database ?? HOME;
  const all: Remembered['workspaces']['known'] = {
    ...known,
    [from.id]: { database: before, name: from.name },
    [to]: known[to] ?? { database: `${HOME}-${to}`, name: '' },
  };
  await remember(home, 'workspaces', { current: to, known: all });
}

/** Workspaces this device has worked in, but for the one it works in now. */
export async function otherWorkspaces(home: LocalDatabase): Promise<OtherWorkspace[]> {
  const workspaces = await remembered(home, 'workspaces');
  const others = Object.entries(workspaces?.known ?? {}).filter(
    ([id]) => id !== workspaces!.current,
  );
  return Promise.all(
    others.map(([id, { database, name }]) =>
      within(home, database, async (local) => ({
        id,
        name,
        unsent: (await local.count('outbox')) + (await local.countFromIndex('photos', 'sent', 0)),
      })),
    ),
  );
}

/** What waits of a workspace, photos with it, as a JSON file. */
export async function unsentAsFile(home: LocalDatabase, workspaceId: string): Promise<Blob> {
  const workspaces = await remembered(home, 'workspaces');
  const { database, name } = workspaces!.known[workspaceId]!;
  const content = await within(home, database, async (local) => ({
    about: 'Changes made in Sendero that were not sent',
    workspaceId,
    workspace: name,
    commits: (await local.getAll('outbox')).map(({ commit, refused }) => ({ ...commit, refused })),
    photos: await Promise.all(
      (await local.getAllFromIndex('photos', 'sent', 0)).map(async ({ id, blob }) => ({
        id,
        type: blob.type,
        base64: base64Of(new Uint8Array(await blob.arrayBuffer())),
      })),
    ),
  }));
  return new Blob([JSON.stringify(content, null, 1)], { type: 'application/json' });
}

/** Takes a workspace that is not worked in off this device. */
export async function forget(home: LocalDatabase, workspaceId: string): Promise<void> {
  const { current, known } = (await remembered(home, 'workspaces'))!;
  const { [workspaceId]: gone, ...rest } = known;
  if (!gone || workspaceId === current) return;
  if (gone.database !== HOME) await deleteDB(gone.database);
  else
    for (const store of ['records', 'together', 'outbox', 'photos'] as const)
      await home.clear(store);
  await remember(home, 'workspaces', { current, known: rest });
}

async function within<T>(
  home: LocalDatabase,
  name: string,
  work: (local: LocalDatabase) => Promise<T>,
): Promise<T> {
  if (name === HOME) return work(home);
  const local = await openLocalDatabase(name);
  try {
    return await work(local);
  } finally {
    local.close();
  }
}

function base64Of(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += 0x8000)
    text += String.fromCharCode(...bytes.subarray(at, at + 0x8000));
  return btoa(text);
}
