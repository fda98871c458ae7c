import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

/** Depths in inches, by row: 4 shallow, 9 deep, 11 shallow; the rest on target at 1½. */
const off: Record<number, number> = { 4: -0.75, 9: 0.75, 11: -1.25 };
const SCATTER = [0, -0.125, 0.125, 0, 0.125];
const depthsOf = (row: number, by = off[row] ?? 0) => SCATTER.map((scatter) => 1.5 + by + scatter);
const parts = (inches: number) => [Math.floor(inches), Math.round((inches % 1) * 8)] as const;

/** Opens the check of the planting that goes on today, through its cautions. */
async function startCheck(here: WholeApp): Promise<void> {
  await here.press('Check');
  expect(await screen.findByText(/Stopped, shut down, blocked/)).toBeTruthy();
  await here.press(/stopped: start/);
  await here.arrives(/^\/trench\//);
}

/** The grid is there and takes keys. */
const gridReady = () =>
  waitFor(() => expect(document.activeElement?.hasAttribute('data-cell')).toBe(true));
const byKeys = async (here: WholeApp, depths: readonly number[]) => {
  for (const depth of depths) await here.user.keyboard(parts(depth).join(''));
};
const cell = (row: number, seed: number) =>
  screen.getByRole('gridcell', { name: new RegExp(`^Row ${row}, seed ${seed}:`) });

describe('behind the planter', () => {
  it('twelve rows by key: three are corrected, dug again, and what worked is told from what did not', async () => {
    const here = await openApp('/');
    await startCheck(here);
    await gridReady();
    for (let row = 1; row <= 12; row++) await byKeys(here, depthsOf(row));
    await here.press('See what it means');
    await here.says('trench-verdict', 'Of 12 rows: 2 too shallow, 1 too deep, 9 on target.');
    await here.mentions(/Row 4: set ¾ in deeper\./);
    await here.mentions(/The mean depths of the rows differ/);
    await here.press('Correct rows 4, 9 and 11');
    const dialog = within(await screen.findByRole('dialog'));
    expect(plain(dialog.getByText(/¾.in deeper/).textContent)).toContain('¾ in deeper');
    await here.press('Done: dig these rows again');
    await here.mentions(/dig again: rows 4, 9 and 11/);
    for (const row of [4, 9]) await byKeys(here, depthsOf(row, 0));
    await byKeys(here, depthsOf(11, -0.75));
    await here.press('See what it means');
    const picture = await screen.findByRole('img', { name: /^Before and after/ });
    const changes = plain(picture.getAttribute('aria-label'));
    expect(changes).toContain('row 4 from ¾ in to 1½ in, it worked');
    expect(changes).toContain('row 9 from 2¼ in to 1½ in, it worked');
    expect(changes).toMatch(/row 11 .*nearer, still off/);
    await here.says('trench-verdict', 'Of 12 rows: 1 too shallow, 11 on target.');

    // What can still be done for a row that stays shallow is noted, and can be taken back.
    await here.press('Record: Soil hilled over the row');
    await here.mentions(/noted May 27/);
    await here.press('Take back: Soil hilled over the row');
    await waitFor(() => expect(screen.queryByText(/noted May 27/)).toBeNull());
    // A correction noted on the wrong row is taken back: its digs hold again.
    await here.press(/^Take back: Row 9/);
    await waitFor(() => expect(picture.getAttribute('aria-label')).not.toMatch(/row 9/));
  });

  it('by thumb: two taps before the first is drawn are two seeds, and each is taken back by itself', async () => {
    const here = await openApp('/', { phone: true });
    await startCheck(here);
    const key = await waitFor(() => document.querySelector<HTMLElement>('[data-depth="1.0"]')!);
    const seeds = () =>
      within(screen.getByLabelText('Seeds of this row'))
        .queryAllByRole('button')
        .map(({ textContent }) => textContent);
    expect(seeds()).toEqual([]);
    key.click();
    document.querySelector<HTMLElement>('[data-depth="1.1"]')!.click();
    await waitFor(() => expect(seeds()).toEqual(['1', '1⅛']));
    await here.press('Undo');
    await waitFor(() => expect(seeds()).toEqual(['1']));
  });

  it('lost seeds, dry seeds, a part that is no eighth, and undo; a closed tab loses none', async () => {
    let here = await openApp('/');
    await startCheck(here);
    await gridReady();
    for (let row = 1; row <= 6; row++)
      await byKeys(
        here,
        SCATTER.map((scatter) => (row === 3 ? 0.75 : 1.5) + scatter),
      );
    expect(cell(1, 2).textContent).toBe('1⅜');
    expect(screen.getByRole('row', { name: /^3 / }).textContent).toContain('shallow');
    await here.user.click(cell(2, 1));
    await here.user.keyboard('l');
    expect(cell(2, 1).textContent).toBe('lost');
    await here.user.keyboard('z');
    expect(cell(2, 1).textContent).toBe('1½');
    await here.user.click(cell(5, 4));
    await here.user.keyboard('d');
    expect(cell(5, 4).textContent).toBe('1½ dry');
    await here.user.keyboard('{ArrowUp}{ArrowRight}');
    expect(document.activeElement).toBe(cell(4, 5));
    await here.user.keyboard('19');
    expect(screen.getByRole('alert').textContent).toContain('eighths');
    await here.user.keyboard('{Backspace}');
    expect(cell(4, 5).textContent).toBe('1⅝');
    here = await here.reopen();
    await gridReady();
    expect(cell(5, 4).textContent).toBe('1½ dry');
    await here.press('See what it means');
    await here.says('trench-verdict', /1 too shallow/);
    await here.mentions(/Row 3: set ¾ in deeper\./);
  });

  it('what is due follows what was dug, adjusted and changed', async () => {
    const here = await openApp('/');
    await startCheck(here);
    await gridReady();
    await byKeys(here, depthsOf(1));
    await here.visit('/');
    const day = async () => {
      const items = await screen.findAllByRole('listitem');
      return items.find((item) => item.textContent?.includes('Being planted today'));
    };
    expect(plain((await day())?.textContent)).toContain(
      'Rows 2 to 12. Every row at least once a field',
    );
    await here.user.click(screen.getByText('Something changed?'));
    await here.press('Rain');
    await here.mentions(/It rained since the last look\./);
    // Finished: nothing more can be dug behind the planter.
    await here.press('Planting finished here');
    await waitFor(async () => expect(await day()).toBeUndefined());
    // A slip of the thumb is taken back where the planting keeps what happened.
    await here.visit(`/plantings/${demoPlanting('Windmill East').id}`);
    await here.visit('/fields');
    await here.press(/S-22, May 27/, 'link');
    await here.press('Take back: Planting finished here');
    await here.visit('/');
    await here.mentions(/It rained since the last look\./);
  });

  it('in centimetres, read to the top of the seed, with a finger joint as a gauge', async () => {
    const here = await openApp('/settings', { phone: true });
    await here.press(/cm, hectares/, 'radio');
    await here.visit('/');
    await here.press('Check');
    await here.press('top of the seed', 'radio');
    await here.press('3', 'radio');
    // What cannot be used is refused beside its field, and nothing typed is lost.
    await here.fill('On target within', '0');
    await here.press(/stopped: start/);
    expect(here.wrong('On target within')).toContain('Say whether this is right');
    await here.fill('On target within', '6 mm');
    await here.user.click(screen.getByText('Use a finger joint as a gauge'));
    for (const [i, reading] of ['3.0', '3.1', '2.9'].entries())
      await here.fill(`Rule reading ${i + 1}, cm`, reading);
    await here.mentions(/Your gauge is 3.0/);
    await here.mentions(/off by up to ± 5/);
    await here.press(/stopped: start/);
    await here.arrives(/^\/trench\//);

    const key = (label: string) => here.tap(`[data-depth="${label}"]`);
    await here.press('3 cm and parts');
    for (const label of ['3.2', '3.4', '3.3']) await key(label);
    await here.press(/^As deep as my gauge/);
    await here.press('Kicked out: lost');
    const seeds = plain(screen.getByLabelText('Seeds of this row').textContent);
    expect(seeds).toContain('3.0 g');
    expect(seeds).toContain('lost');
    expect(seeds).toContain('seed 2 of 3, cm');
    for (const label of ['3.1', '3.2']) await key(label);
    await here.press('Row before');
    await here.press('Finish with the rows dug so far');
    await here.mentions(/read to the top of the seed, shown to its bottom/);
    await here.mentions(/1 depth was read with a body gauge/);
    await here.user.click(screen.getByText('Row by row in figures'));
    // 3.3 cm to the top of a soybean 6 mm thick is 3.9 cm to its bottom.
    expect(await screen.findByRole('row', { name: /^1 3 3\.9/ })).toBeTruthy();
  });
});

describe('monitor against ground', () => {
  it('figures by hand: a monitor that reads a tenth too high is found out', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Long Forty').id}`);
    await here.press(/^Trench check, done/, 'link');
    await here.press(/^Monitor against ground/, 'link');
    await here.says('monitor-verdict', /agrees with the ground/);
    await here.fill('Machine: population shown', '36,500');
    await here.says('monitor-verdict', /reads high/);
    await here.fill('Machine: population shown', '31,800');
    await here.says('monitor-verdict', /agrees/);
  });
});
