import { NO_FIX, steady, type Fix } from '@sendero/core';
import { useEffect, useRef, useState } from 'react';
import { useStable } from '../app/useStable.ts';
import { useAppSelector } from '../data/store.ts';
import { mayAsk } from './mayAsk.ts';
import { watchPosition, type PositionTrouble } from './watchPosition.ts';

/**
 * Where one is, as long as the screen is open; without jumps. While it is lost, the last one stays and is said to be old.
 * @param onFix told of each new one
 */
export function usePosition(
  onFix: (fix: Fix) => void = () => {},
  /** Nothing is asked of the device until it is. */
  wanted = true,
): {
  fix: Fix | null;
  trouble: PositionTrouble | null;
} {
  const receiver = useAppSelector((state) => state.preferences.receiver);
  const so = useRef(NO_FIX);
  const [fix, setFix] = useState<Fix | null>(null);
  const [trouble, setTrouble] = useState<PositionTrouble | null>(null);
  const tell = useStable(onFix);
  useEffect(() => {
    if (!wanted) return;
    return watchPosition(receiver, {
      onFix(next) {
        setTrouble(null);
        so.current = steady(so.current, next);
        setFix(so.current.fix);
        if (so.current.fix === next) tell(next);
      },
      onTrouble: setTrouble,
    });
  }, [receiver, tell, wanted]);
  return { fix, trouble };
}

/** Where one is, from the moment it is wanted: at once where this device may say it, else when somebody asks. */
export function useWantedPosition() {
  const receiver = useAppSelector((state) => state.preferences.receiver);
  const [wanted, setWanted] = useState(receiver !== '');
  useEffect(() => {
    let gone = false;
    void mayAsk(receiver).then((may) => may && !gone && setWanted(true));
    return () => {
      gone = true;
    };
  }, [receiver]);
  return { ...usePosition(undefined, wanted), wanted, want: () => setWanted(true) };
}
