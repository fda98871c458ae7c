import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it, vi } from 'vitest';
import { demoPlanting, demoWalk, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

const plantingOf = (field: string) => `/plantings/${demoPlanting(field).id}`;
const tally = async (here: WholeApp, which: string, times = 1) => {
  for (let i = 0; i < times; i++) await here.tap(`[data-tally=${which}]`);
};

describe('a stand walk', () => {
  it('one row of a thousandth of an acre: stops, laggards, undo, and the mean with its interval', async () => {
    const here = await openApp(`${plantingOf('Windmill East')}/walk`);
    await here.press(/One row/, 'radio');
    expect(here.value('Length of tape')).toBe('17 ft 5 in');
    await here.press('Start the walk');
    await here.arrives(/^\/walks\//);
    for (const plants of [30, 28]) {
      await here.says('stop-density', '–');
      await tally(here, 'inStep', plants - 2);
      await tally(here, 'oneBehind');
      await tally(here, 'twoBehind');
      await here.says('stop-density', `${plants},000/ac`);
      if (plants === 30) await here.press('Next stop');
    }
    await tally(here, 'inStep');
    await here.press('Undo');
    await here.says('stop-density', '28,000/ac');
    await here.press('Finish the walk');
    await here.says('population', '29,000/ac');
    // Mean 29,000, SE 1,000, t(0.975, 1) = 12.706: 16,300 to 41,700.
    expect(screen.getByText(/95 % interval 16,300 – 41,700\/ac/)).toBeTruthy();
    // 0.75 for one behind, 0 for two: 28.75 and 26.75 give 27,750.
    await here.mentions(/27,[78]00\/ac/);
  });

  it('a whole stop by keyboard alone, rows mirrored on the return pass', async () => {
    const here = await openApp(`${plantingOf('Windmill East')}/walk`);
    const byKey = async (find: () => Promise<HTMLElement>) => {
      (await find()).focus();
      await here.user.keyboard('{Enter}');
    };
    await byKey(() => screen.findByRole('button', { name: 'Start the walk' }));
    await here.arrives(/^\/walks\//);
    const rows = async () =>
      within(await screen.findByRole('group', { name: /Planter rows/ }))
        .getAllByRole('button')
        .map((tab) => plain(tab.getAttribute('aria-label')));
    expect((await rows())[0]).toMatch(/^Row 1,/);
    await byKey(() => screen.findByRole('button', { name: /Planter drove away/ }));
    await waitFor(async () => expect((await rows())[0]).toMatch(/^Row 12,/));
    await byKey(() => screen.findByRole('button', { name: /^Row 12,/ }));
    (document.activeElement as HTMLElement).blur();
    for (let row = 12; row >= 1; row--) {
      await here.user.keyboard('1 123z');
      if (row > 1) await here.user.keyboard('{Enter}');
    }
    expect(await rows()).toEqual(Array.from({ length: 12 }, (_, i) => `Row ${12 - i}, 4 plants`));
    await here.user.keyboard('n');
    await screen.findByRole('heading', { level: 1, name: /stop 2$/ });
    await here.user.keyboard('?');
    expect(await screen.findByRole('dialog', { name: 'Keys' })).toBeTruthy();
  });

  it('a tape: intervals, an empty place, and a plant behind the last one asked about', async () => {
    const here = await openApp(`${plantingOf('Windmill East')}/walk`);
    await here.press(/One row/, 'radio');
    await here.press('Start the walk');
    await here.press(/^Tape/, 'link');
    const position = 'Or type a position';
    for (const at of ['0', '6 1/2', '13', '26', '32 1/2']) {
      await here.fill(position, at);
      await here.user.keyboard('{Enter}');
    }
    await here.says('tape-plants', '5');
    // Intervals 6½, 6½, 13, 6½ in: SD 3.25 in; 4 of 5 places filled, one empty.
    await here.says('tape-sd', /^3\.[23] in$/);
    await here.says('tape-feed', '80 % of 5 places');
    await here.fill(position, '20');
    await here.user.keyboard('{Enter}');
    expect(screen.getByText(/1 ft 8 in lies behind the last plant at 2 ft 8\.5 in/)).toBeTruthy();
    expect(here.value(position)).toBe('20');
    await here.press(/^Plant here/);
    await here.says('tape-plants', '6');
  });

  it('a short good tape stays good: blank tape counts only up to where the reading is said to have ended', async () => {
    const here = await openApp(`${plantingOf('Windmill East')}/walk`);
    await here.press(/One row/, 'radio');
    await here.press('Start the walk');
    await here.press(/^Tape/, 'link');
    for (const at of ['3', '9 1/2', '16', '22 1/2', '29', '35 1/2']) {
      await here.fill('Or type a position', at);
      await here.user.keyboard('{Enter}');
    }
    // Nothing is known of the 14 ft that follow.
    await here.says('tape-feed', '100 % of 5 places');
    expect(here.value('Where did you stop reading the tape?')).toBe('');
    await here.press(/^Last plant, 2 ft 11\.5 in/);
    await here.says('tape-feed', '100 % of 5 places');
    expect(here.all('observation').find(({ data }) => data.type === 'tape')).toBeTruthy();
    const readTo = 'Where did you stop reading the tape?';
    expect(here.value(readTo)).toBe('2 ft 11.5 in');
    // Another 25 1/2 in of blank tape: four skips.
    await here.fill(readTo, '5 ft 1 in');
    await here.user.keyboard('{Tab}');
    await here.says('tape-feed', '56 % of 9 places');
  });

  it('a stop chosen for its looks stays out of the mean until it is not', async () => {
    const here = await openApp(plantingOf('The Apron'));
    const [counts] = await screen.findAllByRole('link', { name: 'Counts' });
    await here.user.click(counts!);
    const soFar = async () => (await screen.findByText(/^Walk: /)).textContent;
    const before = await soFar();
    const chosen = screen.getByLabelText(/Chosen because it looked bad/);
    await here.user.click(chosen);
    expect(await soFar()).not.toBe(before);
    await here.user.click(chosen);
    expect(await soFar()).toBe(before);
  });

  it('the demo shows what was put in: row 4 of Goose thin and late', async () => {
    await openApp(`/walks/${demoWalk('Long Forty').id}/result`);
    expect(
      await screen.findByText(/Row 4 stands thinner than the other rows|Rows .*4.* stand thinner/),
    ).toBeTruthy();
    expect(
      screen.getByText(/Row 4 has more plants behind|Rows .*4.* have more plants behind/),
    ).toBeTruthy();
    expect(await screen.findByRole('img', { name: /Plants by planter row/ })).toBeTruthy();
  });

  it('in metric with a hoop: plants a square metre, and weights of the user’s own', async () => {
    const here = await openApp('/settings');
    await here.press(/cm, hectares/, 'radio');
    await here.visit(`${plantingOf('Kiln Corner')}/walk`);
    expect((await screen.findByRole('radio', { name: /Hoop/ })).getAttribute('aria-checked')).toBe(
      'true',
    );
    await here.fill('Hoop diameter, inside', '79.8 cm'); // half a square metre
    await here.press('Start the walk');
    await here.arrives(/^\/walks\//);
    await screen.findByTestId('stop-density');
    await tally(here, 'inStep', 3);
    await tally(here, 'oneBehind');
    await here.says('stop-density', '8/m²');
    await here.press('Finish the walk');
    // Far from the walk before: asked before it becomes the newest result.
    expect(await screen.findByText(/This walk found/)).toBeTruthy();
    await here.press('It is right: finish');
    expect((await screen.findAllByText('one stop: no interval')).length).toBeGreaterThan(0);
    await here.press('Weights');
    await here.fill('One leaf stage behind', '7');
    await here.press('Keep');
    expect(here.wrong('One leaf stage behind')).toBe('Enter a weight from 0 to 1.5.');
    await here.fill('One leaf stage behind', '0.5');
    await here.press('Keep');
    expect(await screen.findByText(/in step 1, one stage behind 0.5, two or more 0/)).toBeTruthy();
    await here.press('Weights');
    await here.press('Back to the defaults');
    expect(await screen.findByText(/one stage behind 0\.75/)).toBeTruthy();
  });
});

describe('a walk of an earlier day than the last one', () => {
  it('ends without a question however far it is from it: it does not become the newest result', async () => {
    const here = await openApp(`${plantingOf('Long Forty')}/walk`, { phone: true });
    await here.press('Done on another day');
    await here.fill('Done on', '2027-05-20');
    await here.press('Start the walk');
    await here.arrives(/^\/walks\//);
    await here.tap('[data-tally=inStep]');
    await here.press('Finish the walk');
    await here.arrives(/\/result$/);
    expect(screen.queryByText(/This walk found/)).toBeNull();
  });
});

describe('bad input is refused beside its field, and nothing typed is lost', () => {
  it('in a planting', async () => {
    const here = await openApp(plantingOf('Windmill East'));
    await here.press('Edit');
    await here.fill('Row width', 'wide');
    expect(here.wrong('Row width')).toMatch(/“wide” is not .*Write it like/);
    await here.fill('Row width', '0');
    await here.fill('Variety', 'AB-112');
    await here.press('Keep');
    expect(here.wrong('Row width')).toMatch(/^Enter between 2.in and 120.in\.$/);
    expect(here.value('Variety')).toBe('AB-112');
    // The first wrong field gets the focus. The library's own waitFor looks again only when the page changes.
    const wrongField = screen.getByLabelText('Row width');
    await vi.waitFor(() => expect(document.activeElement === wrongField).toBe(true));
    expect(here.shown('planting', demoPlanting('Windmill East').id)!.data.variety).not.toBe(
      'AB-112',
    );
  });

  it('in a typed count', async () => {
    const here = await openApp(plantingOf('Heron Bottom'));
    await here.press('Go on with the walk', 'link');
    await here.press('Type numbers');
    await here.user.click(await screen.findByText('Another number'));
    const inStep = screen.getByLabelText('in step', { exact: true });
    await here.user.clear(inStep);
    await here.user.type(inStep, '900');
    expect(screen.getByText(/More than 150 plants per metre of row/)).toBeTruthy();
  });

  it('at the start of a walk', async () => {
    const here = await openApp(`${plantingOf('Kiln Corner')}/walk`);
    await here.press(/One row/, 'radio');
    await here.fill('Length of tape', '0 ft');
    await here.press('Start the walk');
    expect(screen.getByText(/^Enter between 4/)).toBeTruthy();
    expect(here.address()).toContain('/walk');
    expect(here.value('Length of tape')).toBe('0 ft');
  });
});

describe('the result of a walk', () => {
  it('gives its weights’ source, its stops and its cost in the person’s own figures', async () => {
    const here = await openApp(`/walks/${demoWalk('Long Forty').id}/result`);
    const main = within(screen.getByRole('main'));
    expect(await main.findByRole('button', { name: 'Weights' })).toBeTruthy();
    await here.press('Open the counts', 'link');
    await here.arrives(`/walks/${demoWalk('Long Forty').id}`);
    expect(await screen.findByTestId('stop-density')).toBeTruthy();
  });
});
