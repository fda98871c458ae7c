import type { MonitorFigure, TrenchCheck } from '@sendero/core';
import { useMemo } from 'react';

/** The newest figure noted for each row and for the machine in this check. */
export function useMonitorFigures(check: TrenchCheck): MonitorFigure[] {
  return useMemo(() => {
    const newest = new Map<number | null, MonitorFigure>();
    for (const stop of check.stops)
      for (const { data } of stop.monitor)
        newest.set(data.row, {
          row: data.row,
          perM2: data.perM2,
          singulation: data.singulation,
        });
    return [...newest.values()];
  }, [check.stops]);
}
