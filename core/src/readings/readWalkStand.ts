import type { Count, Kept, Observation, Stop, Tape } from '../records/index.ts';
import {
  standByRow,
  summariseStand,
  USUAL_CV,
  USUAL_CV_FEW_ROWS,
  type CountMethod,
  type RowStand,
  type StandStop,
  type StandSummary,
} from '../stand/index.ts';
import { planeAt } from '../geo/index.ts';
import type { Held } from './held.ts';
import { placeOfStop } from './placeOfStop.ts';
import { countsAt, factsAt, plantsOf, type KeptCount, type WalkFacts } from './readWalkFacts.ts';
import { stagesAtStop, type StopStages } from './stagesAtStop.ts';

export interface WalkStop {
  id: string;
  data: Stop;
  counts: KeptCount[];
  /** Target spacing of its strip, m. */
  spacingM: number;
  tapes: Held<Tape>[];
  /** Its plants by stage; null where none was staged. */
  staged: StopStages | null;
  /** The counts with who lags: where none was counted as late, as the plants staged at the stop say. */
  plants: (Count & { by: string })[];
  /** Everything else seen there. */
  seen: Held<Observation>[];
}

export interface WalkStand extends WalkFacts {
  stops: WalkStop[];
  /** Over the stops not chosen for their looks; null before the first plant is counted. */
  summary: StandSummary | null;
  rows: RowStand[];
}

/** A walk read: its stops with what was counted there, and what the counts say together. */
export function readWalkStand(
  facts: WalkFacts,
  observations: readonly (readonly Kept<'observation'>[])[],
): WalkStand {
  const byStop = new Map(observations.map((own) => [own[0]?.data.stopId, own]));
  const stops = facts.stops.map(({ id, data }) =>
    readStop(facts, { id, data }, byStop.get(id) ?? []),
  );
  return { ...facts, stops, ...summariseWalk(stops, facts) };
}

/** What share of the plants counted is behind its neighbours; 0 where none was. @example shareBehind(counts) // 0.12 */
export function shareBehind(counts: readonly Count[]): number {
  const all = counts.reduce((sum, one) => sum + plantsOf(one), 0);
  const late = counts.reduce((sum, one) => sum + one.oneBehind + one.twoBehind, 0);
  return all === 0 ? 0 : late / all;
}

/** Ways of counting that look at one or two rows of the planter at a stop. */
const FEW_ROWS: readonly CountMethod[] = ['oneRow', 'bothSides', 'perFoot'];

function summariseWalk(
  stops: readonly WalkStop[],
  { walk, weights, planter, denseStand, plan }: WalkFacts,
): Pick<WalkStand, 'summary' | 'rows'> {
  const usable = stops.filter(({ data, counts }) => !data.chosen && counts.length > 0);
  // A stop that the plan did not ask for is no part of its sample.
  const places =
    plan && usable.every(({ data }) => data.planned !== null) ? plan.data.places : null;
  const first = places?.[0]?.at;
  const plane = first ? planeAt(first) : null;
  const summary =
    usable.length > 0
      ? summariseStand(
          usable.map(({ id, data, plants }): StandStop => {
            const own = { id, counts: plants };
            const at = plane && placeOfStop(data, plan!.data);
            return at
              ? { ...own, at: plane.toMetres(at), zone: places![data.planned!]?.zone ?? '' }
              : own;
          }),
          {
            weights,
            plan: places ? { shares: plan!.data.shares } : undefined,
            usual: {
              // Who lags is patchy, and a few stops know badly how much: a third of a stop’s worth of what is usual.
              effective: { ...USUAL_CV, df: 0.3 },
              ...(FEW_ROWS.includes(walk.data.method) ? { stand: USUAL_CV_FEW_ROWS } : {}),
            },
          },
        )
      : null;
  const rowCounts = usable.map(({ counts }) =>
    counts.flatMap(({ data, by }) => (data.row === null ? [] : [{ ...data, row: data.row, by }])),
  );
  return {
    summary,
    rows:
      walk.data.method === 'everyRow'
        ? standByRow(rowCounts, { drilled: denseStand || planter?.type === 'drill' })
        : [],
  };
}

/** One stop of a walk with what was seen there. @example readStop(facts, stop, observations).tapes.length */
export function readStop(
  facts: WalkFacts,
  { id, data }: Held<Stop>,
  own: readonly Kept<'observation'>[],
): WalkStop {
  const counts = countsAt(facts, id, own);
  const staged = stagesAtStop(
    facts.planting.data.crop,
    own.map(({ data: seen }) => seen),
  );
  return {
    id,
    data,
    counts,
    spacingM: factsAt(facts, id).spacingM,
    tapes: own.flatMap(({ id: at, data: tape }) =>
      tape.type === 'tape' ? [{ id: at, data: tape }] : [],
    ),
    staged,
    plants: withLaggards(
      counts.map(({ data: count, by }) => ({ ...count, by })),
      staged,
    ),
    seen: own.map(({ id: at, data: seen }) => ({ id: at, data: seen })),
  };
}

/** Nobody counts laggards twice: where plants were staged and none was counted as late, the shares staged are those of the count. */
function withLaggards<C extends Count>(counts: C[], staged: StopStages | null): C[] {
  if (!staged || counts.some(({ oneBehind, twoBehind }) => oneBehind + twoBehind > 0))
    return counts;
  const { behind, plants } = staged.reading;
  return counts.map((count) => ({
    ...count,
    inStep: (count.inStep * behind.inStep) / plants,
    oneBehind: (count.inStep * behind.oneBehind) / plants,
    twoBehind: (count.inStep * behind.twoBehind) / plants,
  }));
}
