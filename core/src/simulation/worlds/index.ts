import type { GridRate } from './grid.ts';
import { emergenceWorldRates } from './emergenceWorldRates.ts';
import { lateRowRates } from './lateRowRates.ts';
import { replantSentenceRates } from './replantSentenceRates.ts';
import { causeWorldRates } from './causeWorldRates.ts';
import { cardWorldRates } from './cardWorldRates.ts';
import { depthWorldRates } from './depthWorldRates.ts';
import { standWorldRates } from './standRates.ts';
import { predictionWorldRates } from './predictionWorldRates.ts';
import { replantWorldRates } from './replantRates.ts';
import { siteWorldRates } from './siteWorldRates.ts';
import { trialWorldRates } from './trialWorldRates.ts';
import { responseRates } from './responseRates.ts';

export { keepsGrid, overWorlds, summarise, type GridLimit, type GridRate } from './grid.ts';

interface WorldRates {
  rates(of: { seed: number; runs: number }): GridRate[];
  /** Cases in each world that would show a doubled rate, and those of the sample in the tests. */
  runs: number;
  sample: number;
}

/** Error rates over families of worlds that differ from the one each method was built on, by subject. */
export const WORLD_RATES: Record<string, WorldRates> = {
  stand: { rates: standWorldRates, runs: 200, sample: 2 },
  lateRows: { rates: lateRowRates, runs: 200, sample: 2 },
  // A band of what was said needs a thousand cases: its error is then 1.3 points.
  replant: { rates: replantWorldRates, runs: 750, sample: 6 },
  replantSentences: { rates: replantSentenceRates, runs: 10_000, sample: 100 },
  trenchCheck: { rates: depthWorldRates, runs: 120, sample: 0.5 },
  emergence: { rates: emergenceWorldRates, runs: 60, sample: 3 },
  planterCard: { rates: cardWorldRates, runs: 60, sample: 0.34 },
  causes: { rates: causeWorldRates, runs: 200, sample: 4 },
  prediction: { rates: predictionWorldRates, runs: 200, sample: 4 },
  sites: { rates: siteWorldRates, runs: 100, sample: 3 },
  trials: { rates: trialWorldRates, runs: 200, sample: 8 },
  response: { rates: responseRates, runs: 60, sample: 0.5 },
};
