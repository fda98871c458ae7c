import { expect, test } from '../app.ts';
import { faultRun } from '../faults.ts';

test('200 faults: every tap shown as kept is in the database exactly once', async ({ browser }) => {
  test.setTimeout(300_000);
  const seed = 7;
  // Those that start a page or a process anew are rarer here than in the bench, which draws each as often.
  const run = await faultRun(browser, { seed, faults: 200, costlyOneIn: 8 });
  console.log(`seed ${seed}:`, JSON.stringify(run));
  expect(Object.values(run.happened).every((times) => times > 0)).toBe(true);
  // The tricks met batches that were under way, not a resting road.
  expect(run.met.lost).toBeGreaterThan(3);
  expect(run.met.doubled).toBeGreaterThan(3);
  expect(run.inDatabase).toEqual(run.tapped);
  for (const shown of run.shown) expect(shown).toEqual(run.tapped);
  expect(run.conflicts).toBe(0);
});
