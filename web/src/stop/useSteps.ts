import { stopSteps, type StepStanding, type Stop, type StopStep } from '@sendero/core';
import { useMemo } from 'react';
import { useChildren } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** The steps of a stop: this person's own order first, ticked by what anybody kept there, then the others. */
export function useSteps(
  stop: { id: string; data: Stop },
  plantingId: string,
): { own: StepStanding[]; others: StepStanding[] } {
  const order = useAppSelector((state) => state.preferences.stepOrder);
  const seen = useChildren('observation', 'stopId', stop.id);
  const notes = useChildren('note', 'plantingId', plantingId).filter(
    ({ data }) => data.walkId === stop.data.walkId && data.stop === stop.data.ordinal,
  ).length;
  return useMemo(() => {
    const observed = seen.map(({ data }) => data);
    const all = stopSteps(stop.data, observed, notes);
    return {
      own: stopSteps(stop.data, observed, notes, order),
      others: all.filter(({ step }) => !order.includes(step)),
    };
  }, [stop.data, seen, notes, order]);
}

/** The step of this person's order that comes after one and is still open; null: the stop is done. */
export const nextStep = (own: readonly StepStanding[], at: StopStep): StopStep | null => {
  const here = own.findIndex(({ step }) => step === at);
  return own.slice(here + 1).find(({ state }) => state === 'open')?.step ?? null;
};
