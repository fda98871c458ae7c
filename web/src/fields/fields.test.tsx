import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { newId } from '../data/newId.ts';
import { sown } from '../app/sown.testing.ts';
import { openApp } from '../app/wholeApp.testing.tsx';
import { addField } from './addField.testing.ts';

const gone = (text: string) => waitFor(() => expect(screen.queryByText(text)).toBeNull());

describe('a newcomer’s first field', () => {
  it('a new grower is made when the field is kept; half-filled it is still there', async () => {
    let here = await openApp('/fields', { demo: false });
    await here.press('Add a field');
    await here.fill('Grower', '');
    await here.press('Keep');
    await here.mentions(/Choose the grower, or type a new name/);
    expect(screen.queryByText('Enter a name for the field.')).toBeNull();
    await here.fill('Grower', 'Quill & Daughters');
    await here.fill('Area (optional)', '38 ac');

    // Called away: another screen, then the battery is empty.
    await here.visit('/');
    here = await here.reopen('/fields');
    await here.mentions(/As you left it/);
    expect(here.value('Grower')).toBe('Quill & Daughters');
    expect(here.value('Area (optional)')).toBe('38 ac');
    await here.fill('Field name', 'Sedge Piece');
    await here.press('Keep');
    expect(await screen.findByRole('heading', { name: 'Quill & Daughters' })).toBeTruthy();
    expect(screen.getByText('Sedge Piece')).toBeTruthy();

    // The next field of the same grower: chosen by its name, not made again.
    await here.press('Add a field');
    await here.fill('Grower', 'quill & daughters');
    await here.fill('Field name', 'Alder Strip');
    await here.user.keyboard('{Enter}');
    expect(await screen.findByText('Alder Strip')).toBeTruthy();
    expect(here.all('grower')).toHaveLength(1);
  });

  it('a planting needs no variety; given up, nothing of it comes back', async () => {
    let here = await openApp('/fields', { demo: false });
    await addField(here, 'Quill & Daughters', 'Alder Strip');
    const add = 'Add a planting on Alder Strip';
    await here.press(add);
    await here.fill('Row width', '30 in');
    await here.fill('Seeding rate', '30k');
    here = await here.reopen();
    await screen.findByLabelText(/^Seeding rate/);
    expect(here.value('Seeding rate')).toBe('30k');
    await here.press('Cancel');
    here = await here.reopen();
    await screen.findByText('Alder Strip');
    expect(screen.queryByRole('form', { name: 'New planting' })).toBeNull();
    await here.press(add);
    await here.fill('Row width', '30 in');
    await here.fill('Seeding rate', '30k');
    await here.press('Keep');
    expect(await screen.findByRole('link', { name: /^Corn, / })).toBeTruthy();
    expect(here.all('planting')[0]!.data).toMatchObject({ variety: '', planterId: null });
  });

  it('a planting takes the row width of the planter that is chosen, and says the spacing as it is typed', async () => {
    const here = await openApp('/planters', { demo: false });
    for (const [name, width] of [
      ['Heron', '15"'],
      ['Wren', '30"'],
    ] as const) {
      await here.press('Add a planter');
      await here.fill('Name', name);
      await here.fill(/^Rows$/, '4');
      await here.fill('Row width', width);
      await here.press('Keep');
      await waitFor(() => expect(screen.queryByRole('button', { name: 'Keep' })).toBeNull());
    }
    await here.mentions(/4 rows at 30 in/);
    await here.visit('/fields');
    await addField(here, 'Thistle Farm', 'Crane Meadow');
    await here.press('Add a planting on Crane Meadow');
    await here.choose('Planter', 'Wren, 4 rows');
    await here.fill('Seeding rate', '32k');
    // Field guide 1: 30 in rows at 32,000 an acre is 6.534 in.
    await here.says('target-spacing', /6\.53 in/);
    await here.choose('Planter', 'Heron, 4 rows');
    await here.says('target-spacing', /13\.07 in/);
    await here.fill('Depth target', '1 3/4"');
    await here.press('Keep');
    await here.press(/^Corn, /, 'link');
    await here.press('Edit');
    expect(here.value('Depth target')).toBe('1 3/4"'); // exactly as typed
  });
});

describe('many fields at once', () => {
  it('are pasted from a spreadsheet with its headings; growers are added with them, lines that cannot be stay', async () => {
    let here = await openApp('/fields', { demo: false });
    await here.press('Add from a table');
    await here.user.click(await screen.findByLabelText('Grower, line 1'));
    await here.user.paste(
      'Field\tFarm\tHectares\nReed Corner\tPlover Farm\t31.5\nCrane Meadow\tplover farm\t12\nTeal Flat\t\t9\nReed Corner\tPlover Farm\t4',
    );
    await waitFor(() => expect(here.value('Field, line 4')).toBe('Reed Corner'));
    here = await here.reopen();
    await screen.findByLabelText('Field, line 4');
    await here.press('Save 4 fields');
    expect(here.all('grower').map(({ data }) => data.name)).toEqual(['Plover Farm']);
    expect(
      here
        .all('field')
        .map(({ data }) => [data.name, data.areaM2])
        .sort(),
    ).toEqual([
      ['Crane Meadow', 120_000],
      ['Reed Corner', 315_000],
    ]);
    expect(here.value('Field, line 1')).toBe('Teal Flat');
    expect(here.wrong('Grower, line 1')).toContain('Enter the grower.');
    expect(here.wrong('Field, line 2')).toContain('has a field of that name already');
    await here.press('Cancel');
    expect(await screen.findByText('Crane Meadow')).toBeTruthy();
  });
});

describe('a planter of a common size', () => {
  it('is one tap and Save; a name of one’s own stays', async () => {
    const here = await openApp('/planters', { demo: false });
    await here.press('Add a planter');
    await here.press(/^12 × 30\sin$/, 'radio');
    await here.press(/^16 × 30\sin$/, 'radio');
    expect(here.value('Name')).toBe('16-row planter');
    await here.fill('Name', 'Goose');
    await here.press(/^12 × 30\sin$/, 'radio');
    await here.press('Keep');
    await waitFor(() =>
      expect(here.all('planter').map(({ data }) => data)).toMatchObject([
        { name: 'Goose', rows: 12, rowWidthM: 0.762, type: 'planter' },
      ]),
    );
  });
});

describe('fields', () => {
  it('a deleted field comes back with undo', async () => {
    const here = await openApp('/fields', { demo: false });
    await addField(here, 'Plover Farm', 'Reed Corner');
    await here.press('More about Reed Corner');
    await here.press('Delete', 'menuitem');
    await gone('Reed Corner');
    await here.press('Undo');
    expect(await screen.findByText('Reed Corner')).toBeTruthy();
    await here.device.syncOnce();
    const [field] = here.all('field');
    expect(here.server.held.get(`field ${field!.id}`)!.deletedAt).toBeNull();
  });

  it('the first field is one tap away, and a planting of another century is asked about', async () => {
    const here = await openApp('/', { demo: false });
    await here.press('Add your first field', 'link');
    expect(await screen.findByRole('combobox', { name: 'Grower' })).toBeTruthy();
    await addField(here, 'Plover Farm', 'Reed Corner');
    await here.press('Add a planting on Reed Corner');
    await here.fill('Planted on', '2199-05-01');
    await here.press('Keep');
    expect(here.wrong('Planted on')).toBe(
      'This day is more than a year and a half ahead. Check the year.',
    );
    expect(here.all('planting')).toEqual([]);
  });

  it('an older season is opened from the switch, and the newer one misses nothing meanwhile', async () => {
    let here = await openApp('/fields');
    const now = 'Corn AB-111, May 4';
    expect(screen.getByRole('link', { name: now })).toBeTruthy();
    await here.choose('Season', '2026');
    await gone(now);
    const [planting] = here.all('planting').filter(({ data }) => data.season === 2026);
    expect(planting).toBeTruthy();
    // Meanwhile another person plants, this season.
    const { records } = sown('Teal Acre', {});
    here.server.apply(
      records.map(({ kind, id, data }) => ({
        id: newId(),
        madeAt: '2027-05-27T09:30:00.000Z',
        changes: [{ op: 'put', kind, id, baseRevision: 0, data }],
      })),
      'Ife Marlow',
    );
    here = await here.reopen('/fields');
    await screen.findByLabelText('Season');
    expect(here.value('Season')).toBe('2026');
    await here.choose('Season', '2027');
    expect(await screen.findByRole('link', { name: now })).toBeTruthy();
    expect(await screen.findByText('Teal Acre')).toBeTruthy();
  });

  it('each planting leads to its own page, its trail to what is due there', async () => {
    const here = await openApp('/fields');
    await here.press('Corn AB-111, May 4', 'link');
    await here.arrives(/^\/plantings\//);
    const trail = await screen.findByRole('navigation', { name: /trail|path/i });
    expect(within(trail).getAllByRole('link').length).toBeGreaterThan(6);
  });
});
