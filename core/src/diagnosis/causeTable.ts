import * as z from 'zod/mini';
import { FAMILIES, ODDS, type Cause } from './cause.ts';
import { EVIDENCE_FACTS, type DiagnosticSign } from './signs.ts';

/** Causes by name: the app’s, or a workspace’s own. */
export type CauseTable = Readonly<Record<string, Cause>>;

const text = (most: number) => z.string().check(z.trim(), z.minLength(1), z.maxLength(most));
const SIGNS = Object.keys(EVIDENCE_FACTS) as [DiagnosticSign, ...DiagnosticSign[]];
/** A ratio of the table, as near as a file writes it: 0.33 is a third. */
const ratio = z.pipe(
  z.number().check(
    z.refine((value) => ODDS.some((odds) => near(value, odds)), {
      message: 'must be 10, 3, 1, 0.333 or 0.1',
    }),
  ),
  z.transform((value) => ODDS.find((odds) => near(value, odds))!),
);
const near = (a: number, b: number) => Math.abs(Math.log(a / b)) < 0.05;

const causeSchema = z.object({
  says: text(120),
  scope: z.enum(['row', 'tracks', 'machine', 'field']),
  oneIn: z.number().check(z.minimum(2), z.maximum(10_000)),
  evidence: z
    .array(z.object({ sign: z.enum(SIGNS), seen: ratio, notSeen: z._default(ratio, 1) }))
    .check(z.minLength(1), z.maxLength(40)),
  check: z.object({
    what: text(200),
    minutes: z.number().check(z.minimum(0.5), z.maximum(600)),
    within: z.optional(z.number().check(z.minimum(0), z.maximum(365))),
  }),
  change: text(300),
  when: z.enum(['now', 'nextPass', 'winter', 'never']),
  sure: z.enum(['sure', 'likely', 'may']),
  controllable: z.boolean(),
  better: text(300),
  caution: z.nullable(text(300)),
  takenFor: z._default(z.array(text(60)), []),
});
const fileSchema = z.object({
  causes: z.record(z.string().check(z.regex(/^[A-Za-z][A-Za-z0-9]{0,59}$/)), causeSchema),
});

/** A file of causes that was read: the causes, or what is wrong with it, each with its place in the file. */
export type ReadCauses = { ok: true; causes: CauseTable } | { ok: false; problems: string[] };

/** Problems told at once: the rest is like them. */
const MOST_PROBLEMS = 8;

/**
 * A workspace’s own causes from a file: JSON as `writeCauseTable` gives it.
 *
 * @example readCauseTable('{}') // { ok: false, problems: ['causes: …'] }
 */
export function readCauseTable(file: string): ReadCauses {
  let parsed: unknown;
  try {
    parsed = JSON.parse(file);
  } catch {
    return {
      ok: false,
      problems: ['This is no JSON file: save the app’s causes as a file, and change that.'],
    };
  }
  return checkCauses(parsed);
}

/** The same of what a file held, or a record. @example checkCauses({ causes: DIAGNOSES }).ok // true */
export function checkCauses(held: unknown): ReadCauses {
  const read = fileSchema.safeParse(held);
  if (!read.success)
    return {
      ok: false,
      problems: read.error.issues
        .slice(0, MOST_PROBLEMS)
        .map(({ path, message }) => `${path.join(' › ') || 'The file'}: ${message}`),
    };
  const causes = read.data.causes as Record<string, Cause>;
  if (Object.keys(causes).length === 0)
    return { ok: false, problems: ['causes: there is none in the file.'] };
  const mute = Object.entries(causes).filter(([, { evidence }]) =>
    evidence.every(({ seen }) => seen <= 1),
  );
  return mute.length > 0
    ? {
        ok: false,
        problems: mute
          .slice(0, MOST_PROBLEMS)
          .map(
            ([name]) =>
              `causes › ${name} › evidence: nothing speaks for it, so it can never be named.`,
          ),
      }
    : { ok: true, causes };
}

/** Causes as a file that `readCauseTable` reads. @example readCauseTable(writeCauseTable(DIAGNOSES)).ok // true */
export const writeCauseTable = (causes: CauseTable): string =>
  `${JSON.stringify({ families: FAMILIES, causes }, null, 2)}\n`;
