import { localDay } from '../season/index.ts';
import type { PlantingFacts } from './wayMark.ts';

/** Walks of one purpose: the one under way, the finished ones, and the days they were finished on; oldest first. */
export function visitsOf({ walks }: PlantingFacts, purpose: 'stand' | 'trench') {
  const own = walks.filter(({ data }) => data.purpose === purpose);
  const done = own.filter(({ data }) => data.finishedAt !== null);
  return {
    open: own.find(({ data }) => data.finishedAt === null),
    done,
    days: done.map(({ data }) => localDay(data.finishedAt!, data.zoneOffsetMin ?? 0)).sort(),
    newest: [...own].sort((a, b) => (a.data.startedAt < b.data.startedAt ? 1 : -1))[0],
    newestDone: [...done].sort((a, b) => (a.data.finishedAt! < b.data.finishedAt! ? 1 : -1))[0],
  };
}
