import { NO_FIX, steady, type Fix, type Steady } from '@sendero/core';
import { useEffect, useState } from 'react';
import { useAppSelector } from '../data/store.ts';
import { watchPosition, type PositionTrouble } from './watchPosition.ts';

/** Where one is, as long as the screen is open; without jumps. While it is lost, the last one stays and is said to be old. */
export function usePosition(wanted = true): {
  fix: Fix | null;
  trouble: PositionTrouble | null;
} {
  const receiver = useAppSelector((state) => state.preferences.receiver);
  const [so, setSo] = useState<Steady>(NO_FIX);
  const [trouble, setTrouble] = useState<PositionTrouble | null>(null);
  useEffect(() => {
    if (!wanted) return;
    return watchPosition(receiver, {
      onFix(fix) {
        setTrouble(null);
        setSo((before) => steady(before, fix));
      },
      onTrouble: setTrouble,
    });
  }, [receiver, wanted]);
  return { fix: so.fix, trouble };
}
