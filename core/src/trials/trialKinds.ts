/** What the records of trials are made of; apart from the words of screens, since every screen needs the records. */

/** What growers compare. */
export const TRIAL_QUESTIONS = [
  'depth',
  'downforce',
  'opener',
  'closing',
  'rate',
  'rowWidth',
  'variety',
  'starter',
  'machine',
  'speed',
  'other',
] as const;
export type TrialQuestion = (typeof TRIAL_QUESTIONS)[number];

/** How strips lie: whole blocks, a factor on whole passes, halves of one pass, or one strip each. */
export const TRIAL_LAYOUTS = ['blocks', 'splitPlot', 'splitPlanter', 'oneEach'] as const;
export type TrialLayout = (typeof TRIAL_LAYOUTS)[number];

/** What a strip is measured by. */
export const TRIAL_MEASURES = [
  'yield',
  'stand',
  'effectiveStand',
  'inStep',
  'emerged',
  'halfUp',
  'depth',
  'testWeight',
  'protein',
] as const;
export type TrialMeasure = (typeof TRIAL_MEASURES)[number];

/** Whether the slope runs along the passes, across them, or nobody knows. */
export const TRIAL_SLOPES = ['across', 'along', 'unknown'] as const;

/** What a trial is to answer: one pair that was named before, all against a check, or every pair. */
export const COMPARISONS = ['planned', 'check', 'all'] as const;
export type Comparison = (typeof COMPARISONS)[number];

/** How many treatments factors of so many levels make. @example treatmentsOf([3, 2]) // 6 */
export const treatmentsOf = (levels: readonly number[]): number =>
  levels.reduce((product, own) => product * own, 1);

/** Levels of each factor in a treatment. @example levelsIn(3, [3, 2]) // [1, 1] */
export function levelsIn(treatment: number, levels: readonly number[]): number[] {
  const [first, second] = [levels[0]!, levels[1]];
  if (second === undefined) return [treatment % first];
  return [Math.floor(treatment / second), treatment % second];
}

/** What is drawn by lot, of a trial as it is kept. @example layTrial(drawOf(trial.data)).length // 24 */
export const drawOf = ({
  layout,
  factors,
  replicates,
  seed,
}: {
  layout: TrialLayout;
  factors: readonly { levels: readonly unknown[] }[];
  replicates: number;
  seed: number;
}) => ({ layout, levels: factors.map(({ levels }) => levels.length), replicates, seed });

/** How many strips a trial has. @example stripsOf({ layout: 'blocks', levels: [3], replicates: 4 }) // 12 */
export const stripsOf = ({
  layout,
  levels,
  replicates,
}: {
  layout: TrialLayout;
  levels: readonly number[];
  replicates: number;
}): number => treatmentsOf(levels) * (layout === 'oneEach' ? 1 : replicates);
