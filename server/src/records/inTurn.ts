/** The last task of each key that has not ended. */
const last = new Map<string, Promise<unknown>>();

/**
 * Runs a task once those of its key before it have ended, whether well or not; tasks of other keys wait for none of them. One workspace's commits
 * are applied one after another anyhow: waiting here they hold no connection that another needs.
 *
 * @example inTurn(workspaceId, () => apply(commits))
 */
export async function inTurn<T>(key: string, task: () => Promise<T>): Promise<T> {
  const before = last.get(key);
  const own = (async () => {
    await before?.catch(() => {});
    return task();
  })();
  last.set(key, own);
  try {
    return await own;
  } finally {
    if (last.get(key) === own) last.delete(key);
  }
}
