import { NO_FIX, steady, type Fix } from '@sendero/core';
import { useEffect, useRef, useState } from 'react';
import { useStable } from '../app/useStable.ts';
import { useAppSelector } from '../data/store.ts';
import { watchPosition, type PositionTrouble } from './watchPosition.ts';

/**
 * Where one is, as long as the screen is open; without jumps. While it is lost, the last one stays and is said to be old.
 * @param onFix told of each new one
 */
export function usePosition(onFix: (fix: Fix) => void = () => {}): {
  fix: Fix | null;
  trouble: PositionTrouble | null;
} {
  const receiver = useAppSelector((state) => state.preferences.receiver);
  const so = useRef(NO_FIX);
  const [fix, setFix] = useState<Fix | null>(null);
  const [trouble, setTrouble] = useState<PositionTrouble | null>(null);
  const tell = useStable(onFix);
  useEffect(
    () =>
      watchPosition(receiver, {
        onFix(next) {
          setTrouble(null);
          so.current = steady(so.current, next);
          setFix(so.current.fix);
          if (so.current.fix === next) tell(next);
        },
        onTrouble: setTrouble,
      }),
    [receiver, tell],
  );
  return { fix, trouble };
}
