import { screen, waitFor, within } from '@testing-library/dom';
import type { DataOf } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { record } from '../app/sown.testing.ts';
import { demoRecord, openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

const goose = demoRecord('planter', ({ name }) => name === 'Goose');
const marigold = demoRecord('planter', ({ name }) => name === 'Marigold');
const item = (more: Partial<DataOf<'workItem'>>) =>
  record('workItem', {
    planterId: marigold.id,
    season: 2027,
    what: 'Grease the toolbar',
    rows: [],
    priority: 'middle',
    measure: null,
    state: 'todo',
    ...more,
  });
const open = (of: { id: string }, holding: ReturnType<typeof item>[] = [], phone = false) =>
  openApp(`/planters/${of.id}/workshop`, { holding, phone });
const column = (name: string) => plain(screen.getByRole('region', { name }).textContent);
const own = (here: WholeApp) =>
  here.all('workItem').filter(({ data }) => data.what === 'Grease the toolbar');
const openItem = (here: WholeApp) => here.press(/^Grease the toolbar/);

describe('an item of the workshop list', () => {
  it('half-filled it is found again after a closed tab, and cancelled it is as it was', async () => {
    let here = await open(marigold, [item({})]);
    await openItem(here);
    await here.fill('Who', 'Teo Lindqvist');
    here = await here.reopen();
    await screen.findByRole('dialog');
    expect(here.value('Who')).toBe('Teo Lindqvist');
    await here.press('Cancel');
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    expect(own(here)[0]!.data.who).toBe('');
  });

  it('deleted it can be brought back', async () => {
    const here = await open(marigold, [item({})]);
    await openItem(here);
    await here.press('Delete the item');
    await waitFor(() => expect(own(here)).toEqual([]));
    await here.press('Undo');
    await waitFor(() => expect(own(here)).toHaveLength(1));
    expect(column('To do')).toContain('Grease the toolbar');
  });

  it('set to done it asks for its day; set back, the day is gone', async () => {
    const here = await open(marigold, [item({})]);
    await openItem(here);
    await here.choose('How far it is', 'Done');
    await here.fill('Done on', '2027-05-20');
    await here.fill('How, and with what', 'Two cartridges');
    await here.press('Keep');
    await waitFor(() => expect(column('Done')).toContain('Grease the toolbar'));
    expect(own(here)[0]!.data).toMatchObject({ doneOn: '2027-05-20', doneNote: 'Two cartridges' });
    await openItem(here);
    await here.choose('How far it is', 'In hand');
    await here.press('Keep');
    await waitFor(() =>
      expect(own(here)[0]!.data).toMatchObject({ state: 'inHand', doneOn: null }),
    );
  });

  it('a cost that is no figure is told beside it, and nothing is kept before it is', async () => {
    const here = await open(marigold, [item({})]);
    await openItem(here);
    await here.fill('Cost', 'a lot');
    await here.press('Keep');
    expect(here.wrong('Cost')).toBe('Enter the cost as a figure.');
    expect(own(here)[0]!.data.cost).toBeNull();
    await here.fill('Cost', '120');
    await here.press('Keep');
    await waitFor(() => expect(own(here)[0]!.data.cost).toBe(120));
  });

  it('stands in the calendar on its day, and leaves it when it is done', async () => {
    const here = await open(marigold, [item({ due: '2027-06-02' })]);
    await here.visit('/calendar');
    const day = () => screen.getByRole('region', { name: /^Wed, Jun 2/ });
    await waitFor(() =>
      expect(within(day()).getByRole('button', { name: /Grease the toolbar/ })).toBeTruthy(),
    );
    const [kept] = own(here);
    here.device.change('workItem', kept!.id, (data) => ({
      ...data,
      state: 'done',
      doneOn: '2027-05-27',
    }));
    await waitFor(() =>
      expect(screen.queryByRole('button', { name: /Grease the toolbar, .*due/ })).toBeNull(),
    );
  });
});

describe('the list as a whole', () => {
  it('goes out as a table, a line an item, in words', async () => {
    const here = await open(marigold, [
      item({ rows: [3, 4], who: 'Teo Lindqvist', due: '2027-06-02', cost: 120, parts: 'grease' }),
    ]);
    await here.press('As a table (CSV)');
    const { name, text } = here.saved.at(-1)!;
    expect(name).toBe('Marigold-workshop-2027.csv');
    const [head, ...lines] = (await text).trim().split(/\r?\n/);
    expect(head).toMatch(/^rows,what,found,season,how soon,state,who,due,parts,cost,done on,how$/);
    const line = lines.find((one) => one.includes('Grease the toolbar'))!;
    expect(line).toMatch(
      /^3 4,Grease the toolbar,.*,2027,.*,To do,Teo Lindqvist,2027-06-02,grease,120,/,
    );
  });

  it('last winter’s repair that worked is closed, and can be opened', async () => {
    const here = await open(goose);
    await waitFor(() =>
      expect(column('Closed')).toMatch(/It worked: [⅜½⅝] in too shallow before, on target since/),
    );
    await here.user.click(
      within(screen.getByRole('region', { name: 'Closed' })).getByRole('button', { name: 'Open' }),
    );
    expect(await screen.findByRole('form', { name: 'Edit the item' })).toBeTruthy();
  });

  it('on a phone what was found is put on the list by one thumb, and taken back', async () => {
    const here = await open(goose, [], true);
    const found = () => screen.queryByRole('region', { name: 'Found, and not on the list' });
    const before = within(found()!).getAllByRole('button').length;
    await here.user.click(within(found()!).getAllByRole('button')[0]!);
    await waitFor(() =>
      expect(found() ? within(found()!).getAllByRole('button').length : 0).toBe(before - 1),
    );
    await here.press('Undo');
    await waitFor(() => expect(within(found()!).getAllByRole('button')).toHaveLength(before));
  });
});
