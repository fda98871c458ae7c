import { requireNotNegative, requireWhole } from '../arguments/index.ts';
import { apart, bearing, compassWord, type Metres, type Position } from '../geo/index.ts';
import type { Travel } from '../stand/index.ts';
import type { SamplingFrame } from './samplingFrame.ts';
import { roundLength, shortestRound } from './shortestRound.ts';
import { walkMinutes } from './walkMinutes.ts';

/** What a place is for: to be walked to, held for others, found out of reach, or left out for want of time. */
export const PLACE_STATES = ['wanted', 'spare', 'unreachable', 'dropped'] as const;
export type PlaceState = (typeof PLACE_STATES)[number];

/** A place of a plan, in the order it was drawn: every beginning of the list is spread over the field. */
export interface PlannedPlace {
  at: Position;
  zone: string | null;
  /** A place of an earlier walk. */
  earlier: boolean;
  rows: number[];
  travel: Travel;
  state: PlaceState;
}

const change = (
  places: readonly PlannedPlace[],
  changes: ReadonlyMap<number, Partial<PlannedPlace>>,
) => places.map((place, i) => ({ ...place, ...changes.get(i) }));

/**
 * A place that cannot be reached gives way to the next one drawn, of its own zone where one is left; its rows go there.
 * @example replacePlace(places, 3)[3]!.state // 'unreachable'
 */
export function replacePlace(places: readonly PlannedPlace[], out: number): PlannedPlace[] {
  requireWhole('out', out, 0);
  const { zone, rows, travel } = places[out]!;
  const held = (i: number) => places[i]!.state === 'spare' || places[i]!.state === 'dropped';
  const numbers = places.map((_, i) => i).filter(held);
  const next = numbers.find((i) => places[i]!.zone === zone) ?? numbers[0];
  const changes = new Map<number, Partial<PlannedPlace>>([[out, { state: 'unreachable' }]]);
  if (next !== undefined) changes.set(next, { state: 'wanted', rows, travel });
  return change(places, changes);
}

/** So many places more, the next ones drawn. @example addPlaces(places, 3) */
export function addPlaces(places: readonly PlannedPlace[], more: number): PlannedPlace[] {
  requireWhole('more', more, 0);
  const next = places
    .map((_, i) => i)
    .filter((i) => places[i]!.state === 'dropped' || places[i]!.state === 'spare')
    .slice(0, more);
  return change(places, new Map(next.map((i) => [i, { state: 'wanted' as const }])));
}

/** What is left of a walk. */
export interface RestOfWalk {
  /** Numbers of places walked already. */
  done: ReadonlySet<number>;
  /** Where one stands and where the walk ends, m on the field's plane. */
  here: Metres;
  end: Metres;
  rowsAtOnce: number;
  toMetres(place: Position): Metres;
}

/** Places still to walk to, as far as they are wanted, in the order they were drawn. @example toWalk(places, new Set([0, 4])) */
export const toWalk = (places: readonly PlannedPlace[], done: ReadonlySet<number>): number[] =>
  places.map((_, i) => i).filter((i) => places[i]!.state === 'wanted' && !done.has(i));

/** Minutes that the places still take, with the way to them and back. @example minutesLeft(places, rest) // 35 */
export function minutesLeft(
  places: readonly PlannedPlace[],
  rest: RestOfWalk,
  numbers: readonly number[] = toWalk(places, rest.done),
): number {
  const at = numbers.map((i) => rest.toMetres(places[i]!.at));
  const way = shortestRound(rest.here, at, rest.end).map((i) => at[i]!);
  return walkMinutes({
    stops: numbers.length,
    rowsAtOnce: rest.rowsAtOnce,
    walkM: roundLength(rest.here, way, rest.end),
  });
}

/**
 * As many of the places left as the time allows, the first drawn first, so that what is walked is spread; the others are
 * dropped. No place is left when the time does not reach for one.
 *
 * @param minutes until the walk must be back
 * @example cutShort(places, 20, rest).filter(({ state }) => state === 'dropped').length // 6
 */
export function cutShort(
  places: readonly PlannedPlace[],
  minutes: number,
  rest: RestOfWalk,
): PlannedPlace[] {
  requireNotNegative('minutes', minutes);
  const left = toWalk(places, rest.done);
  let keep = left.length;
  while (keep > 0 && minutesLeft(places, rest, left.slice(0, keep)) > minutes) keep -= 1;
  return change(places, new Map(left.slice(keep).map((i) => [i, { state: 'dropped' as const }])));
}

/** How well stops speak for their field. */
export interface Fairness {
  /** Share of the field that has a stop about as near as so many evenly spread ones would be, 0…1. */
  covered: number;
  /** Where most of the rest lies, as people say it; null when all is covered, or nothing is. */
  lacking: ReturnType<typeof compassWord> | null;
  /** Zones without a stop. */
  zones: string[];
}

/** As far as this many times the root of the ground a stop stands for, it speaks for its surroundings. A default of this app. */
const REACH = 0.9;

/**
 * How fair a sample the stops walked are: whether they cover the field.
 * @example fairness(frame, []).covered // 0
 */
export function fairness(frame: SamplingFrame, stops: readonly Metres[]): Fairness {
  const reach = REACH * Math.sqrt(frame.areaM2 / Math.max(1, stops.length));
  const far = frame.cells.filter(({ at }) => stops.every((stop) => apart(stop, at) > reach));
  const walked = new Set(stops.map((at) => frame.zoneAt(at) ?? ''));
  const centre = (cells: SamplingFrame['cells']): Metres => [
    cells.reduce((sum, { at }) => sum + at[0] / cells.length, 0),
    cells.reduce((sum, { at }) => sum + at[1] / cells.length, 0),
  ];
  const some = far.length > 0 && far.length < frame.cells.length;
  return {
    covered: 1 - far.length / frame.cells.length,
    lacking: some ? compassWord(bearing(centre(frame.cells), centre(far))) : null,
    zones: Object.keys(frame.shares).filter((zone) => zone !== '' && !walked.has(zone)),
  };
}
