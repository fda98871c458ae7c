import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import type { DataOf, Trench } from '@sendero/core';
import { openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

/** A check of the planting that goes on today, on a phone, at its first row. */
async function atFirstRow(): Promise<WholeApp> {
  const here = await openApp('/', { phone: true });
  await here.press('Check');
  await here.press(/stopped: start/);
  await here.arrives(/^\/trench\//);
  await screen.findByRole('radio', { name: 'Distances' });
  return here;
}
const seen = <T extends DataOf<'observation'>['type']>(here: WholeApp, type: T) => {
  const walk = /trench\/([^/?]+)/.exec(here.address())![1];
  const stops = here.all('stop').filter(({ data }) => data.walkId === walk);
  return here
    .all('observation')
    .map(({ data }) => data)
    .filter((data) => data.type === type && stops.some(({ id }) => id === data.stopId));
};
const row = (here: WholeApp, number: number) =>
  seen(here, 'trench').find((data) => (data as Trench).row === number) as Trench | undefined;
const depth = (here: WholeApp, key: string) => here.tap(`[data-depth="${key}"]`);

describe('seeds of a row, by thumb', () => {
  it('one read wrong is read again, one in dry soil is said so, one that was none is taken out', async () => {
    const here = await atFirstRow();
    for (const key of ['1.4', '1.4', '1.7']) await depth(here, key);
    const chip = (at: number) =>
      within(screen.getByLabelText('Seeds of this row')).getAllByRole('button')[at]!;
    await here.user.click(chip(2));
    await depth(here, '1.3');
    await waitFor(() => expect(chip(2).textContent).toBe('1⅜'));
    await here.user.click(chip(0));
    await here.press('In dry soil');
    await waitFor(() => expect(chip(0).textContent).toBe('1½ dry'));
    await here.press('In moisture');
    await waitFor(() => expect(chip(0).textContent).toBe('1½ moist'));
    // Said twice it is unsaid.
    await here.press('In moisture');
    await waitFor(() => expect(chip(0).textContent).toBe('1½'));
    await here.user.click(chip(1));
    await here.press('Take out');
    await waitFor(() =>
      expect(row(here, 1)!.seeds.map(({ typed }) => typed)).toEqual(['1 1/2 in', '1 3/8 in']),
    );
    await here.press('Undo');
    await waitFor(() => expect(row(here, 1)!.seeds).toHaveLength(3));
  });

  it('a full row leads to the next, and undo back into the one before', async () => {
    const here = await atFirstRow();
    for (let seed = 0; seed < 5; seed++) await depth(here, '1.4');
    expect(plain(screen.getByLabelText('Seeds of this row').textContent)).toMatch(/^seed 1 of 5/);
    await here.press('Undo');
    await waitFor(() => expect(row(here, 1)!.seeds).toHaveLength(4));
    expect(within(screen.getByLabelText('Seeds of this row')).getAllByRole('button')).toHaveLength(
      4,
    );
  });
});

describe('distances between seeds, by keys', () => {
  it('fractions by their own keys, several at once, a slip deleted, one taken out', async () => {
    const here = await atFirstRow();
    await here.press('Distances', 'radio');
    for (const key of ['6', '½']) await here.press(key);
    await here.press('Add');
    await here.press('7');
    await here.press('8');
    await here.press('Delete the last sign');
    await here.press('Add');
    await here.fill(/^Distance to the next seed/, '6 1/4, 13');
    await here.press('Add');
    const inches = () => row(here, 1)!.gapsM.map((gapM) => Math.round((gapM / 0.0254) * 100) / 100);
    await waitFor(() => expect(inches()).toEqual([6.5, 7, 6.25, 13]));
    await here.press(/^Take out 13/);
    await waitFor(() => expect(inches()).toEqual([6.5, 7, 6.25]));
  });

  it('what is no distance is told, and stays to be put right', async () => {
    const here = await atFirstRow();
    await here.press('Distances', 'radio');
    await here.press('Add');
    expect(screen.getByRole('alert').textContent).toBe('Enter the distance to the next seed.');
    await here.fill(/^Distance to the next seed/, '6, far');
    await here.press('Add');
    expect(screen.getByRole('alert').textContent).toMatch(/far|figure|number/);
    expect(here.value(/^Distance to the next seed/)).toBe('6, far');
    expect(row(here, 1)).toBeUndefined();
  });
});

describe('the furrow and the ground', () => {
  it('what is seen in the furrow is kept by row; settings go to every row dug', async () => {
    const here = await atFirstRow();
    for (let seed = 0; seed < 5; seed++) await depth(here, '1.4');
    await here.press('Row before');
    await here.press('Furrow', 'radio');
    const [choice] = screen
      .getAllByRole('radio')
      .filter((one) => one.hasAttribute('data-alarming'));
    await here.user.click(choice!);
    await here.unfold('Settings of row 1');
    await here.fill('Depth-stop position', 'C4');
    (document.activeElement as HTMLElement).blur();
    await waitFor(() => expect(row(here, 1)!.settings.depthStop).toBe('C4'));
    expect(row(here, 1)!.seeds).toHaveLength(5);
    await here.press('Next row: 2');
    await here.press('Depth', 'radio');
    await depth(here, '1.4');
    await here.press('Row before');
    await here.press('Furrow', 'radio');
    await here.unfold('Settings of row 1');
    await here.press(/every row/i);
    await waitFor(() => expect(row(here, 2)!.settings.depthStop).toBe('C4'));
  });

  it('moisture of the place: dry layer, feel, speed, and a sensor by its owner’s own level', async () => {
    const here = await atFirstRow();
    await here.press('Moisture', 'radio');
    await here.fill('Thickness of the dry layer', '1 1/4');
    await here.fill('Speed of the planter', '5 mph');
    await here.fill('Sensor reading', '18');
    await here.fill('Adequate for that sensor', '30');
    await here.mentions(/Below your adequate level\./);
    await here.fill('Sensor reading', '31,5');
    await here.mentions(/At or above your adequate level\./);
    await here.fill('Thickness of the dry layer', 'thin');
    expect(here.wrong('Thickness of the dry layer')).toBeTruthy();
    expect(here.value('Thickness of the dry layer')).toBe('thin');
    expect(seen(here, 'ground')).toMatchObject([
      {
        dryLayerM: 1.25 * 0.0254,
        sensor: 31.5,
        sensorAdequate: 30,
        asTyped: { speedMPerS: '5 mph' },
      },
    ]);
  });
});
