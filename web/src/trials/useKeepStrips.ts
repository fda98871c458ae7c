import type { Problems, TrialReading, TrialStrip } from '@sendero/core';
import { useCallback } from 'react';
import { useDevice } from '../data/hooks.ts';

/** Keeps something of strips, all in one step; gives what is wrong, by the name of the figure. */
export type KeepStrips = (
  changes: readonly { number: number; change: Partial<TrialStrip> }[],
) => Problems;

export function useKeepStrips({ trial, strips }: TrialReading): KeepStrips {
  const device = useDevice();
  return useCallback(
    (changes) => {
      const saved = device.putAll(
        changes.map(({ number, change }) => {
          const record = strips.find((one) => one.number === number)?.record;
          return {
            kind: 'trialStrip' as const,
            ...(record ? { id: record.id } : {}),
            data: { ...record?.data, trialId: trial.id, number, ...change },
          };
        }),
      );
      return saved.ok ? {} : saved.problems;
    },
    [device, trial.id, strips],
  );
}
