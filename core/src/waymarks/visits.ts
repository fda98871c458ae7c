import type { PlantingFacts } from './wayMark.ts';

/** Walks of one purpose: the one under way, the finished ones, and the days they were made on; oldest first. A walk entered late counts by its own day. */
export function visitsOf({ walks }: PlantingFacts, purpose: 'stand' | 'trench') {
  const own = walks.filter(({ data }) => data.purpose === purpose);
  const done = own.filter(({ data }) => data.finishedAt !== null);
  return {
    open: own.find(({ data }) => data.finishedAt === null),
    done,
    days: done.map(({ data }) => data.startedOn),
    newest: own.at(-1),
    newestDone: done.at(-1),
  };
}
