import { visit, type App } from '../app.ts';
import { openPage } from './openPage.ts';
import { median, report } from './report.ts';

const MOVES = 12;

/** The replant desk: how long the whole answer takes in its worker, how the screen is meanwhile, and a slider that moves. */
export async function replant(app: App): Promise<void> {
  console.log('\nReplant desk');
  const { browser, page } = await openPage(app);
  const [planting] = await app.sql<{ id: string }>(
    `SELECT planting_id AS id FROM replant_cases WHERE payload ->> 'injury' = 'crust'`,
  );
  // Filling in and another crop beside the rest: six things to weigh, on twelve days.
  await app.sql(
    `UPDATE replant_cases SET payload = payload || '{"otherCrop": "soybean"}' WHERE payload ->> 'injury' = 'crust'`,
  );
  const whole: number[] = [];
  const frames: number[] = [];
  for (let run = 0; run < 3; run++) {
    await visit(page, '/fields');
    const { took, perSecond } = await page.evaluate(
      (to) =>
        new Promise<{ took: number; perSecond: number }>((resolve) => {
          history.pushState(null, '', to);
          dispatchEvent(new PopStateEvent('popstate', { state: null }));
          let from = 0;
          let drawn = 0;
          const look = () => {
            const busy = document.querySelector('[role=progressbar]');
            if (busy && from === 0) from = performance.now();
            if (from > 0) drawn += 1;
            if (from > 0 && !busy) {
              const ms = performance.now() - from;
              return resolve({ took: ms, perSecond: (1000 * drawn) / ms });
            }
            requestAnimationFrame(look);
          };
          requestAnimationFrame(look);
        }),
      `/plantings/${planting!.id}/replant`,
    );
    whole.push(took);
    frames.push(perSecond);
  }
  report('20,000 draws of every option on 12 days, in the worker', median(whole) / 1000, 's', 2);
  report('frames a second meanwhile (at least 50), as ms a frame', 1000 / median(frames), 'ms', 20);
  const slider = page.getByRole('slider', { name: /^The stand/ });
  await slider.focus();
  const moved: number[] = [];
  for (let i = 0; i < MOVES; i++) {
    // From the key to the picture that follows it.
    await page.evaluate(() => {
      const picture = document.querySelector('[aria-label="The advice"] svg[role=img]')!;
      const before = picture.innerHTML;
      const start = performance.now();
      const holder = window as unknown as { moved: Promise<number> };
      holder.moved = new Promise((resolve) => {
        const look = () =>
          document.querySelector('[aria-label="The advice"] svg[role=img]')?.innerHTML === before
            ? requestAnimationFrame(look)
            : resolve(performance.now() - start);
        requestAnimationFrame(look);
      });
    });
    await page.keyboard.press('ArrowLeft');
    moved.push(await page.evaluate(() => (window as unknown as { moved: Promise<number> }).moved));
  }
  report('a slider moved until the shapes follow', median(moved), 'ms', 100);
  await browser.close();
}
