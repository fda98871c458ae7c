import { conflict } from './conflict.ts';
import { event } from './event.ts';
import { field } from './field.ts';
import { grower } from './grower.ts';
import { note } from './note.ts';
import { observation } from './observation.ts';
import { planter } from './planter.ts';
import { planting } from './planting.ts';
import { stop } from './stop.ts';
import { walk } from './walk.ts';
import { workspace } from './workspace.ts';

/** Every kind of record, parents before children. */
export const KINDS = {
  workspace,
  grower,
  planter,
  field,
  planting,
  walk,
  stop,
  observation,
  event,
  note,
  conflict,
} as const;

export type { ColumnType, KindDeclaration } from './defineKind.ts';
export { EVENT_TYPES, EVENT_WORDS } from './event.ts';
export { BESIDE } from './planting.ts';
export { ADJUSTED } from './observation.ts';
