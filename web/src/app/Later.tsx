import { startTransition, useEffect, useState, type ReactNode } from 'react';
import { afterDrawing } from '../data/afterDrawing.ts';

/** What lies further down a long page: made once its head is on the screen, a piece at a time, and whoever taps goes first. */
export function Later({ children }: { children: ReactNode }) {
  const [due, setDue] = useState(false);
  useEffect(() => {
    let gone = false;
    void afterDrawing().then(() => {
      if (!gone) startTransition(() => setDue(true));
    });
    return () => {
      gone = true;
    };
  }, []);
  return due ? children : null;
}
