import type { Fix } from '@sendero/core';

/** Why there is no position, and what to do. */
export type PositionTrouble = 'refused' | 'lost' | 'notYet' | 'none';

export const TROUBLE_WORDS: Record<PositionTrouble, string> = {
  refused:
    'This device was told not to say where it is: allow it in the browser’s settings for this site. Until then go by distance and direction from the last stop.',
  lost: 'The position is lost. Go by distance and direction from the last stop; it comes back by itself.',
  notYet:
    'No position yet. Go by distance and direction from the last stop; outdoors it can take a minute.',
  none: 'This device knows no positions. Go by distance and direction from the last stop.',
};

interface Told {
  onFix(fix: Fix): void;
  onTrouble(trouble: PositionTrouble): void;
}

/** Silence after which a position counts as lost, ms. */
const LOST_MS = 20_000;

/** Says where one is, from this device or from a receiver at an address, until it is stopped. */
export function watchPosition(receiver: string, told: Told): () => void {
  let timer: ReturnType<typeof setTimeout>;
  let had = false;
  /** What was never there is not lost. */
  const trouble = (what: PositionTrouble) =>
    told.onTrouble(what === 'lost' && !had ? 'notYet' : what);
  const wait = () => {
    clearTimeout(timer);
    timer = setTimeout(() => trouble('lost'), LOST_MS);
  };
  const heard = (fix: Fix) => {
    had = true;
    wait();
    told.onFix(fix);
  };
  const stop = receiver
    ? fromReceiver(receiver, { onFix: heard, onTrouble: trouble })
    : fromDevice({ onFix: heard, onTrouble: trouble });
  wait();
  return () => {
    clearTimeout(timer);
    stop();
  };
}

function fromDevice({ onFix, onTrouble }: Told): () => void {
  // What browsers always have, others may lack.
  const geolocation = navigator.geolocation as Geolocation | null | undefined;
  if (!geolocation) {
    onTrouble('none');
    return () => {};
  }
  const id = geolocation.watchPosition(
    ({ coords, timestamp }) =>
      onFix({
        at: [coords.longitude, coords.latitude],
        accuracyM: coords.accuracy,
        headingDeg: Number.isFinite(coords.heading) ? coords.heading : null,
        atMs: timestamp,
      }),
    ({ code }) => onTrouble(code === 1 ? 'refused' : 'lost'),
    { enableHighAccuracy: true, maximumAge: 2000 },
  );
  return () => geolocation.clearWatch(id);
}

/** A receiver, or its stand-in, sends places as server-sent events; it is asked again by itself when it breaks off. */
function fromReceiver(address: string, { onFix, onTrouble }: Told): () => void {
  let source: EventSource;
  try {
    source = new EventSource(address);
  } catch {
    onTrouble('none');
    return () => {};
  }
  source.onmessage = ({ data }: MessageEvent<string>) => {
    const fix = readWord(data);
    if (fix) onFix(fix);
  };
  source.onerror = () => onTrouble('lost');
  return () => source.close();
}

/** What a receiver said, if it makes sense. */
export function readWord(text: string): Fix | null {
  try {
    const { longitude, latitude, accuracyM, headingDeg } = JSON.parse(text) as Record<
      string,
      number | null
    >;
    const sane = (value: number | null | undefined, most: number): value is number =>
      typeof value === 'number' && Math.abs(value) <= most;
    if (!sane(longitude, 180) || !sane(latitude, 90)) return null;
    return {
      at: [longitude, latitude],
      accuracyM: sane(accuracyM, 1e5) ? Math.abs(accuracyM) : 100,
      headingDeg: sane(headingDeg, 360) ? headingDeg : null,
      atMs: Date.now(),
    };
  } catch {
    return null;
  }
}
