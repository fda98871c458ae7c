import type * as z from 'zod/mini';
import { limitText, type UnitSystem } from '../units/index.ts';
import { KINDS, type KindDeclaration } from './kinds/index.ts';
import { LIMITS } from './kinds/parts.ts';

export type Kind = keyof typeof KINDS;
export const KIND_NAMES = Object.keys(KINDS) as Kind[];
export const isKind = (name: string): name is Kind => Object.hasOwn(KINDS, name);
/** A kind's declaration, whichever it is. */
export const kindOf = (kind: Kind): KindDeclaration => KINDS[kind] as unknown as KindDeclaration;

export type DataOf<K extends Kind> = z.output<(typeof KINDS)[K]['schema']>;
/** Data as a person who is asked for nothing more gives it: what has a default may be left out. */
export type InputOf<K extends Kind> = z.input<(typeof KINDS)[K]['schema']>;
export type Grower = DataOf<'grower'>;
export type Field = DataOf<'field'>;
export type FieldPart = DataOf<'fieldPart'>;
export type GroundPicture = DataOf<'groundPicture'>;
export type SamplingPlan = DataOf<'samplingPlan'>;
export type Planter = DataOf<'planter'>;
export type Planting = DataOf<'planting'>;
export type WorkItem = DataOf<'workItem'>;
export type ReplantRecord = DataOf<'replantCase'>;
export type ResponseCurve = DataOf<'responseCurve'>;
export type Trial = DataOf<'trial'>;
export type TrialStrip = DataOf<'trialStrip'>;
export type Evidence = DataOf<'evidence'>;
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
export type Stages = Extract<Observation, { type: 'stages' }>;
export type HeadingCount = Extract<Observation, { type: 'heading' }>;
export type GapDig = Extract<Observation, { type: 'gapDig' }>;
export type PlantDig = Extract<Observation, { type: 'plantDig' }>;
export type DugPlant = PlantDig['plant'];
export type SignSeen = Extract<Observation, { type: 'sign' }>;
export type TaggedPlant = DataOf<'taggedPlant'>;
export type TagOutcome = DataOf<'tagOutcome'>;
export type BackgroundMap = DataOf<'backgroundMap'>;
export type WeatherStation = DataOf<'weatherStation'>;
export type WeatherMonth = DataOf<'weatherMonth'>;
export type BelowGround = DataOf<'belowGround'>;
export type FlaggedLength = DataOf<'flaggedLength'>;
export type EmergenceCount = DataOf<'emergenceCount'>;
export type Note = DataOf<'note'>;
export type Visit = DataOf<'visit'>;
export type PlantingEvent = DataOf<'event'>;
export type Workspace = DataOf<'workspace'>;
export type Conflict = DataOf<'conflict'>;

/** A record as devices and server hold it. */
export interface Kept<K extends Kind = Kind> {
  kind: K;
  id: string;
  /** Shape its data has: see `KindDeclaration.version`. Left out in records of before there were versions. */
  version?: number;
  /** Counts up by one with every accepted edit; 0 before the server has seen it. */
  revision: number;
  /** When it was deleted; deleting is a mark that can be undone. */
  deletedAt: string | null;
  /** Deleted because it is the same as this one, which stays. */
  mergedInto?: string;
  /** Sent back to a server that was restored from an older backup: the revision it had there before. */
  lost?: number;
  editedBy: string;
  editedAt: string;
  data: DataOf<K>;
}

/** Problems beside the fields they belong to: path → what to do. */
export type Problems = Record<string, string>;

export type Validated<K extends Kind> =
  { ok: true; data: DataOf<K> } | { ok: false; problems: Problems };

/**
 * Checks a record's data against its schema. Data of an older version is brought to this one's shape;
 * of a newer version what this app knows is checked and what it does not know is kept unharmed.
 *
 * @param version shape of `data`; this app's own when left out
 * @param system units of the limits in messages; both when left out
 * @example validate('grower', { name: '' }) // { ok: false, problems: { name: 'Enter the grower’s name.' } }
 */
export function validate<K extends Kind>(
  kind: K,
  data: unknown,
  version: number = kindOf(kind).version,
  system?: UnitSystem,
): Validated<K> {
  const upgraded = upgrade(kind, data, version);
  const parsed = KINDS[kind].schema.safeParse(upgraded, {
    error: ({ inst }) => {
      const limits = inst && LIMITS.get(inst);
      return limits && limitText(limits, system);
    },
  });
  if (parsed.success) return { ok: true, data: parsed.data as DataOf<K> };
  const problems: Problems = {};
  const unknown: (string | number)[][] = [];
  for (const issue of parsed.error.issues) {
    const path = issue.path as (string | number)[];
    if (issue.code === 'unrecognized_keys') {
      for (const key of issue.keys) {
        unknown.push([...path, key]);
        problems[[...path, key].join('.')] ??= 'This value is not known here: leave it out.';
      }
    } else problems[path.join('.') || 'record'] ??= issue.message;
  }
  if (version <= kindOf(kind).version || unknown.length < Object.keys(problems).length)
    return { ok: false, problems };
  return withUnknown(kind, upgraded, unknown, system);
}

/** Checks without the attributes a newer app has added, and puts them back where they were. */
function withUnknown<K extends Kind>(
  kind: K,
  data: unknown,
  unknown: (string | number)[][],
  system?: UnitSystem,
): Validated<K> {
  const holder = (root: unknown, path: (string | number)[]) =>
    path.slice(0, -1).reduce((at, name) => (at as never)[name], root) as Record<string, unknown>;
  const known: unknown = JSON.parse(JSON.stringify(data));
  for (const path of unknown) delete holder(known, path)[path.at(-1)!];
  const checked = validate(kind, known, kindOf(kind).version, system);
  if (checked.ok)
    for (const path of unknown)
      holder(checked.data, path)[path.at(-1)!] = holder(data, path)[path.at(-1)!];
  return checked;
}

/** Data of an older version in the shape of this app's; of this or a newer one as it is. */
export function upgrade(kind: Kind, data: unknown, version: number): unknown {
  const { version: own, migrations } = kindOf(kind);
  let now = data;
  for (let from = version; from < own; from++)
    if (now !== null && typeof now === 'object' && !Array.isArray(now))
      now = migrations[from]?.(now as Record<string, unknown>) ?? now;
  return now;
}

/** A record as kept, in the shape of this app. @example readKept(fromDisk).data */
export function readKept(record: Kept): Kept {
  const version = record.version ?? 1;
  if (!isKind(record.kind) || version >= kindOf(record.kind).version) return record;
  return {
    ...record,
    version: kindOf(record.kind).version,
    data: upgrade(record.kind, record.data, version) as Kept['data'],
  };
}

/** A record for an app of before there were versions, which refuses attributes it does not know. */
export function firstShape(record: Kept): Kept {
  const { added } = kindOf(record.kind);
  const later = new Set(Object.values(added).flat());
  if (later.size === 0) return record;
  const data = Object.fromEntries(
    Object.entries(record.data).filter(([name]) => !later.has(name)),
  ) as unknown as Kept['data'];
  return { ...record, version: 1, data };
}
