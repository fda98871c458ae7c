import {
  planeAt,
  planStops,
  roundLength,
  shortestRound,
  type PlanInput,
  type Position,
  type StopsPlanned,
} from '@sendero/core';

/** A plan drawn, with the way round it. */
export interface PlanDrawn extends StopsPlanned {
  /** The stops wanted, in the order of the walk. */
  order: number[];
  walkM: number;
}

/** Draws a plan; null when the headland leaves no room. */
export function drawPlan(input: PlanInput, car: Position | null): PlanDrawn | null {
  const planned = planStops(input);
  if (!planned) return null;
  const { places } = planned;
  const wanted = places.flatMap(({ state }, i) => (state === 'wanted' ? [i] : []));
  const { order, walkM } = roundOf(
    places.map(({ at }) => at),
    wanted,
    car ?? places[0]!.at,
    car ?? places[0]!.at,
  );
  return { ...planned, order, walkM };
}

/** The order to walk places in, from here and on to the end. */
export function roundOf(
  places: readonly Position[],
  wanted: readonly number[],
  here: Position,
  end: Position,
): { order: number[]; walkM: number } {
  const { toMetres } = planeAt(end);
  const at = wanted.map((i) => toMetres(places[i]!));
  const way = shortestRound(toMetres(here), at, toMetres(end));
  return {
    order: way.map((i) => wanted[i]!),
    walkM: roundLength(
      toMetres(here),
      way.map((i) => at[i]!),
      toMetres(end),
    ),
  };
}

/** What the worker is asked, and what it says. */
export type PlanQuestion =
  | { ask: 'plan'; input: PlanInput; car: Position | null }
  | { ask: 'round'; places: Position[]; wanted: number[]; here: Position; end: Position };
export type PlanAnswer = PlanDrawn | { order: number[]; walkM: number } | null;

/** What the worker says to a question. */
export const answerPlan = (question: PlanQuestion): PlanAnswer =>
  question.ask === 'plan'
    ? drawPlan(question.input, question.car)
    : roundOf(question.places, question.wanted, question.here, question.end);
