import * as z from 'zod/mini';
import { KIND_NAMES, validate, type DataOf, type Kept, type Kind, type Problems } from './kinds.ts';
import { checkRelations, type LookUp } from './relations.ts';
import { timestamp } from './schemas.ts';

const kind = z.enum(KIND_NAMES as [Kind, ...Kind[]], 'This kind of record is not known.');

/** One change to one record, made on the revision the device had. */
export const changeSchema = z.strictObject({
  op: z.enum(['put', 'delete', 'restore'], 'Use put, delete or restore.'),
  kind,
  id: z.uuid('Record ids are UUIDs.'),
  baseRevision: z.int().check(z.gte(0), z.lte(2_000_000_000)),
  data: z.optional(z.unknown()),
});
export type Change = z.output<typeof changeSchema>;

/** Changes that belong together: all are applied or none. The id makes sending twice harmless. */
export const commitSchema = z.strictObject({
  id: z.uuid('Commit ids are UUIDs.'),
  madeAt: timestamp,
  changes: z
    .array(changeSchema)
    .check(
      z.minLength(1, 'A commit needs at least one change.'),
      z.maxLength(1000, 'A commit takes at most 1,000 changes.'),
    ),
});
export type Commit = z.output<typeof commitSchema>;

export const commitBatchSchema = z.strictObject({
  commits: z
    .array(commitSchema)
    .check(
      z.minLength(1, 'Send at least one commit.'),
      z.maxLength(1000, 'Send at most 1,000 commits at a time.'),
    ),
});

/** What became of a commit. */
export type Outcome =
  | { id: string; outcome: 'applied'; revisions: { kind: Kind; id: string; revision: number }[] }
  /** Someone changed a record in between: theirs stands, yours is kept beside it as a conflict. */
  | {
      id: string;
      outcome: 'conflict';
      conflicts: string[];
      revisions: { kind: Kind; id: string; revision: number }[];
    }
  | { id: string; outcome: 'refused'; problems: Problems };

export interface Decision {
  outcomes: Outcome[];
  /** Records as they stand after the batch, each once, in the order first touched. */
  written: Kept[];
  /** Every accepted version, in order: the history. */
  versions: { commitId: string; record: Kept }[];
}

export interface DecisionContext {
  person: string;
  now: string;
  lookUp: LookUp;
  newId: () => string;
}

const sameData = (a: unknown, b: unknown) => canonical(a) === canonical(b);
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    v !== null && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );

/**
 * Decides what a batch of commits does to the records, without touching a database: validation,
 * relations, revisions, conflicts. Commits already applied must be left out by the caller.
 *
 * @param commits in the order they were made
 * @param context current records through `lookUp`; who, when, and how new ids are made
 * @example decideCommits([commit], context).outcomes[0].outcome // 'applied'
 */
export function decideCommits(commits: readonly Commit[], context: DecisionContext): Decision {
  const now = new Map<string, Kept>();
  const versions: Decision['versions'] = [];
  const key = (kind: Kind, id: string) => `${kind} ${id}`;

  const outcomes = commits.map((commit): Outcome => {
    const own = new Map<string, Kept>();
    const lookUp: LookUp = (kind, id) =>
      (own.get(key(kind, id)) ?? now.get(key(kind, id)) ?? context.lookUp(kind, id)) as never;
    const ownVersions: Kept[] = [];
    const conflicts: string[] = [];
    const keep = (record: Kept) => {
      own.set(key(record.kind, record.id), record);
      ownVersions.push(record);
    };
    const refused = (problems: Problems): Outcome => ({
      id: commit.id,
      outcome: 'refused',
      problems,
    });

    for (const change of commit.changes) {
      const current = lookUp(change.kind, change.id) as Kept | undefined;
      if (change.kind === 'workspace' && !current)
        return refused({ id: 'This workspace is not yours: sign in to it.' });
      if (change.kind === 'conflict' && !current)
        return refused({ id: 'Conflicts are made by the server.' });
      let data: Kept['data'];
      if (change.op === 'put') {
        const valid = validate(change.kind, change.data);
        if (!valid.ok) return refused(valid.problems);
        // Of a conflict a person decides only when it is settled; what it holds stays as it was made.
        data =
          change.kind === 'conflict'
            ? {
                ...(current!.data as DataOf<'conflict'>),
                resolvedAt: (valid.data as DataOf<'conflict'>).resolvedAt,
              }
            : valid.data;
        const problems = checkRelations(change.kind, data, lookUp);
        if (Object.keys(problems).length > 0) return refused(problems);
      } else {
        if (change.kind === 'workspace' || change.kind === 'conflict')
          return refused({ op: `A ${change.kind} cannot be deleted.` });
        if (!current) return refused({ id: `There is no such ${change.kind} to ${change.op}.` });
        data = current.data;
      }
      // Writing to a deleted record brings it back.
      const deletedAt = change.op === 'delete' ? (current?.deletedAt ?? context.now) : null;
      const unchanged = current && sameData(current.data, data) && current.deletedAt === deletedAt;
      if (unchanged) {
        own.set(key(current.kind, current.id), current);
        continue;
      }
      if (current && current.revision !== change.baseRevision) {
        const conflict: Kept<'conflict'> = {
          kind: 'conflict',
          id: context.newId(),
          revision: 1,
          deletedAt: null,
          editedBy: context.person,
          editedAt: context.now,
          data: {
            recordKind: change.kind,
            recordId: change.id,
            version: data,
            deletes: change.op === 'delete',
            by: context.person,
            at: commit.madeAt,
            resolvedAt: null,
          },
        };
        keep(conflict);
        own.set(key(current.kind, current.id), current);
        conflicts.push(conflict.id);
        continue;
      }
      keep({
        kind: change.kind,
        id: change.id,
        revision: (current?.revision ?? 0) + 1,
        deletedAt,
        editedBy: context.person,
        editedAt: context.now,
        data,
      } as Kept);
    }
    for (const [at, record] of own) now.set(at, record);
    versions.push(...ownVersions.map((record) => ({ commitId: commit.id, record })));
    const revisions = [...own.values()]
      .filter(
        ({ kind }) =>
          kind !== 'conflict' || commit.changes.some((change) => change.kind === 'conflict'),
      )
      .map(({ kind, id, revision }) => ({ kind, id, revision }));
    return conflicts.length > 0
      ? { id: commit.id, outcome: 'conflict', conflicts, revisions }
      : { id: commit.id, outcome: 'applied', revisions };
  });

  const changed = new Set(versions.map(({ record }) => key(record.kind, record.id)));
  return {
    outcomes,
    versions,
    written: [...now].filter(([at]) => changed.has(at)).map(([, record]) => record),
  };
}
