/** Order of walks: the newest first, by when they were made, not by when they were entered. @example walks.sort(newestFirst) */
export const newestFirst = (
  a: { data: { startedAt: string } },
  b: { data: { startedAt: string } },
): number => (a.data.startedAt < b.data.startedAt ? 1 : -1);
