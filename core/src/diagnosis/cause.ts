import type { DiagnosticSign } from './signs.ts';

/** How many times likelier, or less likely, a sign makes a cause: defaults of this app, nobody’s research. */
export const ODDS = [10, 3, 1, 1 / 3, 1 / 10] as const;
export type Odds = (typeof ODDS)[number];

export const FAMILIES = [
  'placement',
  'metering',
  'soilAndWeather',
  'seed',
  'animals',
  'disease',
  'chemical',
] as const;
export type Family = (typeof FAMILIES)[number];

export interface Cause {
  /** What it is called. */
  says: string;
  /** What it lies with: single rows, the rows behind tyres, the machine as a whole, or the field. */
  scope: 'row' | 'tracks' | 'machine' | 'field';
  /** Odds before anything is seen, 1 to so many. A default. */
  oneIn: number;
  /** What speaks for it, with what its absence says once it was looked for. */
  evidence: readonly { sign: DiagnosticSign; seen: Odds; notSeen: Odds }[];
  /** What would settle it, about how long that takes, min, and until how many days after planting it can be made; left out: any day. */
  check: { what: string; minutes: number; within?: number };
  /** What to change. */
  change: string;
  when: 'now' | 'nextPass' | 'winter' | 'never';
  /** How sure the change helps. */
  sure: 'sure' | 'likely' | 'may';
  /** Whether whoever plants has it in hand, and what to do better next time. */
  controllable: boolean;
  better: string;
  caution: string | null;
  /** Causes it is taken for. */
  takenFor: readonly string[];
}

/** Evidence in one line: the sign, what seeing it does, what its absence does. */
export const speaks = (
  sign: DiagnosticSign,
  seen: Odds,
  notSeen: Odds = 1,
): Cause['evidence'][number] => ({ sign, seen, notSeen });

/** Cautions that several causes share (field guide 12). */
export const LOCKED_OUT =
  'Stop, shut down and block the machine before a hand goes to a row unit; never under it raised or with its hydraulics live.';
export const TREATED = 'Treated seed: gloves, and wash before eating; the tag says the rest.';
export const LOCAL =
  'Thresholds and products are local: ask the local advisory service and licensed practice; the label is the law.';
