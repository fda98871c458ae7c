import { expect, test } from '../app.ts';
import { faultRun } from '../faults.ts';

test('60 faults: every tap shown as kept is in the database exactly once', async ({ browser }) => {
  test.setTimeout(300_000);
  const seed = 7;
  // Those that start a page or a process anew are rarer here than in the bench, which draws each as often.
  const run = await faultRun(browser, { seed, faults: 60, costlyOneIn: 2 });
  console.log(`seed ${seed}:`, JSON.stringify(run));
  expect(Object.values(run.happened).every((times) => times > 0)).toBe(true);
  // The tricks met batches that were under way, not a resting road.
  expect(run.met.lost + run.met.doubled).toBeGreaterThan(0);
  expect(run.inDatabase).toEqual(run.tapped);
  for (const shown of run.shown) expect(shown).toEqual(run.tapped);
  expect(run.choices).not.toContain(true);
});
