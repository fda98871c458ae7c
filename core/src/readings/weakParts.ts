import { group } from 'd3-array';
import {
  boundsOf,
  cutTo,
  geodesicArea,
  middleOf,
  planeAt,
  type Boundary,
  type Metres,
  type Position,
} from '../geo/index.ts';
import type { Field, FieldPart } from '../records/index.ts';
import { mean } from '../stats/index.ts';
import type { Held } from './held.ts';

/** A part of a field with a stand of its own. */
export interface StandPart {
  /** Of the zone; for a band along the passes its number. */
  id: string;
  name: string;
  /** null: where it lies is not known. */
  shape: Boundary | null;
  /** Of the field’s area, 0…1; over all parts 1. */
  share: number;
  /** Mean of its stops. */
  plantsPerM2: number;
  /** Of that mean, by how stops of one part differ among each other; null where no part has two. */
  sePerM2: number | null;
  stops: number;
}

/** A stop where it lies, with its effective stand. */
export interface StandPlace {
  at: Position;
  zone: string;
  value: number;
}

/** Bands along the passes are told apart where one bears so much less than the other, and each has so many stops. A default of this app. */
const BAND_SHORT = 0.15;
const BAND_STOPS = 2;
/** Half the side of the square a band is cut from, m. */
const FAR_M = 20_000;

/**
 * The parts of a field that stand differently: its zones, where stops lie in them; else two bands along the passes, where one is plainly
 * thinner.
 *
 * @param field with its outline and how its passes run; @param places of a walk’s stops, none chosen for its looks
 * @returns none where the field is alike, or where nothing says where stops lie
 */
export function weakParts(
  { boundary, passes }: Pick<Field, 'boundary' | 'passes'>,
  parts: readonly Held<FieldPart>[],
  places: readonly StandPlace[],
): StandPart[] {
  if (!boundary || places.length < 2 * BAND_STOPS) return [];
  const zones = [...group(places, ({ zone }) => zone)];
  if (zones.length > 1) {
    const whole = geodesicArea(boundary);
    let rest = 1;
    const named = zones
      .filter(([id]) => id !== '')
      .flatMap(([id, own]): StandPart[] => {
        const part = parts.find((one) => one.id === id);
        const shape = part?.data.shape && cutTo(part.data.shape, boundary);
        if (!part || !shape) return [];
        const share = Math.min(rest, geodesicArea(shape) / whole);
        rest -= share;
        return [standPart(id, part.data.name, shape, share, own)];
      });
    const others = places.filter(({ zone }) => !named.some(({ id }) => id === zone));
    const all =
      others.length > 0 ? [...named, standPart('', 'the rest', null, rest, others)] : named;
    const total = all.reduce((sum, { share }) => sum + share, 0);
    return total > 0
      ? withSpread(
          all.map((part) => ({ ...part, share: part.share / total })),
          all.map(({ id }) =>
            named.some((one) => one.id === id) ? places.filter(({ zone }) => zone === id) : others,
          ),
        )
      : [];
  }
  return passes ? bands(boundary, passes.bearingDeg, places) : [];
}

const standPart = (
  id: string,
  name: string,
  shape: Boundary | null,
  share: number,
  own: readonly StandPlace[],
): StandPart => ({
  id,
  name,
  shape,
  share,
  plantsPerM2: mean(own.map(({ value }) => value))!,
  sePerM2: null,
  stops: own.length,
});

/** Two bands along the passes, cut where they differ most. */
function bands(boundary: Boundary, bearingDeg: number, places: readonly StandPlace[]): StandPart[] {
  const plane = planeAt(middleOf(boundary));
  const angle = (bearingDeg * Math.PI) / 180;
  const along: Metres = [Math.sin(angle), Math.cos(angle)];
  const across: Metres = [along[1], -along[0]];
  const ranked = places
    .map((place) => {
      const [x, y] = plane.toMetres(place.at);
      return { place, off: x * across[0] + y * across[1] };
    })
    .sort((a, b) => a.off - b.off);
  const cuts = ranked.slice(BAND_STOPS, ranked.length - BAND_STOPS + 1).map((_, i) => {
    const at = i + BAND_STOPS;
    const of = (own: typeof ranked) => mean(own.map(({ place }) => place.value))!;
    return {
      at,
      off: (ranked[at - 1]!.off + ranked[at]!.off) / 2,
      apart: Math.abs(of(ranked.slice(0, at)) - of(ranked.slice(at))),
    };
  });
  const [cut] = cuts.sort((a, b) => b.apart - a.apart);
  const all = mean(places.map(({ value }) => value))!;
  if (!cut || cut.apart < BAND_SHORT * all) return [];
  const corner = (s: number, off: number): Position =>
    plane.toPlace([along[0] * s + across[0] * off, along[1] * s + across[1] * off]);
  const half = (from: number, to: number): Boundary => ({
    type: 'MultiPolygon',
    coordinates: [
      [
        [
          corner(-FAR_M, from),
          corner(FAR_M, from),
          corner(FAR_M, to),
          corner(-FAR_M, to),
          corner(-FAR_M, from),
        ],
      ],
    ],
  });
  const shapes = [cutTo(half(-FAR_M, cut.off), boundary), cutTo(half(cut.off, FAR_M), boundary)];
  const areas = shapes.map((shape) => (shape ? geodesicArea(shape) : 0));
  const total = areas[0]! + areas[1]!;
  if (total === 0) return [];
  const halves = [ranked.slice(0, cut.at), ranked.slice(cut.at)].map((own) =>
    own.map(({ place }) => place),
  );
  const told = shapes.flatMap((shape, i) => {
    const own = halves[i]!;
    const name = shape ? `the ${sideOf(shape, boundary)} side` : '';
    return shape ? [standPart(`band${i + 1}`, name, shape, areas[i]! / total, own)] : [];
  });
  return withSpread(told, halves);
}

/** Stops of one part differ alike in all of them: their spread is taken together. */
function withSpread(
  parts: readonly StandPart[],
  own: readonly (readonly StandPlace[])[],
): StandPart[] {
  let [squares, free] = [0, 0];
  parts.forEach(({ plantsPerM2 }, i) => {
    squares += own[i]!.reduce((sum, { value }) => sum + (value - plantsPerM2) ** 2, 0);
    free += own[i]!.length - 1;
  });
  const sd = free > 0 ? Math.sqrt(squares / free) : null;
  return parts.map((part) => ({
    ...part,
    sePerM2: sd === null ? null : sd / Math.sqrt(part.stops),
  }));
}

/** Where in a field a part of it lies. */
function sideOf(shape: Boundary, whole: Boundary): string {
  const middle = (of: Boundary) => {
    const [west, south, east, north] = boundsOf(of);
    return [(west + east) / 2, (south + north) / 2] as const;
  };
  const plane = planeAt(middleOf(whole));
  const [x, y] = plane.toMetres([...middle(shape)]);
  const [a, b] = plane.toMetres([...middle(whole)]);
  return Math.abs(x - a) > Math.abs(y - b) ? (x > a ? 'east' : 'west') : y > b ? 'north' : 'south';
}
