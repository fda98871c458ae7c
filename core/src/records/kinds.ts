import type * as z from 'zod/mini';
import {
  conflictSchema,
  eventSchema,
  fieldSchema,
  growerSchema,
  observationSchema,
  planterSchema,
  plantingSchema,
  stopSchema,
  walkSchema,
  workspaceSchema,
} from './schemas.ts';

/** Every kind of record, parents before children, with its schema and the records it belongs to. */
export const KINDS = {
  workspace: { schema: workspaceSchema, parents: {} },
  grower: { schema: growerSchema, parents: {} },
  planter: { schema: planterSchema, parents: {} },
  field: { schema: fieldSchema, parents: { growerId: 'grower' } },
  planting: { schema: plantingSchema, parents: { fieldId: 'field', planterId: 'planter' } },
  walk: { schema: walkSchema, parents: { plantingId: 'planting' } },
  stop: { schema: stopSchema, parents: { walkId: 'walk' } },
  observation: { schema: observationSchema, parents: { stopId: 'stop' } },
  event: { schema: eventSchema, parents: { plantingId: 'planting' } },
  conflict: { schema: conflictSchema, parents: {} },
} as const;

export type Kind = keyof typeof KINDS;
export const KIND_NAMES = Object.keys(KINDS) as Kind[];

export type DataOf<K extends Kind> = z.output<(typeof KINDS)[K]['schema']>;
export type Grower = DataOf<'grower'>;
export type Field = DataOf<'field'>;
export type Planter = DataOf<'planter'>;
export type Planting = DataOf<'planting'>;
export type Walk = DataOf<'walk'>;
export type StandWalk = Extract<Walk, { purpose: 'stand' }>;
export type TrenchWalk = Extract<Walk, { purpose: 'trench' }>;
export type Stop = DataOf<'stop'>;
export type Observation = DataOf<'observation'>;
export type Count = Extract<Observation, { type: 'count' }>;
export type Tape = Extract<Observation, { type: 'tape' }>;
export type Trench = Extract<Observation, { type: 'trench' }>;
export type Ground = Extract<Observation, { type: 'ground' }>;
export type RowAdjustment = Extract<Observation, { type: 'adjustment' }>;
export type MonitorReading = Extract<Observation, { type: 'monitor' }>;
export type Photo = Extract<Observation, { type: 'photo' }>;
export type PlantingEvent = DataOf<'event'>;
export type Workspace = DataOf<'workspace'>;
export type Conflict = DataOf<'conflict'>;

/** A record as devices and server hold it. */
export interface Kept<K extends Kind = Kind> {
  kind: K;
  id: string;
  /** Counts up by one with every accepted edit; 0 before the server has seen it. */
  revision: number;
  /** When it was deleted; deleting is a mark that can be undone. */
  deletedAt: string | null;
  editedBy: string;
  editedAt: string;
  data: DataOf<K>;
}

/** Problems beside the fields they belong to: path → what to do. */
export type Problems = Record<string, string>;

export type Validated<K extends Kind> =
  { ok: true; data: DataOf<K> } | { ok: false; problems: Problems };

/**
 * Checks a record's data against its schema.
 * @example validate('grower', { name: '' }) // { ok: false, problems: { name: 'Enter the grower’s name.' } }
 */
export function validate<K extends Kind>(kind: K, data: unknown): Validated<K> {
  const parsed = KINDS[kind].schema.safeParse(data);
  if (parsed.success) return { ok: true, data: parsed.data as DataOf<K> };
  const problems: Problems = {};
  for (const issue of parsed.error.issues) {
    const unknownKeys =
      issue.code === 'unrecognized_keys'
        ? issue.keys.map((key) => [key, 'This value is not known here: leave it out.'])
        : null;
    for (const [path, message] of unknownKeys ?? [
      [issue.path.join('.') || 'record', issue.message],
    ])
      problems[path!] ??= message!;
  }
  return { ok: false, problems };
}
