import { useEffect, useMemo } from 'react';

/** Hands that rest so long have typed what they meant. */
const REST_MS = 600;

/** Keeps what is typed once the hands rest, or leave the field or the screen: half a figure is no figure. */
export function useKeepRested() {
  const rested = useMemo(() => {
    let waiting: { work: () => void; timer: ReturnType<typeof setTimeout> } | null = null;
    const now = () => {
      if (!waiting) return;
      clearTimeout(waiting.timer);
      const { work } = waiting;
      waiting = null;
      work();
    };
    return {
      now,
      later(work: () => void) {
        if (waiting) clearTimeout(waiting.timer);
        waiting = { work, timer: setTimeout(now, REST_MS) };
      },
    };
  }, []);
  useEffect(() => {
    // A tab that is closed or left keeps what stands in its field.
    window.addEventListener('pagehide', rested.now);
    return () => {
      window.removeEventListener('pagehide', rested.now);
      rested.now();
    };
  }, [rested]);
  return rested;
}
