import * as z from 'zod/mini';
import { isKind, type Kept, type Kind, type Problems } from './kinds.ts';

/**
 * One change to one record, made on the version the device showed. Attributes of later apps are passed
 * over, so that an older server does not refuse a whole commit for them.
 */
export const changeSchema = z.object({
  op: z.enum(['put', 'delete', 'restore'], 'Use put, delete or restore.'),
  kind: z.string().check(
    z.refine(isKind, {
      error:
        'This kind of record is not known here. It was made by a newer app: it is kept and can be sent again later.',
    }),
  ),
  id: z.uuid('Record ids are UUIDs.'),
  baseRevision: z.int().check(z.gte(0), z.lte(2_000_000_000)),
  data: z.optional(z.unknown()),
  /** Shape of `data` and `base`: see `KindDeclaration.version`; 1 when left out. */
  version: z.optional(z.int().check(z.gte(1), z.lte(10_000))),
  /** The data the edit was made on, for merging with what others changed meanwhile. */
  base: z.optional(z.unknown()),
  /** `baseRevision` is the very version that `base` holds. */
  exactBase: z.optional(z.boolean()),
  /** Deleted because it is the same as this one, which stays: what comes later and belongs to it follows. */
  mergedInto: z.optional(z.uuid('Record ids are UUIDs.')),
  /** The revision this had on a server that was restored from an older backup since: it is sent back. */
  lostRevision: z.optional(z.int().check(z.gte(0), z.lte(2_000_000_000))),
  /** Number of the last change its maker had heard of when it was deleted. */
  knewSeq: z.optional(z.int().check(z.gte(0), z.lte(1e15))),
  /** The tallies of the kind were changed by taps alone: they are to be added to what others tapped. */
  taps: z.optional(z.boolean()),
});
export type Change = Omit<z.output<typeof changeSchema>, 'kind'> & { kind: Kind };

/** Changes that belong together: all are applied or none. The id makes sending twice harmless. */
export const commitSchema = z.object({
  id: z.uuid('Commit ids are UUIDs.'),
  /** When it was made, by the device's clock: told, never trusted. */
  madeAt: z.string().check(z.maxLength(60)),
  changes: z
    .array(changeSchema)
    .check(
      z.minLength(1, 'A commit needs at least one change.'),
      z.maxLength(1000, 'A commit takes at most 1,000 changes.'),
    ),
});
export type Commit = Omit<z.output<typeof commitSchema>, 'changes'> & { changes: Change[] };

/** A batch as it arrives. Each commit of it is read by itself: one that cannot be read holds up no other. */
export const commitBatchSchema = z.object({
  commits: z
    .array(z.unknown())
    .check(
      z.minLength(1, 'Send at least one commit.'),
      z.maxLength(1000, 'Send at most 1,000 commits at a time.'),
    ),
  /** The newest place in the server's history that the sender knows; a server restored from an older backup does not have it. */
  history: z.optional(z.string().check(z.maxLength(60), z.regex(/^\d{1,15}\.[0-9a-f-]{36}$/))),
});

/**
 * Reads a commit as it arrived.
 * @returns the commit, or the outcome that refuses it
 * @example readCommit({ id: 'x' }).ok // false
 */
export function readCommit(
  sent: unknown,
): { ok: true; commit: Commit } | { ok: false; refused: Extract<Outcome, { outcome: 'refused' }> } {
  const parsed = commitSchema.safeParse(sent);
  const tooDeep = isDeeper(sent, MOST_DEEP);
  if (parsed.success && !tooDeep) return { ok: true, commit: parsed.data as Commit };
  const id = (sent as { id?: unknown } | null)?.id;
  const problems: Problems = tooDeep
    ? { commit: 'This is nested deeper than any record is.' }
    : Object.fromEntries(
        parsed.error!.issues.map(({ path, message }) => [path.join('.') || 'commit', message]),
      );
  return {
    ok: false,
    refused: { id: typeof id === 'string' ? id : '', outcome: 'refused', problems },
  };
}

/** No record of any app goes deeper: a commit, its change, its data, an outline of rings of corners, and room beside. */
const MOST_DEEP = 40;

/** Whether something is nested deeper than so many levels, whatever it holds. */
function isDeeper(value: unknown, most: number): boolean {
  let level: unknown[] = [value];
  for (let depth = 0; depth <= most; depth++) {
    level = level.flatMap((one) =>
      one !== null && typeof one === 'object' ? Object.values(one) : [],
    );
    if (level.length === 0) return false;
  }
  return true;
}

/** What became of a commit. */
export type Outcome =
  | {
      id: string;
      outcome: 'applied';
      revisions: { kind: Kind; id: string; revision: number }[];
      /** Records that hold more than was sent: what others changed meanwhile went together with it. */
      merged?: Kept[];
    }
  /** Someone changed a record in between: theirs stands, yours is kept beside it as a conflict. */
  | {
      id: string;
      outcome: 'conflict';
      conflicts: string[];
      revisions: { kind: Kind; id: string; revision: number }[];
    }
  | { id: string; outcome: 'refused'; problems: Problems };
