import { describe, expect, it } from 'vitest';
import { depthRates } from './depthRates.ts';
import { belowRates } from './belowRates.ts';
import { cardRates } from './cardRates.ts';
import { diagnosisRates } from './diagnosisRates.ts';
import { emergenceRates } from './emergenceRates.ts';
import { keeps } from './rate.ts';
import { monitorRates } from './monitorRates.ts';
import { plantRates } from './plantRates.ts';
import { predictionRates } from './predictionRates.ts';
import { replantRates } from './replantRates.ts';
import { roughRates } from './roughRates.ts';
import { samplingRates } from './samplingRates.ts';
import { seasonRates } from './seasonRates.ts';
import { standRates } from './standRates.ts';

/** A small sample with seeds that nothing was tuned on; the whole table: npm run bench -- judgement. */
describe('error rates of the judgements, over simulated cases whose truth is known', () => {
  it.each([
    ...depthRates({ seed: 20270, runs: 12, rows: [12] }),
    ...standRates({ seed: 20271, runs: 40 }),
    ...monitorRates({ seed: 20272, runs: 40 }),
    ...predictionRates({ seed: 20277, runs: 40 }),
    ...belowRates({ seed: 20276, runs: 12 }),
    ...emergenceRates({ seed: 20275, runs: 4 }),
    ...roughRates({ seed: 20273, runs: 6 }),
    ...samplingRates({ seed: 20278, runs: 24 }),
    ...plantRates({ seed: 20279, runs: 5 }),
    ...seasonRates({ first: 20274, runs: 2 }),
    ...cardRates({ seed: 20280, runs: 16 }),
    ...diagnosisRates({ seed: 20281, runs: 8 }),
    ...replantRates({ seed: 20282, runs: 150 }),
  ])('$what', (rate) => expect(keeps(rate, 2.5), JSON.stringify(rate)).toBe(true));
});
