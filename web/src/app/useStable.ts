import { useCallback, useLayoutEffect, useRef } from 'react';

/** A handler that stays the same while what it does is the newest: what takes it is not drawn anew for it. */
export function useStable<Given extends unknown[], Result>(
  work: (...given: Given) => Result,
): (...given: Given) => Result {
  const newest = useRef(work);
  useLayoutEffect(() => void (newest.current = work));
  return useCallback((...given: Given) => newest.current(...given), []);
}
