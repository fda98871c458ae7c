import { planeAt, type Boundary, type Position } from '../geo/index.ts';
import {
  spreadKnown,
  toWalk,
  type PlanInput,
  type SampledField,
  type SpreadFound,
  type SpreadKnown,
} from '../sampling/index.ts';
import type { Field, FieldPart, Kept, Planter, SamplingPlan, Stop } from '../records/index.ts';
import { summariseStand } from '../stand/index.ts';
import { countsOf } from './readWalkFacts.ts';
import type { Held } from './held.ts';

/** Zones that a plan may go by: one kind of part at a time. */
export type ZoneKind = 'soil' | 'tillage' | 'low' | 'traffic';
export const ZONE_KINDS: readonly ZoneKind[] = ['soil', 'tillage', 'low', 'traffic'];

/**
 * A field as it is sampled: its outline without headland and obstacles, and the zones of the kinds chosen.
 * @param headlandM where the field says none
 * @returns null while it has no outline
 */
export function sampledField(
  field: Field,
  parts: readonly Held<FieldPart>[],
  kinds: readonly ZoneKind[],
  headlandM = 0,
): SampledField | null {
  if (!field.boundary) return null;
  const shapes = (wanted: (part: FieldPart['part']) => boolean) =>
    parts.flatMap(({ id, data }) =>
      wanted(data.part) && data.shape ? [{ id, shape: data.shape }] : [],
    );
  return {
    boundary: field.boundary,
    zones: shapes((part) => (kinds as readonly string[]).includes(part)),
    obstacles: shapes((part) => part === 'obstacle').map(({ shape }): Boundary => shape),
    headlandM: field.headlandM ?? headlandM,
  };
}

/** Zone kinds that a field has. @example zoneKindsOf(parts) // ['soil'] */
export const zoneKindsOf = (parts: readonly Held<FieldPart>[]): ZoneKind[] =>
  ZONE_KINDS.filter((kind) => parts.some(({ data }) => data.part === kind));

/** What a plan of a planting is drawn from. */
export function planInput(
  sampled: SampledField,
  field: Field,
  planter: Planter | null,
  {
    seed,
    stops,
    rowsAtOnce,
    earlier,
  }: Pick<PlanInput, 'seed' | 'stops' | 'rowsAtOnce' | 'earlier'>,
): PlanInput {
  const rows = planter?.type === 'planter' ? planter.rows : null;
  return {
    ...sampled,
    seed,
    stops,
    rows,
    rowsAtOnce: rows === null ? 1 : Math.min(rows, rowsAtOnce),
    earlier,
    passes: field.passes,
    widthM: planter ? planter.rows * planter.rowWidthM : null,
  };
}

/** How the stops of walks differed: what is known of a field before the next walk. */
export function spreadOfWalks(
  walks: readonly {
    own: boolean;
    stops: readonly Held<Stop>[];
    observed: readonly (readonly Kept<'observation'>[])[];
  }[],
): SpreadKnown {
  const found = (own: boolean): SpreadFound[] =>
    walks.flatMap((walk) => {
      if (walk.own !== own) return [];
      const chosen = new Set(walk.stops.filter(({ data }) => data.chosen).map(({ id }) => id));
      const stops = walk.observed.flatMap((all) => {
        const counts = countsOf(all).map(({ data }) => data);
        const id = counts[0]?.stopId;
        return id && !chosen.has(id) ? [{ id, counts }] : [];
      });
      if (stops.length < 2) return [];
      const { cv } = summariseStand(stops);
      return cv === null ? [] : [{ cv, stops: stops.length }];
    });
  return spreadKnown({ field: found(true), neighbours: found(false) });
}

/** A plan on its way: which of its places are walked, and what is left. */
export interface PlanUnderWay {
  plan: Held<SamplingPlan>;
  /** Numbers of places at which a stop was made. */
  done: Set<number>;
  /** Places wanted and not yet walked, in the order drawn. */
  left: number[];
  toMetres(place: Position): [number, number];
}

/** Where a plan stands. @example readPlan(plan, stops).left.length // stops still to make */
export function readPlan(plan: Held<SamplingPlan>, stops: readonly Held<Stop>[]): PlanUnderWay {
  const done = new Set(stops.flatMap(({ data }) => (data.planned === null ? [] : [data.planned])));
  return {
    plan,
    done,
    left: toWalk(plan.data.places, done),
    toMetres: planeAt(plan.data.places[0]!.at).toMetres,
  };
}
