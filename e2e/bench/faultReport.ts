import { faultRun } from '../faults.ts';
import { launchBrowser } from './openPage.ts';
import { report } from './report.ts';

/** Faults of one seed, in real browsers against the real server; every tap is looked for in the database. */
export async function reportFaults(of: {
  seed: number;
  faults: number;
  /** Whether older backups are put in place in between: what was done on top of one may then be a choice. */
  restores: boolean;
}): Promise<void> {
  console.log(
    `\n${of.faults.toLocaleString('en')} faults, seed ${of.seed}${of.restores ? ', older backups among them' : ''}`,
  );
  const browser = await launchBrowser();
  const run = await faultRun(browser, { ...of, say: (line) => console.log(`  … ${line}`) });
  await browser.close();
  for (const [fault, times] of Object.entries(run.happened))
    console.log(`  ${fault.padEnd(30)} ${times}`);
  console.log(`  answers lost after commit ${run.met.lost}, batches sent twice ${run.met.doubled}`);
  const sum = (figures: number[]) => figures.reduce((a, b) => a + b);
  console.log(`  tapped, by row:      ${run.tapped.join(' ')}`);
  console.log(`  in the database:     ${run.inDatabase.join(' ')}`);
  console.log(`  told as a choice:    ${run.choices.map(Number).join(' ')}`);
  const apart = run.tapped.map((taps, row) =>
    of.restores && run.choices[row] ? 0 : Math.abs(taps - run.inDatabase[row]!),
  );
  report(
    `taps not in the database exactly once${of.restores ? ', nor in a choice' : ''}, of ${sum(run.tapped)}`,
    sum(apart),
    '',
    0,
  );
}
