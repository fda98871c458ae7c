import type { ReplantRecord } from '@sendero/core';
import { useCallback } from 'react';
import { useDevice, useToday } from '../data/hooks.ts';
import type { Replant } from './useReplant.ts';

/** Keeps some figures of a case, opening it with the first; gives what is wrong, by the name of the figure. */
export type KeepCase = (
  change: Partial<ReplantRecord>,
  typed?: Record<string, string>,
) => Record<string, string>;

export function useKeepCase({ planting, record }: Replant): KeepCase {
  const device = useDevice();
  const today = useToday();
  return useCallback(
    (change, typed = {}) => {
      const saved = record
        ? device.change('replantCase', record.id, (data) => ({
            ...data,
            ...change,
            typed: { ...data.typed, ...typed },
          }))
        : device.put('replantCase', {
            plantingId: planting.id,
            openedOn: today,
            ...change,
            typed,
          });
      return saved.ok ? {} : saved.problems;
    },
    [device, planting.id, record, today],
  );
}
