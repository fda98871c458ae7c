import type { ExampleRecord } from '@sendero/core';
import { Route, Routes } from 'react-router';
import { beforeEach, describe, expect, it } from 'vitest';
import { emptyDevice, onScreen } from '../app/onScreen.testing.tsx';
import { plain } from '../app/onPage.testing.tsx';
import { cardSeason } from './cardSeason.testing.ts';
import PlanterCardScreen from './PlanterCardScreen.tsx';
import WorkshopScreen from './WorkshopScreen.tsx';

beforeEach(emptyDevice);

async function open(path: string, holding: readonly ExampleRecord[]) {
  const here = await onScreen(
    <Routes>
      <Route path="/planters/:planterId" element={<PlanterCardScreen />} />
      <Route path="/planters/:planterId/workshop" element={<WorkshopScreen />} />
    </Routes>,
    { holding, path },
  );
  await here.findByRole('heading', { level: 1 });
  return here;
}

describe('the planter card', () => {
  it('names row 4 alone, the worst first, and its year at a touch', async () => {
    const { records, planter } = cardSeason();
    const here = await open(`/planters/${planter.id}`, records);
    const worst = here.getByTestId('worst-rows').querySelectorAll('button');
    expect(worst).toHaveLength(1);
    expect(plain(worst[0]!.textContent)).toMatch(/^Row 4: ¾ in too shallow/);
    expect(plain(here.getByRole('region', { name: 'Row 4 this season' }).textContent)).toContain(
      'Against its sisters, at 6 places in this field',
    );
    await here.user.click(here.getByRole('button', { name: 'Row 2, nothing told' }));
    expect(here.getByRole('region', { name: 'Row 2 this season' }).textContent).toContain(
      'Nothing told from chance sets this row apart.',
    );
  });

  it('judges anew what is filtered, and comes back', async () => {
    const { records, planter } = cardSeason();
    const here = await open(`/planters/${planter.id}`, records);
    await here.user.selectOptions(here.getByLabelText('Seen until'), '2027-04-28');
    expect(here.getByRole('region', { name: 'Row 4 this season' }).textContent).not.toContain(
      'late plants',
    );
    await here.user.selectOptions(here.getByLabelText('Time of day'), 'Before noon');
    expect(here.getByText('Nothing seen yet.')).toBeTruthy();
    await here.user.selectOptions(here.getByLabelText('Time of day'), 'Whole day');
    await here.user.selectOptions(here.getByLabelText('Seen until'), 'Last day');
    expect(here.getByRole('region', { name: 'Row 4 this season' }).textContent).toContain(
      'more late plants',
    );
  });

  it('puts money beside the bushels once a price is entered, and takes none that is no figure', async () => {
    const { records, planter } = cardSeason();
    const here = await open(`/planters/${planter.id}`, records);
    expect(here.getByTestId('row-cost').textContent).not.toContain('in your money');
    await here.user.click(here.getByRole('button', { name: 'Price of corn' }));
    const price = here.getByLabelText('In your own money');
    await here.user.type(price, 'dear');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByTestId('row-cost').textContent).not.toContain('in your money');
    await here.user.clear(price);
    await here.user.type(price, '4.20');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(plain(here.getByTestId('row-cost').textContent)).toMatch(
      /bu\/ac of corn on the [\d.]+ ac it planted: [\d,]+ to [\d,]+ bu, [\d,]+ to [\d,]+ in your money/,
    );
  });

  it('says why: the likeliest cause with what speaks for it, and takes what somebody saw', async () => {
    const { records, planter } = cardSeason();
    const here = await open(`/planters/${planter.id}`, records);
    const why = await here.findByRole('region', { name: 'Why' });
    const chance = () =>
      /Depth stop set differently: row 4(over 99|\d+) in 100/.exec(why.textContent!)?.[1];
    expect(chance()).toBeDefined();
    const before = Number(chance()!.replace('over ', ''));
    expect(before).toBeGreaterThan(80);
    await here.user.click(here.getByText('Add what you saw'));
    await here.user.selectOptions(here.getByLabelText('Where'), 'Row 4');
    await here.user.selectOptions(
      here.getByLabelText('What'),
      'Its seed lies shallower than it should',
    );
    await here.user.click(here.getByRole('button', { name: 'It is not there' }));
    expect(why.textContent).toContain('Row 4: its seed is not shallow');
    expect(Number(chance()?.replace('over ', '') ?? 0)).toBeLessThan(before);
    await here.user.click(here.getByRole('button', { name: 'Take out' }));
    expect(Number(chance()!.replace('over ', ''))).toBe(before);
  });

  it('a planter nothing was measured of says what it is judged by', async () => {
    const { records, planter } = cardSeason();
    const bare = records.filter(({ kind }) => !['walk', 'stop', 'observation'].includes(kind));
    const here = await open(`/planters/${planter.id}`, bare);
    expect(here.getByText(/Nothing was measured row by row this season/)).toBeTruthy();
  });
});

describe('the workshop list', () => {
  it('keeps which units changed places, says what is wrong, and takes it out again', async () => {
    const { records, planter } = cardSeason();
    const here = await open(`/planters/${planter.id}/workshop`, records);
    await here.user.click(here.getByText('Units moved to another row'));
    const keep = () => here.getByRole('button', { name: 'They changed places' });
    await here.user.selectOptions(here.getByLabelText('And of'), 'Row 1');
    await here.user.click(keep());
    expect(here.getByRole('alert').textContent).toBe('Choose two different rows.');
    await here.user.selectOptions(here.getByLabelText('And of'), 'Row 4');
    await here.user.click(keep());
    expect(here.getByText(/: rows 1 and 4 changed/)).toBeTruthy();
    await here.user.click(here.getByRole('button', { name: 'Take out' }));
    expect(here.queryByText(/: rows 1 and 4 changed/)).toBeNull();
  });

  it('takes a finding by one tap, gives it back by undo, and moves it by key', async () => {
    const { records, planter } = cardSeason();
    const here = await open(`/planters/${planter.id}/workshop`, records);
    const column = (name: string) => here.getByRole('region', { name });
    await here.user.click(here.getByRole('button', { name: 'Put on the list' }));
    expect(plain(column('To do').textContent)).toContain('Set row 4 deeper by 3 steps (¾ in)');
    expect(here.queryByRole('button', { name: 'Put on the list' })).toBeNull();
    await here.user.click(here.getByRole('button', { name: 'Undo' }));
    await here.user.click(here.getByRole('button', { name: 'Put on the list' }));
    const item = here.getByRole('button', { name: /^Set row 4 deeper/ });
    item.focus();
    await here.user.keyboard('{Shift>}{ArrowRight}{/Shift}');
    expect(column('Parts ordered').textContent).toContain('Set row 4 deeper');
    expect(here.all('workItem').map(({ state }) => state)).toEqual(['ordered']);
    const sheet = here.getByRole('region', { name: 'The list in planter order' });
    expect(plain(sheet.textContent)).toContain('+3 (¾ in deeper)');
  });

  it('an item of one’s own: what is left out is said beside its field, what is done asks for its day', async () => {
    const { records, planter } = cardSeason();
    const here = await open(`/planters/${planter.id}/workshop`, records);
    await here.user.click(here.getByRole('button', { name: 'Add an item' }));
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByText('Say what is to be done.')).toBeTruthy();
    await here.user.type(here.getByLabelText('What is to be done'), 'Grease the toolbar');
    await here.user.type(here.getByLabelText('Rows'), '99');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByText('Enter the planter row, 1 to 96.')).toBeTruthy();
    await here.user.clear(here.getByLabelText('Rows'));
    await here.user.type(here.getByLabelText('Rows'), '7');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.getByText(/has 6 rows: choose rows from 1 to 6\.$/)).toBeTruthy();
    await here.user.clear(here.getByLabelText('Rows'));
    await here.user.selectOptions(here.getByLabelText('How far it is'), 'Done');
    await here.user.click(here.getByRole('button', { name: 'Keep', hidden: true }));
    expect(here.all('workItem')).toMatchObject([
      { what: 'Grease the toolbar', rows: [], state: 'done' },
    ]);
    expect(here.all('workItem')[0]!.doneOn).not.toBeNull();
  });
});
