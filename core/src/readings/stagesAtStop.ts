import type { Crop } from '../crops/index.ts';
import type { Observation } from '../records/index.ts';
import { readStages, STAGED_BY, type StagedBy, type StageReading } from '../staging/index.ts';

/** Plants of a stop by stage. */
export interface StopStages {
  /** How leaves were counted; what was counted the other way at the same stop is not mixed in. */
  by: StagedBy;
  reading: StageReading;
  /** Stage of each plant, as counted. */
  stages: string[];
  /** Tillers of those whose tillers were counted. */
  tillers: number[];
}

/** A row's stages: those of its tape, where it has any, else those tapped without one. */
export const stagesOf = (data: Observation): string[] =>
  data.type === 'stages'
    ? data.stages
    : data.type === 'tape'
      ? (data.stages ?? []).flatMap((stage) => stage ?? [])
      : [];

/**
 * What was staged at a stop, along its tapes and without one.
 * @returns null without a plant
 */
export function stagesAtStop(crop: Crop, seen: readonly Observation[]): StopStages | null {
  const ways = STAGED_BY.map((by) => ({
    by,
    stages: seen.flatMap((data) =>
      (data.type === 'tape' || data.type === 'stages') && (data.stagedBy ?? 'collars') === by
        ? stagesOf(data)
        : [],
    ),
  }));
  const { by, stages } = ways.reduce((most, one) =>
    one.stages.length > most.stages.length ? one : most,
  );
  const reading = readStages(crop, stages);
  const tillers = seen.flatMap((data) =>
    data.type === 'stages' ? (data.tillers ?? []).flatMap((one) => one ?? []) : [],
  );
  return reading && { by, reading, stages, tillers };
}
