import { useEffect, useState } from 'react';

const PLACE = 'sendero-stops-begun';
const MOST = 40;
const MINUTE_MS = 60_000;

function begunAt(stopId: string): number {
  const now = Date.now();
  try {
    const kept = JSON.parse(localStorage.getItem(PLACE) ?? '[]') as [string, number][];
    const known = kept.find(([id]) => id === stopId);
    if (known) return known[1];
    localStorage.setItem(PLACE, JSON.stringify([...kept, [stopId, now]].slice(-MOST)));
  } catch {
    // Private windows may refuse: the time then begins with this visit.
  }
  return now;
}

/** Whole minutes since this device first opened a stop; null once that is no visit any more. */
export function useTimeHere(stopId: string): number | null {
  const [begun] = useState(() => begunAt(stopId));
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), MINUTE_MS / 2);
    return () => clearInterval(timer);
  }, []);
  const minutes = Math.floor((now - begun) / MINUTE_MS);
  return minutes < 0 || minutes > 180 ? null : minutes;
}
