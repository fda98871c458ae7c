import { requireWhole } from '../arguments/index.ts';
import type { Metres } from '../geo/index.ts';
import type { SeededRandom } from '../stats/index.ts';
import { localPivotal, nestedOrder } from './localPivotal.ts';
import type { SamplingFrame } from './samplingFrame.ts';

/** A place of a plan on the plane of its field. */
export interface DrawnPlace {
  at: Metres;
  zone: string | null;
  /** A place of an earlier walk, gone to again. */
  earlier: boolean;
}

/** Stops that every zone gets, so that its own spread is known. A default of this app. */
const FEWEST_IN_ZONE = 2;
/** Places drawn beyond the stops wanted, for each of them: for what cannot be reached, and for more. */
const SPARE = 1;

/**
 * Places for the stops of a walk: spread over the field and, by their area, over its zones (local pivotal method); after the
 * stops wanted come as many spares. Each beginning of the list is spread too.
 *
 * @param stops wanted
 * @param earlier places of an earlier walk to go to again: they come first, and new ones keep their distance (inclusion
 *   probabilities lowered around them as in Foster et al. 2017, Spatially balanced designs that incorporate legacy sites,
 *   Methods in Ecology and Evolution 8:1433–1442)
 * @example drawPlaces(frame, { stops: 12 }, seededRandom(7)).slice(0, 12) // the stops; then spares
 */
export function drawPlaces(
  frame: SamplingFrame,
  { stops, earlier = [] }: { stops: number; earlier?: readonly Metres[] },
  random: SeededRandom,
): DrawnPlace[] {
  requireWhole('stops', stops, 1);
  const kept = earlier.filter(frame.allows);
  const again = nestedOrder(kept, random).map((i): DrawnPlace => ({
    at: kept[i]!,
    zone: frame.zoneAt(kept[i]!),
    earlier: true,
  }));
  const fresh = Math.max(0, stops - again.length);
  const wanted = inZones(frame, again, fresh);
  const lists = Object.entries(wanted).map(([zone, many]) => {
    const cells = frame.cells.filter((cell) => (cell.zone ?? '') === zone).map(({ at }) => at);
    const total = Math.min(cells.length, many * (1 + SPARE) + 2);
    const shares = sharesBeside(cells, total, kept, frame.areaM2 / stops);
    const drawn = localPivotal(cells, shares, random).map((i) => cells[i]!);
    const first = localPivotal(
      drawn,
      drawn.map(() => Math.min(1, many / drawn.length)),
      random,
    ).map((i) => drawn[i]!);
    const spare = drawn.filter((place) => !first.includes(place));
    const ordered = (places: Metres[]) =>
      nestedOrder(places, random).map((i): DrawnPlace => ({
        at: places[i]!,
        zone: zone === '' ? null : zone,
        earlier: false,
      }));
    return { first: ordered(first), spare: ordered(spare) };
  });
  return [
    ...again,
    ...inTurn(lists.map(({ first }) => first)),
    ...inTurn(lists.map(({ spare }) => spare)),
  ];
}

/** How many new stops each zone gets: by its area, less what it has already. */
function inZones(
  { shares, cells }: SamplingFrame,
  again: readonly DrawnPlace[],
  fresh: number,
): Record<string, number> {
  const zones = Object.keys(shares);
  const has: Record<string, number> = {};
  const room: Record<string, number> = {};
  for (const { zone } of cells) room[zone ?? ''] = (room[zone ?? ''] ?? 0) + 1;
  for (const { zone } of again) has[zone ?? ''] = (has[zone ?? ''] ?? 0) + 1;
  const given = Object.fromEntries(zones.map((zone) => [zone, 0]));
  const total = again.length + fresh;
  const fewest = total >= FEWEST_IN_ZONE * zones.length ? FEWEST_IN_ZONE : 1;
  for (let n = 0; n < fresh; n++) {
    const lacks = (zone: string) => {
      const now = (has[zone] ?? 0) + given[zone]!;
      // Those below the fewest come first, and of the rest the one that its area makes furthest behind.
      return now < fewest ? 1e6 + shares[zone]! : total * shares[zone]! - now;
    };
    const open = zones.filter((zone) => given[zone]! < room[zone]!);
    if (open.length === 0) break;
    const next = open.reduce((best, zone) => (lacks(zone) > lacks(best) ? zone : best));
    given[next]! += 1;
  }
  return given;
}

/** How likely each cell is drawn: less, the nearer an earlier place lies. They add up to `total`. */
function sharesBeside(
  cells: readonly Metres[],
  total: number,
  earlier: readonly Metres[],
  areaPerStopM2: number,
): number[] {
  const weights = cells.map(([x, y]) =>
    earlier.reduce(
      (weight, [ex, ey]) =>
        weight * (1 - Math.exp(-((x - ex) ** 2 + (y - ey) ** 2) / areaPerStopM2)),
      1,
    ),
  );
  let shares = weights;
  let capped = new Set<number>();
  // A cell is drawn once at most: what is above that goes to the others.
  for (;;) {
    const rest = weights.reduce((sum, weight, i) => (capped.has(i) ? sum : sum + weight), 0);
    const left = total - capped.size;
    shares = weights.map((weight, i) =>
      capped.has(i) ? 1 : rest > 0 ? (weight * left) / rest : left / (cells.length - capped.size),
    );
    const over = shares.flatMap((share, i) => (share > 1 && !capped.has(i) ? [i] : []));
    if (over.length === 0) return shares.map((share) => Math.min(1, share));
    capped = new Set([...capped, ...over]);
  }
}

/** Lists of different lengths as one, each spread evenly over it. */
function inTurn<T>(lists: readonly T[][]): T[] {
  return lists
    .flatMap((list) => list.map((item, i) => ({ item, at: (i + 0.5) / list.length })))
    .sort((a, b) => a.at - b.at)
    .map(({ item }) => item);
}
