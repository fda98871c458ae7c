import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, type WholeApp } from '../app/wholeApp.testing.tsx';

const SEED = /^Seed$/;
const bring = async (here: WholeApp, at: number, name: string, text: string) => {
  const input = document.querySelectorAll<HTMLInputElement>('input[type=file]')[at]!;
  await here.user.upload(input, new File([text], name));
};

describe('the replant desk of the demo', () => {
  it('a figure, a slider and a local table move the answer, and back', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Windmill East').id}`);
    const [way] = await screen.findAllByRole('link', { name: /Replant/ });
    await here.user.click(way!);
    await here.says('advice', /^Replant the worst part \(clay knoll\): 9\d in 100/);

    // Bad figures are told beside their field, and what was typed stays.
    await here.fill('Earliest day to plant again', '2027-05-01');
    await here.mentions(/This day is past/);
    await here.fill('Earliest day to plant again', '2027-05-31');
    await here.fill(SEED, '-5/ac');
    await here.user.tab();
    await here.mentions(/cannot be negative|above zero|0 or more/);
    await here.fill(SEED, '900/ac');
    await here.says('advice', /^(Keep it|Fill in)/);
    await here.fill(SEED, '');
    await here.says('advice', /^Replant the worst part/);

    // Later by key: at some day it no longer pays.
    screen.getByRole('slider', { name: /Replanted later by/ }).focus();
    await here.user.keyboard('{End}');
    await here.says('advice', /^(Keep it|Fill in)/);
    await here.press('As it is');
    await here.says('advice', /^Replant the worst part/);

    await bring(here, 0, 'one-line.csv', 'days,20\n0,85');
    expect((await screen.findByRole('alert')).textContent).toMatch(/two stands and two dates/);
    await bring(here, 0, 'steep.csv', 'days,2,20,30\n0,70,92,100\n20,20,30,35\n40,5,8,10');
    await here.mentions(/By steep\.csv, this workspace’s own/);
    await here.says('advice', /^Keep it/);
    await bring(here, 1, 'strips.csv', 'stand,yield\n12,150\n18,180\n32,200');
    await here.mentions(/3 strips of your own bend it: a thin stand loses less/);
    await here.press('Go by the app’s curves again');
    await here.says('advice', /^Replant the worst part/);
  });

  it('after hail it is a close call: counting again is worth more than either', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Ditch Block').id}/replant`);
    await here.says(
      'advice',
      /^Wait until .* and count again\..*Replant all of it: 5\d in 100, a close call\./,
    );
    await here.mentions(/35 % of the expected stand/);
    await here.mentions(/Replanting returns more below/);
  });

  it('one no leaves keeping and waiting alone, and says why', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Windmill East').id}/replant`);
    await here.says('advice', /^Replant the worst part/);
    const options = () =>
      within(screen.getByLabelText('What is done'))
        .getAllByRole('option')
        .map(({ textContent }) => textContent);
    expect(options()).toContain('Replant the worst part');
    const asked = within(screen.getByRole('region', { name: 'Before a stand is destroyed' }));
    await here.user.click(asked.getAllByRole('radio', { name: 'No' })[0]!);
    await here.says('advice', /^Keep it/);
    await waitFor(() => expect(options()).toEqual(['Keep it', 'Wait and count again']));
    await here.user.click(asked.getAllByRole('radio', { name: 'Yes' })[0]!);
    await here.says('advice', /^Replant the worst part/);
    await waitFor(() => expect(options()).toContain('Replant the worst part'));
  });

  it('the call is kept with who, why and when, and its tasks stand in the calendar', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Windmill East').id}/replant`);
    await here.says('advice', /^Replant/);
    await here.choose('What is done', 'Replant the worst part');
    await here.fill('Why (optional)', 'Crusted, and nothing left to come');
    await here.press('Decide');
    await here.says('decided', /Crusted, and nothing left to come/);
    await here.says('decided', /Noor Castellane/);
    const planting = demoPlanting('Windmill East').id;
    const tasks = () => here.all('visit').filter(({ data }) => data.plantingId === planting);
    expect(tasks().length).toBeGreaterThan(0);
    await here.visit('/calendar');
    await here.mentions(/Plant again/);
    await here.press('Undo');
    expect(tasks()).toEqual([]);
  });
});
