import type { QuantityKind } from '../units/index.ts';
import type { TrialMeasure, TrialQuestion } from './trialKinds.ts';

/** What each question is called; a numeric one has the kind of its figure. */
export const TRIAL_QUESTION_FACTS: Record<
  TrialQuestion,
  { label: string; kind: QuantityKind | null; hint: string }
> = {
  depth: { label: 'Planting depth', kind: 'seedDepth', hint: '2 in' },
  downforce: { label: 'Downforce', kind: null, hint: 'light' },
  opener: { label: 'Openers', kind: null, hint: 'worn discs' },
  closing: { label: 'Closing wheels', kind: null, hint: 'rubber' },
  rate: { label: 'Seeding rate', kind: 'population', hint: '32k' },
  rowWidth: { label: 'Row width', kind: 'rowWidth', hint: '30 in' },
  variety: { label: 'Hybrid or variety', kind: null, hint: 'its code' },
  starter: { label: 'Starter', kind: null, hint: 'none' },
  machine: { label: 'Planter against drill', kind: null, hint: 'planter' },
  speed: { label: 'Planting speed', kind: 'speed', hint: '5 mph' },
  other: { label: 'Something else', kind: null, hint: 'as it was' },
};

/** What each measure is called. */
export const TRIAL_MEASURE_FACTS: Record<
  TrialMeasure,
  {
    label: string;
    /** More of it is better; null: it depends. */
    more: boolean | null;
  }
> = {
  yield: { label: 'Yield', more: true },
  stand: { label: 'Stand', more: true },
  effectiveStand: { label: 'Effective stand', more: true },
  inStep: { label: 'Plants in step', more: true },
  emerged: { label: 'Share that came up', more: true },
  depth: { label: 'Seed depth', more: null },
  halfUp: { label: 'Hours until half were up', more: false },
  testWeight: { label: 'Test weight', more: true },
  protein: { label: 'Protein', more: null },
};
