import { STOP_STEPS, stopSteps, type StepStanding, type Stop, type StopStep } from '@sendero/core';
import { useMemo } from 'react';
import { selectChildren } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

const sameStandings = (a: readonly StepStanding[], b: readonly StepStanding[]) =>
  a.every(({ found, state }, i) => found === b[i]!.found && state === b[i]!.state);

/**
 * The steps of a stop: this person's own order first, ticked by what anybody kept there, then the others. A tap that ticks nothing
 * leaves them as they are.
 */
export function useSteps(
  stop: { id: string; data: Stop },
  plantingId: string,
): { own: StepStanding[]; others: StepStanding[] } {
  const order = useAppSelector((state) => state.preferences.stepOrder);
  const all = useAppSelector((state) => {
    const seen = selectChildren(state, 'observation', 'stopId', stop.id);
    const notes = selectChildren(state, 'note', 'plantingId', plantingId).filter(
      ({ data }) => data.walkId === stop.data.walkId && data.stop === stop.data.ordinal,
    );
    return stopSteps(
      stop.data,
      seen.map(({ data }) => data),
      notes.length,
    );
  }, sameStandings);
  return useMemo(
    () => ({
      own: order.map((wanted) => all[STOP_STEPS.indexOf(wanted)]!),
      others: all.filter(({ step }) => !order.includes(step)),
    }),
    [all, order],
  );
}

/** The step of this person's order that comes after one and is still open; null: the stop is done. */
export const nextStep = (own: readonly StepStanding[], at: StopStep): StopStep | null => {
  const here = own.findIndex(({ step }) => step === at);
  return own.slice(here + 1).find(({ state }) => state === 'open')?.step ?? null;
};
