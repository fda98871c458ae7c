import { useCallback, useEffect, useRef } from 'react';

/** Hands that rest so long have typed what they meant. */
const REST_MS = 600;

/** Keeps what is typed once the hands rest, or leave the field or the screen: half a figure is no figure. */
export function useKeepRested() {
  const waiting = useRef<{ work: () => void; timer: ReturnType<typeof setTimeout> }>(null);
  const now = useCallback(() => {
    const due = waiting.current;
    if (!due) return;
    clearTimeout(due.timer);
    waiting.current = null;
    due.work();
  }, []);
  const later = useCallback(
    (work: () => void) => {
      if (waiting.current) clearTimeout(waiting.current.timer);
      waiting.current = { work, timer: setTimeout(now, REST_MS) };
    },
    [now],
  );
  useEffect(() => {
    // A tab that is closed or left keeps what stands in its field.
    window.addEventListener('pagehide', now);
    return () => {
      window.removeEventListener('pagehide', now);
      now();
    };
  }, [now]);
  return { now, later };
}
