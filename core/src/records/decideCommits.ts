import type { Change, Commit, Outcome } from './commits.ts';
import {
  kindOf,
  upgrade,
  validate,
  type DataOf,
  type Kept,
  type Kind,
  type Problems,
} from './kinds.ts';
import { mergeEdits, sameData } from './merge.ts';
import { checkRelations, parentsOf, type LookUp } from './relations.ts';

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
  /** Whether something that stands below a record was made or changed after a change number; left out: nothing was. */
  changedBelow?: (kind: Kind, id: string, afterSeq: number) => boolean;
}

/** Longest that a device's clock may run ahead before its times are not believed. */
const AHEAD_MS = 86_400_000;

/** The time a device says, or the server's when that cannot be. */
function believable(madeAt: string, now: string): string {
  const at = Date.parse(madeAt);
  const fine = at >= Date.parse('1990-01-01') && at <= Date.parse(now) + AHEAD_MS;
  return fine ? new Date(at).toISOString() : now;
}

/**
 * What an edit says, in this app's shape. Attributes that its sender's older app could not know stay
 * as they stand.
 */
function dataOf(change: Change, current: Kept | undefined): unknown {
  const { kind, version = 1 } = change;
  const declared = kindOf(kind);
  if (!current || version >= declared.version) return change.data;
  const unknownToSender = Object.entries(declared.added)
    .filter(([since]) => Number(since) > version)
    .flatMap(([, names]) => names);
  const stands = current.data as unknown as Record<string, unknown>;
  const kept = unknownToSender.filter((name) => name in stands);
  return change.data !== null && typeof change.data === 'object'
    ? { ...Object.fromEntries(kept.map((name) => [name, stands[name]])), ...change.data }
    : change.data;
}

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
    const together = new Set<string>();
    const keep = (record: Kept) => {
      own.set(key(record.kind, record.id), record);
      ownVersions.push(record);
    };
    /** Links to what was merged into another lead to the one that stays. */
    const followed = (kind: Kind, data: Kept['data']): Kept['data'] => {
      const links = parentsOf(kind, data).flatMap(({ attribute, kind: parent, id }) => {
        const stays = whatStays(parent, id, lookUp);
        return stays === id ? [] : [[attribute, stays]];
      });
      return links.length === 0
        ? data
        : ({ ...data, ...Object.fromEntries(links) } as Kept['data']);
    };
    /** What is written to needs a place to stand: what it belongs to comes back, where somebody deleted it meanwhile. */
    const bringBack = (kind: Kind, data: Kept['data']): void => {
      for (const parent of parentsOf(kind, data)) {
        const above = lookUp(parent.kind, parent.id) as Kept | undefined;
        if (!above) continue;
        bringBack(above.kind, above.data);
        if (above.deletedAt === null) continue;
        const { mergedInto: _into, lost: _lost, ...record } = above;
        keep({
          ...record,
          revision: above.revision + 1,
          deletedAt: null,
          editedBy: context.person,
          editedAt: context.now,
        });
      }
    };
    const refused = (problems: Problems): Outcome => ({
      id: commit.id,
      outcome: 'refused',
      problems,
    });

    for (const change of commit.changes) {
      const current = lookUp(change.kind, change.id) as Kept | undefined;
      // Two devices may send the same record back: the later version wins, in whichever order they arrive.
      const sentBack = current?.lost !== undefined && change.lostRevision !== undefined;
      if (sentBack && current.lost! >= change.lostRevision!) {
        own.set(key(current.kind, current.id), current);
        continue;
      }
      if (change.kind === 'workspace' && !current)
        return refused({ id: 'This workspace is not yours: sign in to it.' });
      if (change.kind === 'conflict' && !current)
        return refused({ id: 'Conflicts are made by the server.' });
      let data: Kept['data'];
      let clash = false;
      const version = Math.max(
        change.op === 'put' ? (change.version ?? 1) : 1,
        current?.version ?? 1,
        kindOf(change.kind).version,
      );
      if (change.op === 'put') {
        const valid = validate(change.kind, dataOf(change, current), change.version ?? 1);
        if (!valid.ok) return refused(valid.problems);
        // Of a conflict a person decides only when it is settled; what it holds stays as it was made.
        data =
          change.kind === 'conflict'
            ? {
                ...(current!.data as DataOf<'conflict'>),
                resolvedAt: (valid.data as DataOf<'conflict'>).resolvedAt,
              }
            : valid.data;
        const follows = followed(change.kind, data);
        const problems = checkRelations(change.kind, follows, lookUp);
        if (Object.keys(problems).length > 0) return refused(problems);
        const apart = sentBack
          ? { data: follows, clash: false, merged: false }
          : mergedWith(current, change, follows, lookUp);
        if (apart.merged || follows !== data) together.add(key(change.kind, change.id));
        data = apart.data;
        clash = apart.clash;
      } else {
        if (change.kind === 'workspace' || change.kind === 'conflict')
          return refused({ op: `A ${change.kind} cannot be deleted.` });
        if (!current) return refused({ id: `There is no such ${change.kind} to ${change.op}.` });
        data = current.data;
      }
      // Writing to a deleted record brings it back.
      if (change.op !== 'put')
        clash = !sentBack && current !== undefined && current.revision !== change.baseRevision;
      // Deleted by somebody who did not see what others have put below it since: they choose.
      if (change.op === 'delete' && !clash && change.mergedInto === undefined)
        clash =
          change.knewSeq !== undefined &&
          (context.changedBelow?.(change.kind, change.id, change.knewSeq) ?? false);
      const deletedAt = change.op === 'delete' ? (current?.deletedAt ?? context.now) : null;
      const unchanged = current && sameData(current.data, data) && current.deletedAt === deletedAt;
      if (unchanged) {
        own.set(key(current.kind, current.id), current);
        continue;
      }
      if (current && clash) {
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
            at: believable(commit.madeAt, context.now),
            resolvedAt: null,
          },
        };
        keep(conflict);
        own.set(key(current.kind, current.id), current);
        conflicts.push(conflict.id);
        continue;
      }
      if (deletedAt === null) bringBack(change.kind, data);
      keep({
        kind: change.kind,
        id: change.id,
        version,
        ...(change.op === 'delete' && change.mergedInto !== undefined
          ? { mergedInto: change.mergedInto }
          : {}),
        ...(change.lostRevision === undefined ? {} : { lost: change.lostRevision }),
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
      : {
          id: commit.id,
          outcome: 'applied',
          revisions,
          ...(together.size > 0 ? { merged: [...together].map((at) => own.get(at)!) } : {}),
        };
  });

  const changed = new Set(versions.map(({ record }) => key(record.kind, record.id)));
  return {
    outcomes,
    versions,
    written: [...now].filter(([at]) => changed.has(at)).map(([, record]) => record),
  };
}

/** The record that stays of one that was merged into another; the record itself where it was not. */
function whatStays(kind: Kind, id: string, lookUp: LookUp): string {
  const seen = new Set<string>();
  for (let at = id; ;) {
    const record = lookUp(kind, at);
    const next = record && record.deletedAt !== null ? record.mergedInto : undefined;
    if (next === undefined || seen.has(next) || !lookUp(kind, next)) return at;
    seen.add(at);
    at = next;
  }
}

/**
 * An edit beside what others changed since the version it was made on. Without that version, or where
 * the record was deleted meanwhile, or where both changed one thing, a person must choose.
 */
function mergedWith(
  current: Kept | undefined,
  change: Change,
  data: Kept['data'],
  lookUp: LookUp,
): { data: Kept['data']; clash: boolean; merged: boolean } {
  const straight = { data, clash: false, merged: false };
  if (!current) return straight;
  const { tallies, lists, either } = kindOf(change.kind);
  const madeOn = change.base ?? null;
  const base = madeOn === null ? null : upgrade(change.kind, madeOn, change.version ?? 1);
  // The same number can mean another version where the server was restored from a backup: what the edit was made on decides.
  const onThis = !change.exactBase || base === null || sameData(base, current.data);
  if (current.revision === change.baseRevision && onThis) return straight;
  if (!change.taps && sameData(current.data, data)) return straight;
  // Without what it was made on, only two who each made the record can be put together.
  if (current.deletedAt !== null || (base === null && change.baseRevision > 0))
    return { data, clash: true, merged: false };
  const merge = mergeEdits(base, current.data, data, {
    tapped: change.taps ? tallies : [],
    lists,
    either,
  });
  // Each alone was sound; together they might not be (a walk ending before it starts).
  const valid = validate(change.kind, merge.data, current.version);
  const sound =
    valid.ok && Object.keys(checkRelations(change.kind, valid.data, lookUp)).length === 0;
  if (!sound) return { data, clash: true, merged: false };
  if (merge.clashes.length > 0) return { data: valid.data, clash: true, merged: false };
  return { data: valid.data, clash: false, merged: true };
}
