import {
  planeAt,
  planStops,
  roundLength,
  samplingFrame,
  seededRandom,
  shortestRound,
  type PlanInput,
  type PlannedPlace,
  type Position,
} from '@sendero/core';

/** A plan drawn, with the way round it. */
export interface PlanDrawn {
  places: PlannedPlace[];
  shares: Record<string, number>;
  areaM2: number;
  /** The stops wanted, in the order of the walk. */
  order: number[];
  walkM: number;
}

/** Draws a plan; null when the headland leaves no room. */
export function drawPlan(input: PlanInput, car: Position | null): PlanDrawn | null {
  const places = planStops(input);
  const frame = samplingFrame(input, seededRandom(input.seed));
  if (!places || !frame) return null;
  const wanted = places.flatMap(({ state }, i) => (state === 'wanted' ? [i] : []));
  const { order, walkM } = roundOf(
    places.map(({ at }) => at),
    wanted,
    car ?? places[0]!.at,
    car ?? places[0]!.at,
  );
  return { places, shares: frame.shares, areaM2: frame.areaM2, order, walkM };
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
