import type { Observation, Stop, StopStep } from '../records/index.ts';
import { STOP_STEPS } from '../records/index.ts';

/** A step of the work at a stop, and how far it is. */
export interface StepStanding {
  step: StopStep;
  /** What was kept in it. */
  found: number;
  state: 'done' | 'skipped' | 'open';
}

/**
 * The steps of a stop in the order a person works, ticked by what is kept there: whoever kept it.
 *
 * @param order of the steps; those it leaves out are not part of this person's work
 * @param notes written on the stop
 * @example stopSteps(stop.data, observations, 0).find(({ state }) => state === 'open')?.step // 'tape'
 */
export function stopSteps(
  stop: Pick<Stop, 'skipped'>,
  seen: readonly Observation[],
  notes: number,
  order: readonly StopStep[] = STOP_STEPS,
): StepStanding[] {
  const many = (is: (data: Observation) => boolean) => seen.filter(is).length;
  const found: Record<StopStep, number> = {
    count: many(
      (data) => data.type === 'count' && data.inStep + data.oneBehind + data.twoBehind > 0,
    ),
    stages: many(
      (data) =>
        (data.type === 'stages' && data.stages.length > 0) ||
        data.type === 'heading' ||
        (data.type === 'tape' && (data.stages ?? []).some((stage) => stage !== null)),
    ),
    tape: many((data) => data.type === 'tape'),
    gaps: many((data) => data.type === 'gapDig'),
    late: many((data) => data.type === 'plantDig' && data.late !== null),
    roots: many(
      (data) => data.type === 'plantDig' && (data.plant.roots !== null || !!data.neighbour?.roots),
    ),
    pests: many((data) => data.type === 'sign'),
    photos: many((data) => data.type === 'photo'),
    notes,
  };
  return order.map((step) => ({
    step,
    found: found[step],
    state: found[step] > 0 ? 'done' : stop.skipped?.includes(step) ? 'skipped' : 'open',
  }));
}
