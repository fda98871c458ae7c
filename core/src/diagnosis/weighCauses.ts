import type { Cause } from './cause.ts';
import { DIAGNOSES } from './causes.ts';
import type { CauseTable } from './causeTable.ts';
import { EVIDENCE_FACTS, type DiagnosticSign, type Sighting } from './signs.ts';
import { FAULTY_SHARE, measuredProbability } from './measuredProbability.ts';

/** What was looked for and how plainly it shows; what is left out was not looked for. */
export type SignsSeen = Partial<Record<DiagnosticSign, Sighting>>;

/** What a check made for one cause found, by hand: the cause, the row it was made on, and whether it is there. */
export interface CheckMade {
  cause: string;
  row: number | null;
  found: boolean;
}

/** Everything seen of a planter in one planting, or of one over a season. */
export interface CaseSigns {
  /** Of the machine, the field and its weather. */
  whole: SignsSeen;
  /** Of single rows, where they are not as their sisters. */
  rows: ReadonlyMap<number, SignsSeen>;
  trackRows: readonly number[];
  checks?: readonly CheckMade[];
}

export interface WeighedSign {
  /** null: the check of the cause itself, made by hand. */
  sign: DiagnosticSign | null;
  seen: Sighting;
  /** What it multiplies the odds by. */
  ratio: number;
}

export interface WeighedCause {
  cause: string;
  /** null: the machine as a whole, or the field. */
  rows: number[] | null;
  /** By how many of the simulated cases with such evidence it was so, 0…1. */
  probability: number;
  /** What speaks for it and against it, the strongest first. */
  speaksFor: WeighedSign[];
  speaksAgainst: WeighedSign[];
}

/** A cause in one row, or in the machine or field (row null), with what it makes of each thing seen. */
interface Suspect {
  cause: string;
  row: number | null;
  prior: number;
  /** By what the evidence is about and where: log ratios. */
  pieces: Map<string, { log: number; told: WeighedSign }>;
}

/** What a sighting makes of a ratio: a hint counts half, what is plain counts twice, on the scale of odds multiplied. */
const WEIGHT: Record<Sighting, number> = { not: 1, hint: 0.5, seen: 1, plain: 2 };
/** What a check of the cause itself multiplies its odds by, found or not. As strong as the strongest sign. */
export const CHECK_RATIO = 10;
/** Causes with lower odds by themselves than this are left aside, and no more that share evidence are weighed together than so many. */
const LEAST_ODDS = 1 / 300;
const MOST_SUSPECTS = 16;
/** Rows at least this share as likely as the likeliest are named with it, where no row is likely by itself. A Sendero default. */
const ABOUT_AS_LIKELY = 0.8;
/** Causes that can hold at once among those that share evidence. */
const AT_ONCE = 3;

function suspectOf(
  cause: string,
  { evidence, oneIn }: Cause,
  row: number | null,
  signs: CaseSigns,
): Suspect {
  const own = row === null ? null : (signs.rows.get(row) ?? {});
  const pieces: Suspect['pieces'] = new Map();
  for (const { sign, seen, notSeen } of evidence) {
    const { of, whole } = EVIDENCE_FACTS[sign];
    const seenIn = own && !whole ? own : signs.whole;
    const there = seenIn[sign];
    if (there === undefined) continue;
    const ratio = (there === 'not' ? notSeen : seen) ** WEIGHT[there];
    if (ratio === 1) continue;
    // What is correlated counts once, the strongest of it; what was seen goes before what was not.
    const about = `${of} ${seenIn === own ? row : ''}`;
    const before = pieces.get(about);
    const log = Math.log(ratio);
    if (
      !before ||
      Math.abs(log) > Math.abs(before.log) + 1e-9 ||
      (sameSize(log, before.log) && log > 0)
    )
      pieces.set(about, { log, told: { sign, seen: there, ratio } });
  }
  for (const check of signs.checks ?? [])
    if (check.cause === cause && check.row === row)
      pieces.set('check', {
        log: (check.found ? 1 : -1) * Math.log(CHECK_RATIO),
        told: {
          sign: null,
          seen: check.found ? 'seen' : 'not',
          ratio: check.found ? CHECK_RATIO : 1 / CHECK_RATIO,
        },
      });
  return { cause, row, prior: -Math.log(oneIn - 1), pieces };
}

const sameSize = (a: number, b: number) => Math.abs(Math.abs(a) - Math.abs(b)) < 1e-9;

/**
 * Causes that may hold together: what is seen needs one of them to explain it, and what is missing speaks against each that would show it.
 * The log odds of a set of causes against nothing being wrong.
 */
function logOdds(set: readonly Suspect[]): number {
  let sum = 0;
  const seen = new Map<string, { most: number; least: number }>();
  for (const { prior, pieces } of set) {
    sum += prior;
    for (const [about, { log, told }] of pieces) {
      if (told.seen === 'not') {
        sum += log;
        continue;
      }
      const so = seen.get(about);
      if (!so) seen.set(about, { most: log, least: log });
      else {
        so.most = Math.max(so.most, log);
        so.least = Math.min(so.least, log);
      }
    }
  }
  for (const { most, least } of seen.values()) sum += most > 0 ? most : least;
  return sum;
}

/** What speaks for or against each cause alone, the likeliest first. */
function suspectsOf(
  signs: CaseSigns,
  scopes: readonly Cause['scope'][],
  causes: CauseTable,
): Suspect[] {
  const all = Object.entries(causes).flatMap(([cause, facts]): Suspect[] => {
    const { scope } = facts;
    if (!scopes.includes(scope)) return [];
    const rows = scope === 'row' ? [...signs.rows.keys()] : [null];
    return rows.map((row) => suspectOf(cause, facts, row, signs));
  });
  return all
    .map((suspect) => ({ suspect, log: logOdds([suspect]) }))
    .filter(
      ({ suspect, log }) =>
        log > Math.log(LEAST_ODDS) &&
        // Among so many rows, a hint in one of them is chance.
        [...suspect.pieces.values()].some(
          (piece) => piece.log > 0 && (suspect.row === null || piece.told.seen !== 'hint'),
        ),
    )
    .sort((a, b) => b.log - a.log)
    .map(({ suspect }) => suspect);
}

/** Suspects that explain the same evidence, directly or through others; those of different groups say nothing of each other. */
function groupsOf(suspects: readonly Suspect[]): Suspect[][] {
  const groups: { abouts: Set<string>; suspects: Set<Suspect> }[] = [];
  for (const suspect of suspects) {
    const abouts = [...suspect.pieces].flatMap(([about, { told }]) =>
      told.seen === 'not' || told.sign === null ? [] : [about],
    );
    const met = groups.filter((one) => abouts.some((about) => one.abouts.has(about)));
    const merged = {
      abouts: new Set([...abouts, ...met.flatMap((one) => [...one.abouts])]),
      suspects: new Set([...met.flatMap((one) => [...one.suspects]), suspect]),
    };
    groups.splice(0, groups.length, ...groups.filter((one) => !met.includes(one)), merged);
  }
  // The likeliest of each group, in the order they came.
  return groups.map((one) =>
    suspects.filter((suspect) => one.suspects.has(suspect)).slice(0, MOST_SUSPECTS),
  );
}

/** All sets of up to so many. */
function* setsOf<T>(all: readonly T[], most: number, from = 0): Generator<T[]> {
  yield [];
  if (most > 0)
    for (let i = from; i < all.length; i++)
      for (const rest of setsOf(all, most - 1, i + 1)) yield [all[i]!, ...rest];
}

/**
 * Causes by what was seen. Each sign multiplies a cause’s odds by its ratio; of signs that go together (`of`) the strongest alone counts, so that
 * one observation is never counted twice. Several causes may hold at once, and a sign that one of them explains speaks for no other.
 * The odds are those of the table; the probability is how often a cause with such odds was there in simulated cases.
 *
 * @param scopes which causes are asked about; @param causes the app’s, or a workspace’s own
 * @param faultyShare share of plantings that have something wrong, between 0 and 1: the fewer, the less likely each cause
 * @returns those that anything speaks for, the likeliest first; none: nothing speaks for any
 * @throws RangeError for a share that is not between 0 and 1
 * @example weighCauses({ whole: {}, rows: new Map([[4, { rowShallow: 'plain', rowLoose: 'not' }]]), trackRows: [] })[0]?.cause // 'depthStop'
 */
export function weighCauses(
  signs: CaseSigns,
  {
    scopes = ['row', 'tracks', 'machine', 'field'],
    causes = DIAGNOSES,
    faultyShare = FAULTY_SHARE,
  }: { scopes?: readonly Cause['scope'][]; causes?: CauseTable; faultyShare?: number } = {},
): WeighedCause[] {
  const suspects = suspectsOf(signs, scopes, causes);
  /** Chances that a cause is in none of its groups, and that a suspect is there. */
  const without = new Map<string, number>();
  const chance = new Map<Suspect, number>();
  for (const group of groupsOf(suspects)) {
    let total = 0;
    const ofCause = new Map<string, number>();
    const ofSuspect = new Map<Suspect, number>();
    const add = <Key>(sums: Map<Key, number>, key: Key, odds: number) =>
      sums.set(key, (sums.get(key) ?? 0) + odds);
    for (const set of setsOf(group, AT_ONCE)) {
      const odds = Math.exp(logOdds(set));
      total += odds;
      for (const cause of new Set(set.map((one) => one.cause))) add(ofCause, cause, odds);
      for (const suspect of set) add(ofSuspect, suspect, odds);
    }
    for (const [cause, odds] of ofCause)
      without.set(cause, (without.get(cause) ?? 1) * (1 - odds / total));
    for (const [suspect, odds] of ofSuspect) chance.set(suspect, odds / total);
  }
  return [...without]
    .map(([cause, none]): WeighedCause => {
      const own = suspects
        .filter((one) => one.cause === cause && chance.has(one))
        .sort((a, b) => chance.get(b)! - chance.get(a)!);
      const { scope } = causes[cause]!;
      // A row is named where it is likely; where none is, those about as likely as the likeliest share the chance.
      const likely = own.filter((one) => chance.get(one)! >= 0.5);
      const meant =
        likely.length > 0
          ? likely
          : own.filter((one) => chance.get(one)! >= ABOUT_AS_LIKELY * chance.get(own[0]!)!);
      // Of a row's cause: that one of the rows named has it, never that any row of the machine does.
      const there =
        scope === 'row' ? 1 - meant.reduce((no, one) => no * (1 - chance.get(one)!), 1) : 1 - none;
      const told = [...own[0]!.pieces.values()].map((piece) => piece.told);
      const byWeight = (a: WeighedSign, b: WeighedSign) => weight(b.ratio) - weight(a.ratio);
      return {
        cause,
        rows:
          scope === 'row'
            ? meant.map(({ row }) => row!).sort((a, b) => a - b)
            : scope === 'tracks'
              ? [...signs.trackRows]
              : null,
        probability: measuredProbability(there, faultyShare),
        speaksFor: told.filter(({ ratio }) => ratio > 1).sort(byWeight),
        speaksAgainst: told.filter(({ ratio }) => ratio < 1).sort(byWeight),
      };
    })
    .sort((a, b) => b.probability - a.probability || a.cause.localeCompare(b.cause));
}

const weight = (ratio: number) => Math.abs(Math.log(ratio));
