import type * as z from 'zod/mini';
import type { ListMerge } from '../merge.ts';

/** What a column holds that copies an attribute; every one may be empty. */
export type ColumnType =
  'text' | 'uuid' | 'integer' | 'double' | 'boolean' | 'date' | 'timestamp' | 'json';

/** Finds a record by kind and id, as a kind's own rules see it. */
export type FindRecord = (kind: string, id: string) => { data: object } | undefined;

/** Everything that device, server, outbox, conflict screen and demo need to know of a kind of record. */
export interface KindDeclaration<Schema extends z.ZodMiniType = z.ZodMiniType> {
  /** What its data must be like, with messages that say what to do. */
  schema: Schema;
  /** Version of its shape. Shapes only grow: a new version adds attributes, it never renames or drops one. */
  version: number;
  /** Attributes that came with a version later than 1. */
  added: Record<number, readonly string[]>;
  /** Brings data of a version to the next one. */
  migrations: Record<number, (data: Record<string, unknown>) => Record<string, unknown>>;
  /** Attribute → kind of the record it names; the first is the one it is named after. */
  parents: Record<string, string>;
  /**
   * What it is fetched and kept with: all there is, the season of its planting (all there is where it has none), a year of
   * its own, the walk it was seen on (read when a screen needs that walk), or the record it is about.
   */
  held: 'always' | 'season' | 'year' | 'walk' | 'about';
  /** The year, for what is held by it. */
  year(data: z.output<Schema>): number;
  /**
   * What makes it the same thing wherever it is made, below its first parent; null when it can be there
   * more than once. Two devices that observe it apart then meet in one record: see `idFor`.
   */
  identity(data: z.output<Schema>): string | null;
  /** Attributes that count taps: edits made apart add up. */
  tallies: readonly string[];
  /** Lists that merge by their items when two edit them apart; any other list is one thing. */
  lists: Record<string, ListMerge>;
  /** Attributes that say when and how a record was begun: two who each begin it may differ, and what stands stays. */
  either: readonly string[];
  /** Attributes in which two must agree to be the same thing, entered twice: see `combine`. */
  sameWhen: readonly string[];
  /** Its table on the server. The data is kept whole in `payload`. */
  table: string;
  /** Attributes copied to columns of their own, to find it by. */
  indexed: Record<string, ColumnType>;
  /** What a new record holds of what nobody was asked for. */
  defaults: Record<string, unknown>;
  /** What one record alone cannot show; its parents are there. Problems by attribute. */
  relations(data: z.output<Schema>, find: FindRecord): Record<string, string>;
  /** How a person knows it: see `nameRecord`. */
  words: {
    own(data: z.output<Schema>): string;
    /** null: it says nothing in the names of what belongs to it. */
    inside?: null;
    /** Names begin here: what it belongs to is not said. */
    alone?: boolean;
    /** Stands on the trail of its planting, on this day of the field with these words. */
    pin?(data: z.output<Schema>): { on: string; label: string };
  };
  /** A sound record, for tests and for the description of the server. */
  example: z.input<Schema>;
}

/**
 * Declares a kind of record; what is left out is as for most kinds. To add one: a file here, a line in
 * `index.ts`, and whatever shows it. Tables, stores, sending and conflicts follow.
 *
 * @example export const note = defineKind({ schema, table: 'notes', words: { own: () => 'note' }, example })
 */
export function defineKind<const Schema extends z.ZodMiniType>(
  declaration: Pick<KindDeclaration<Schema>, 'schema' | 'table' | 'words' | 'example'> &
    Partial<KindDeclaration<Schema>>,
): KindDeclaration<Schema> {
  return {
    version: 1,
    added: {},
    migrations: {},
    parents: {},
    held: 'always',
    year: () => 0,
    identity: () => null,
    tallies: [],
    lists: {},
    either: [],
    sameWhen: [],
    indexed: {},
    defaults: {},
    relations: () => ({}),
    ...declaration,
  };
}
