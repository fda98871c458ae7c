import { flaggedCounts, type GroupReading } from '@sendero/core';
import { useEffect, useMemo, useState } from 'react';
import type { LatenessAnswer, LatenessQuestion, LatenessWord } from './lateness.ts';

const DRAWS = 2000;

/**
 * How sure one can be of when lengths came up, drawn in a worker of its own. What is shown before it is done has
 * no intervals yet.
 */
export function useLateness(all: GroupReading | null, groups: readonly GroupReading[]) {
  const question = useMemo<LatenessQuestion | null>(
    () =>
      all && all.halfBetweenH
        ? {
            all: { name: all.name, lengths: all.lengths.map(flaggedCounts) },
            groups: groups.map(({ name, lengths }) => ({
              name,
              lengths: lengths.map(flaggedCounts),
            })),
            draws: DRAWS,
            people: all.people,
          }
        : null,
    [all, groups],
  );
  const [run, setRun] = useState<{
    of: LatenessQuestion;
    share: number;
    answer: LatenessAnswer | null;
    stopped: boolean;
  } | null>(null);
  const [asked, ask] = useState(0);
  const own = run?.of === question ? run : null;
  const stopped = own?.stopped ?? false;
  useEffect(() => {
    if (!question || stopped || typeof Worker === 'undefined') return;
    const worker = new Worker(new URL('./latenessWorker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<LatenessWord>) =>
      setRun({
        of: question,
        share: 'share' in data ? data.share : 1,
        answer: 'answer' in data ? data.answer : null,
        stopped: false,
      });
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question, stopped, asked]);
  return {
    answer: own?.answer ?? null,
    /** Share done; null when nothing is under way. */
    share: question && !own?.answer && !stopped ? (own?.share ?? 0) : null,
    stopped,
    stop: () => question && setRun({ of: question, share: 0, answer: null, stopped: true }),
    again: () => {
      setRun(null);
      ask(asked + 1);
    },
  };
}
