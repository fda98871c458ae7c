import { useEffect, useState } from 'react';
import type { PlanAnswer, PlanDrawn, PlanQuestion } from './planWork.ts';

type AnswerTo<Q extends PlanQuestion> = Q extends { ask: 'plan' }
  ? PlanDrawn | null
  : { order: number[]; walkM: number };

/**
 * Asks the planning worker; a new question ends the one before. The last answer stays on the screen until the next comes.
 * @param question the same object while nothing changed; null: nothing to ask
 */
export function usePlanWork<Q extends PlanQuestion>(
  question: Q | null,
): { answer: AnswerTo<Q> | undefined; busy: boolean } {
  const [run, setRun] = useState<{ of: Q; answer: PlanAnswer } | null>(null);
  useEffect(() => {
    if (!question) return;
    const worker = new Worker(new URL('./planWorker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<PlanAnswer>) => {
      setRun({ of: question, answer: data });
      worker.terminate();
    };
    worker.postMessage(question);
    return () => worker.terminate();
  }, [question]);
  return {
    answer: question && run ? (run.answer as AnswerTo<Q>) : undefined,
    busy: question !== null && run?.of !== question,
  };
}
