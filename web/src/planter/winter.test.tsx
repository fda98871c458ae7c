import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoRecord, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

const planter = (name: string) => demoRecord('planter', (data) => data.name === name).id;
const region = (name: string) => screen.getByRole('region', { name });
const press = async (here: WholeApp, target: HTMLElement, key = '{Enter}') => {
  target.focus();
  await here.user.keyboard(key);
};

describe('what the demo’s season found of its planters', () => {
  it('Goose: rows 4 and 9 and no other, with what they point to; what one saw settles a check', async () => {
    const here = await openApp(`/planters/${planter('Goose')}`);
    const worst = within(await screen.findByTestId('worst-rows')).getAllByRole('button');
    expect(worst.map(({ textContent }) => plain(textContent))).toEqual([
      expect.stringMatching(/^Row 4: ¾ in too shallow/),
      expect.stringMatching(/^Row 9: a gap at every 24th seed/),
    ]);
    const why = await screen.findByRole('region', { name: 'Why' });
    await waitFor(() => expect(why.textContent).toContain('Depth stop set differently: row 4'));
    expect(why.textContent).toContain('Rows in tyre tracks: rows 6 and 7');
    expect(why.textContent).toContain('Damaged or plugged cell of a disc: row 9');
    const next = () => within(why).queryByRole('group', { name: 'Next best check' });
    expect(next()!.textContent).toContain('Lift the arm by hand');
    const notSo = within(next()!).getAllByRole('button', { name: 'It is not so' })[0]!;
    await press(here, notSo);
    expect(here.all('evidence')).toHaveLength(1);
    // Nothing else is open then.
    expect(next()).toBeNull();
    await here.press('Undo');
    expect(next()!.textContent).toContain('Lift the arm by hand');
  });

  it('a row by key, with its year; one field or one soil by choice, and back', async () => {
    const here = await openApp(`/planters/${planter('Goose')}`);
    const own = await screen.findByRole('region', { name: 'Row 4 this season' });
    expect(own.textContent).toContain('Against what it should be, at 3 places in 3 fields.');
    await press(here, screen.getByRole('button', { name: /^Row 9, named/ }));
    expect(region('Row 9 this season').textContent).toContain('A gap at every 24th seed');
    const worst = () =>
      within(screen.getByTestId('worst-rows'))
        .queryAllByRole('button')
        .map(({ textContent }) => plain(textContent));
    await here.choose(/^Field$/, 'Ditch Block');
    await here.mentions(/in one planting\./);
    expect(worst().some((row) => row.includes('shallow'))).toBe(false);
    await here.choose(/^Field$/, 'All its fields');
    await here.choose('Soil', 'silt loam');
    await waitFor(() => expect(worst()[0]).toMatch(/^Row 4/));
    // One field: its ground is asked too.
    expect((await screen.findByRole('region', { name: 'Over the field' })).textContent).toContain(
      'The share of late plants differs by zone',
    );
  });

  it('a finding leads to the place it was seen at, a cause to its evidence', async () => {
    const here = await openApp(`/planters/${planter('Goose')}`);
    const own = await screen.findByRole('region', { name: 'Row 4 this season' });
    await here.user.click(within(own).getByRole('link', { name: 'Long Forty, trench check' }));
    expect(await screen.findByTestId('trench-verdict')).toBeTruthy();
    await here.visit('/causes/depthStop');
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe(
      'Depth stop set differently',
    );
    const shallow = screen.getByRole('row', { name: /^Its seed lies shallower/ });
    expect(shallow.textContent).toContain('10 times as likely');
  });

  it('Marigold on a phone: the machine as a whole, no single row, and row cleaners as the cause', async () => {
    const here = await openApp(`/planters/${planter('Marigold')}`, { phone: true });
    expect(await screen.findByText(/The machine as a whole plants ⅞.in too deep\./)).toBeTruthy();
    expect(within(screen.getByTestId('worst-rows')).queryAllByRole('button')).toEqual([]);
    const why = await screen.findByRole('region', { name: 'Why' });
    await here.press('Why');
    await waitFor(() =>
      expect(plain(why.querySelector('summary')?.textContent)).toMatch(
        /Row cleaners trench.*9\d in 100/,
      ),
    );
  });

  it('by keyboard alone: a finding goes on the list, is mended, and says what will prove it', async () => {
    const here = await openApp(`/planters/${planter('Marigold')}`);
    await press(here, await screen.findByRole('link', { name: /^Workshop list/ }));
    const found = await screen.findByRole('region', { name: 'Found, and not on the list' });
    expect(plain(found.textContent)).toMatch(/Set all rows shallower.*Soon; about 160 min of work/);
    await press(here, within(found).getAllByRole('button', { name: 'Put on the list' })[0]!);
    const item = () => screen.getByRole('button', { name: /^Set all rows shallower/ });
    for (const column of ['Parts ordered', 'In hand', 'Done']) {
      await press(here, item(), '{Shift>}{ArrowRight}{/Shift}');
      await waitFor(() => expect(region(column).textContent).toContain('Set all rows shallower'));
    }
    expect(plain(region('Done').textContent)).toContain(
      'Next season’s proof: depth of the machine again',
    );
    await press(here, item(), '{Shift>}{ArrowLeft}{/Shift}');
    expect(region('In hand').textContent).toContain('Set all rows shallower');
    await press(here, item());
    expect(await screen.findByRole('dialog')).toBeTruthy();
    await here.press('Close');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
  });

  it('planting day says what is known of a row: mended in winter, named elsewhere, or nothing', async () => {
    const here = await openApp('/', { phone: true });
    await here.press('Check');
    await here.press(/stopped: start/);
    await here.arrives(/^\/trench\//);
    const row = (at: number) => here.tap(`[data-row="${at}"]`);
    await row(2);
    await here.says('known-of-row', /Set ½ in deeper on Dec 9: dig \d+ seeds here to prove it\./);
    await row(4);
    await here.says('known-of-row', /This season elsewhere: ¾ in too shallow/);
    await row(5);
    await waitFor(() => expect(screen.queryByTestId('known-of-row')).toBeNull());
  });
});

describe('causes of a workspace’s own', () => {
  it('saved as a file, a bad one refused with its place, a changed one taken, and back', async () => {
    const here = await openApp('/causes');
    await here.press('Save as a file');
    const file = JSON.parse(await here.saved[0]!.text) as {
      causes: Record<string, { oneIn: number; says: string }>;
    };
    const { crust, depthStop } = file.causes;
    const bring = (causes: object) =>
      here.bring('Bring a file', 'ours.json', JSON.stringify({ causes }));
    await bring({ ...file.causes, crust: { ...crust, oneIn: 0 } });
    expect((await screen.findByRole('alert')).textContent).toContain('causes › crust › oneIn');
    expect(here.all('causeTable')).toEqual([]);
    await bring({ ...file.causes, depthStop: { ...depthStop, says: 'The handle slipped' } });
    expect(await screen.findByRole('heading', { name: 'From ours.json' })).toBeTruthy();
    await here.visit(`/planters/${planter('Goose')}`);
    const why = await screen.findByRole('region', { name: 'Why' });
    await waitFor(() => expect(why.textContent).toContain('The handle slipped: row 4'));
    await here.visit('/causes');
    await here.press('Go by the app’s causes again');
    expect(await screen.findByRole('link', { name: 'Depth stop set differently' })).toBeTruthy();
  });

  it('where few plantings have something wrong, what is found is less likely, and that is kept', async () => {
    const here = await openApp(`/planters/${planter('Goose')}`);
    const why = await screen.findByRole('region', { name: 'Why' });
    const chance = () =>
      Number(
        /Damaged or plugged cell.*?(\d+) in 100/.exec(plain(why.textContent))?.[1] ?? Number.NaN,
      );
    await waitFor(() => expect(chance()).toBeGreaterThan(0));
    const usual = chance();
    await here.fill('Plantings with something wrong', '5');
    await waitFor(() => expect(chance()).toBeLessThan(usual));
    await waitFor(() => expect(here.all('workspace')[0]!.data.faultyShare).toBeCloseTo(0.05));
    await here.fill('Plantings with something wrong', '98');
    expect(await within(why).findByText(/Enter a share from 5 to 95 %/)).toBeTruthy();
  });

  it('a file that is none is refused, and the app’s causes stay', async () => {
    const here = await openApp('/causes');
    await here.bring('Bring a file', 'notes.json', 'not json at all');
    expect((await screen.findByRole('alert')).textContent).toBeTruthy();
    expect(screen.getByRole('link', { name: 'Depth stop set differently' })).toBeTruthy();
  });
});
