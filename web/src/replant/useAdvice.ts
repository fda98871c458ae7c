import type { ReplantAdvice, ReplantCase } from '@sendero/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { adviseNow, type AdviceQuestion, type AdviceWord } from './advise.ts';

/** First a rough answer, for a slider that moves; once it rests the whole. */
const ROUGH = 1000;
const WHOLE = 20_000;
const REST_MS = 350;

/** What can be done in a case, weighed in a worker; what was said before stays until the new is there. */
export function useAdvice(one: ReplantCase | null) {
  const [advice, setAdvice] = useState<ReplantAdvice | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [stopped, setStopped] = useState<ReplantCase | null>(null);
  const worker = useRef<Worker | null>(null);
  const here = typeof Worker === 'undefined';
  const atOnce = useMemo(
    () => (here && one ? adviseNow({ case: one, draws: ROUGH }) : null),
    [here, one],
  );
  useEffect(() => {
    if (here) return;
    const made = new Worker(new URL('./adviceWorker.ts', import.meta.url), { type: 'module' });
    made.onmessage = ({ data }: MessageEvent<AdviceWord>) => {
      if ('share' in data) return setShare(data.share);
      setShare(null);
      setAdvice(data.advice);
    };
    worker.current = made;
    return () => made.terminate();
  }, [here]);
  useEffect(() => {
    if (!one || stopped === one || !worker.current) return;
    const ask = (draws: number) =>
      worker.current?.postMessage({ case: one, draws } satisfies AdviceQuestion);
    ask(ROUGH);
    const later = setTimeout(() => {
      setShare(0);
      ask(WHOLE);
    }, REST_MS);
    return () => clearTimeout(later);
  }, [one, stopped]);
  return {
    advice: one === null ? null : here ? atOnce : advice,
    /** Of the whole answer, while it is made; null when none is. */
    share,
    stop: () => {
      setStopped(one);
      setShare(null);
      worker.current?.postMessage(null);
    },
  };
}
