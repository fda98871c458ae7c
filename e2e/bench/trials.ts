import { analyseSites, seededRandom } from '@sendero/core';
import { visit, type App } from '../app.ts';
import { openPage } from './openPage.ts';
import { median, report } from './report.ts';

const RUNS = 7;
const [SITES, TREATMENTS, BLOCKS] = [40, 12, 6];

/** Plots of a question that was asked at forty sites. */
function manySites() {
  const random = seededRandom(40);
  return Array.from({ length: SITES }, (_, s) => {
    const site = 0.15 * random.normal();
    const own = Array.from({ length: TREATMENTS }, () => 0.03 * random.normal());
    return Array.from({ length: BLOCKS }, (_, b) => {
      const block = 0.05 * random.normal();
      return own.map((there, t) => ({
        site: `s${s}`,
        block: `b${b}`,
        treatment: `t${t}`,
        value: 1.2 + 0.01 * t + site + block + there + 0.04 * random.normal(),
      }));
    }).flat();
  }).flat();
}

/** Trials: forty sites read together, a trial opened, and the plan of a hundred strips drawn. */
export async function trials(app: App): Promise<void> {
  console.log('\nTrials');
  const plots = manySites();
  const took = Array.from({ length: 5 }, () => {
    const start = performance.now();
    analyseSites(plots, { check: 't0' });
    return performance.now() - start;
  });
  report(
    `${SITES} sites and years × ${TREATMENTS} treatments × ${BLOCKS} blocks read together`,
    median(took) / 1000,
    's',
    1,
  );

  const { browser, page } = await openPage(app);
  const [trial] = await app.sql<{ id: string }>(
    `SELECT id FROM trials WHERE payload ->> 'seed' = '887'`,
  );
  const [planting] = await app.sql<{ id: string }>(
    `SELECT p.id FROM plantings p JOIN fields f ON f.id = p.field_id WHERE f.name = 'Ditch Block'`,
  );
  const client = await page.context().newCDPSession(page);
  /** From the tap on a way there to what is looked for. */
  const until = (to: string, selector: string) =>
    page.evaluate(
      ([address, wanted]) =>
        new Promise<number>((resolve) => {
          const start = performance.now();
          history.pushState(null, '', address);
          dispatchEvent(new PopStateEvent('popstate', { state: null }));
          const look = () =>
            document.querySelector(wanted!)
              ? requestAnimationFrame(() => resolve(performance.now() - start))
              : requestAnimationFrame(look);
          requestAnimationFrame(look);
        }),
      [to, selector] as const,
    );
  const opened: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await visit(page, '/fields');
    await page.getByRole('heading', { name: 'Fields', level: 1 }).waitFor();
    // Its pieces are there after the first time.
    if (run === 1) await client.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    const ms = await until(`/trials/${trial!.id}`, '[data-testid=answer]');
    if (run > 0) opened.push(ms);
  }
  await client.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  report('a trial of 24 strips opened, with its answer, at 4×', median(opened), 'ms', 300);

  await visit(page, `/plantings/${planting!.id}/trial`);
  await page.getByLabel('Planting depth, what is compared').fill('1, 1 1/2, 2, 2 1/2');
  await page.getByLabel('The difference that matters').fill('8');
  await page.getByLabel('Width of the field').fill('5000');
  await page.getByLabel('Strips of each').fill('25');
  await page.getByText(/^100 strips/).waitFor();
  const drawn: number[] = [];
  for (let run = 0; run < RUNS; run++)
    drawn.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const picture = () =>
              document
                .querySelector('[aria-label="The plan"] svg[role=img]')
                ?.getAttribute('aria-label');
            const before = picture();
            const again = [...document.querySelectorAll('button')].find(
              ({ textContent }) => textContent === 'Draw again',
            )!;
            const start = performance.now();
            again.click();
            const look = () =>
              picture() === before
                ? requestAnimationFrame(look)
                : requestAnimationFrame(() => resolve(performance.now() - start));
            requestAnimationFrame(look);
          }),
      ),
    );
  report('100 strips drawn by lot again until they are seen', median(drawn), 'ms', 100);
  await browser.close();
}
