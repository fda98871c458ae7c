import { TOO_ROUGH_M, type Fix, type Stop } from '@sendero/core';
import { useEffect, useState } from 'react';
import { useStable } from '../app/useStable.ts';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { mayAsk } from './mayAsk.ts';
import { watchPosition } from './watchPosition.ts';

/** A fix as good as this is not waited for any longer, m. */
const GOOD_M = 8;

/**
 * Keeps where a stop was made, while one stands at it: one that has a place already is left as it is.
 * @param begun something was seen there before: whoever opens it now may be anywhere
 */
export function useStopPlace({ id, data }: { id: string; data: Stop }, begun: boolean): void {
  const device = useDevice();
  const receiver = useAppSelector((state) => state.preferences.receiver);
  const [wasBegun] = useState(begun);
  const settled = wasBegun || data.at !== null;
  const keep = useStable(({ at, accuracyM }: Fix) => {
    if (accuracyM > TOO_ROUGH_M) return false;
    device.change('stop', id, (stop) => ({ ...stop, at, accuracyM }));
    return accuracyM <= GOOD_M;
  });
  useEffect(() => {
    if (settled) return;
    let stop = () => {};
    let gone = false;
    void mayAsk(receiver).then((may) => {
      if (!may || gone) return;
      stop = watchPosition(receiver, {
        onFix: (fix) => keep(fix) && stop(),
        onTrouble: () => undefined,
      });
    });
    return () => {
      gone = true;
      stop();
    };
  }, [receiver, settled, keep]);
}
