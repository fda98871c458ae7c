import { requireWhole } from '../arguments/index.ts';
import type { Position } from '../geo/index.ts';
import { seededRandom } from '../stats/index.ts';
import { drawPlaces } from './drawPlaces.ts';
import { passLines, type Passes } from './passes.ts';
import type { PlannedPlace } from './replan.ts';
import { rowsAtStops } from './rowsAtStops.ts';
import { samplingFrame, type SampledField, type SamplingFrame } from './samplingFrame.ts';

/** What a plan is drawn from. The same gives the same plan. */
export interface PlanInput extends SampledField {
  seed: number;
  stops: number;
  /** Rows of the planter; null when it is not known: rows are not named. */
  rows: number | null;
  /** Rows counted at a stop. */
  rowsAtOnce: number;
  /** Places of an earlier walk to go to again. */
  earlier: readonly Position[];
  /** How planters go over the field; null when nobody said. */
  passes: Passes | null;
  /** Of the planter, m; null when it is not known. */
  widthM: number | null;
}

/** A plan, and the ground it was drawn on. */
export interface StopsPlanned extends Pick<SamplingFrame, 'shares' | 'areaM2'> {
  places: PlannedPlace[];
}

/**
 * The places of a walk, drawn before anybody is drawn to one: spread over the field and its zones, off headland and obstacles,
 * every planter row within one count of equally often, in passes of both directions by turns; after the stops wanted come the
 * spares.
 *
 * @returns null when the headland leaves no room
 * @example planStops({ ...field, seed: 7, stops: 12, rows: 12, rowsAtOnce: 4, earlier: [], passes: null, widthM: 9.1 })
 */
export function planStops(input: PlanInput): StopsPlanned | null {
  const { seed, stops, rows, rowsAtOnce, earlier, passes, widthM, boundary } = input;
  requireWhole('stops', stops, 1);
  const random = seededRandom(requireWhole('seed', seed, 0));
  const frame = samplingFrame(input, random);
  if (!frame) return null;
  const { toMetres, toPlace } = frame.plane;
  const lines = passes && widthM !== null ? passLines(passes, boundary, widthM, toMetres) : null;
  const rowsAt = rowsAtStops({ rows: rows ?? 1, atOnce: rowsAtOnce }, random);
  const places = drawPlaces(frame, { stops, earlier: earlier.map(toMetres) }, random).map(
    ({ at, zone, earlier: again }, i): PlannedPlace => {
      const { rows: block, travel } = rowsAt(i);
      const inPass = again ? at : (lines?.inPass(at, travel) ?? at);
      const place = frame.allows(inPass) && frame.zoneAt(inPass) === zone ? inPass : at;
      return {
        at: toPlace(place).map((degrees) => Math.round(1e7 * degrees) / 1e7) as Position,
        zone,
        earlier: again,
        rows: rows === null ? [] : block,
        travel: lines?.travelAt(place) ?? travel,
        state: i < stops ? 'wanted' : 'spare',
      };
    },
  );
  return { places, shares: frame.shares, areaM2: frame.areaM2 };
}
