import { describe, expect, it } from 'vitest';
import { depthRates } from './depthRates.ts';
import { keeps } from './rate.ts';
import { monitorRates } from './monitorRates.ts';
import { roughRates } from './roughRates.ts';
import { seasonRates } from './seasonRates.ts';
import { standRates } from './standRates.ts';

/** A small sample with seeds that nothing was tuned on; the whole table: npm run bench -- judgement. */
describe('error rates of the judgements, over simulated cases whose truth is known', () => {
  it.each([
    ...depthRates({ seed: 20270, runs: 40, rows: [12] }),
    ...standRates({ seed: 20271, runs: 40 }),
    ...monitorRates({ seed: 20272, runs: 40 }),
    ...roughRates({ seed: 20273, runs: 20 }),
    ...seasonRates({ first: 20274, runs: 4 }),
  ])('$what', (rate) => expect(keeps(rate, 2.5), JSON.stringify(rate)).toBe(true));
});
