import { DIAGNOSES, DIAGNOSIS_NAMES, type Diagnosis } from './causes.ts';
import type { Cause } from './cause.ts';
import { EVIDENCE_FACTS, type DiagnosticSign } from './signs.ts';

/** What was looked for: seen, or looked for and not there; what is left out was not looked for. */
export type SignsSeen = Partial<Record<DiagnosticSign, boolean>>;

export interface WeighedSign {
  sign: DiagnosticSign;
  seen: boolean;
  /** What it multiplies the odds by. */
  ratio: number;
}

export interface WeighedCause {
  cause: Diagnosis;
  /** Odds after all that was seen, to 1. */
  odds: number;
  /** What speaks for it and against it, the strongest first. */
  speaksFor: WeighedSign[];
  speaksAgainst: WeighedSign[];
}

/**
 * Causes by what was seen: each sign multiplies a cause's odds by its ratio; of signs that go together (`of`) the strongest alone counts, so that one
 * observation is never counted twice. Several causes can hold at once. The odds are those of the table, not yet held against simulated cases.
 *
 * @param scopes which causes are asked about
 * @returns those that anything speaks for, the likeliest first
 * @example weighCauses({ rowShallow: true, fewRows: true })[0].cause // 'depthStop'
 */
export function weighCauses(
  signs: SignsSeen,
  scopes: readonly Cause['scope'][] = ['row', 'machine', 'field'],
): WeighedCause[] {
  return DIAGNOSIS_NAMES.flatMap((cause): WeighedCause[] => {
    const { evidence, oneIn, scope }: Cause = DIAGNOSES[cause];
    if (!scopes.includes(scope)) return [];
    const strongest = new Map<string, WeighedSign>();
    for (const { sign, seen, notSeen } of evidence) {
      const there = signs[sign];
      const ratio = there === undefined ? 1 : there ? seen : notSeen;
      if (ratio === 1) continue;
      const { of } = EVIDENCE_FACTS[sign];
      const before = strongest.get(of);
      if (!before || outweighs(ratio, before.ratio))
        strongest.set(of, { sign, seen: there!, ratio });
    }
    const told = [...strongest.values()].sort((a, b) => weight(b.ratio) - weight(a.ratio));
    const speaksFor = told.filter(({ ratio }) => ratio > 1);
    if (speaksFor.length === 0) return [];
    return [
      {
        cause,
        odds: told.reduce((odds, { ratio }) => odds * ratio, 1 / (oneIn - 1)),
        speaksFor,
        speaksAgainst: told.filter(({ ratio }) => ratio < 1),
      },
    ];
  }).sort((a, b) => b.odds - a.odds || a.cause.localeCompare(b.cause));
}

/** Odds below which a cause is not worth naming, and how many are named at most. Defaults. */
const LEAST_ODDS = 1 / 4;
const MOST_NAMED = 3;

/** Those worth looking into; none: not enough to say. @example leadingCauses(weighCauses(signs)).length // at most 3 */
export const leadingCauses = (weighed: readonly WeighedCause[]): WeighedCause[] =>
  weighed.filter(({ odds }) => odds >= LEAST_ODDS).slice(0, MOST_NAMED);

const weight = (ratio: number) => Math.abs(Math.log(ratio));
/** What was seen goes before what was not, where both weigh alike. */
const outweighs = (a: number, b: number) =>
  weight(a) > weight(b) + 1e-9 || (Math.abs(weight(a) - weight(b)) < 1e-9 && a > b);
