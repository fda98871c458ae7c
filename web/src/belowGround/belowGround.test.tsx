import { screen, waitFor } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { sown } from '../app/sown.testing.ts';
import { demoPlanting, openApp } from '../app/wholeApp.testing.tsx';

describe('seeds dug before anything is up', () => {
  it('on course, stuck and lost, and what that points to; a closed tab loses none', async () => {
    const { planting, records } = sown('Lark Piece', { plantedOn: '2027-05-22' });
    let here = await openApp(`/plantings/${planting}/below`, { phone: true, holding: records });
    here.server.network.cut = true;
    await here.press('Dig for the seeds', 'link');
    await here.mentions(/Treated seed:/);
    // Row 1: three shallow in dry soil; the next keeps dry until it is changed.
    await here.press('dry soil', 'radio');
    for (let i = 0; i < 4; i++) {
      await here.tap('[data-state=dry]');
      await here.press('0 in and parts');
      await here.tap('[data-depth="0.7"]');
    }
    await here.press('Undo');
    await here.press('Undo');
    expect(await screen.findByRole('button', { name: 'Row 1, 3 seeds' })).toBeTruthy();
    await here.press('Next row: 2');
    await here.press('moist soil', 'radio');
    await here.tap('[data-state=root]');
    await here.press('2 in and parts');
    await here.tap('[data-depth="2.0"]');
    await here.tap('[data-state=chewed]');
    await here.press('Soil surface');
    await here.press('residue', 'checkbox');
    here = await here.reopen();
    expect(await screen.findByRole('button', { name: 'Row 2, 2 seeds' })).toBeTruthy();
    await here.press('See what it means so far', 'link');
    await here.says('below-headline', /^1 of 5 seeds are on course \(95 %: /);
    await here.mentions(/No weather of this field/);
    await here.mentions(/3 dry · 1 root · 1 chewed/);
    const dug = here
      .all('belowGround')
      .filter(({ data }) => data.plantingId === planting)
      .sort((a, b) => a.data.row! - b.data.row!);
    expect(dug.map(({ data }) => [data.row, data.seeds.length])).toEqual([
      [1, 3],
      [2, 2],
    ]);
    expect(dug[1]!.data.over).toEqual(['residue']);
  });

  it('nothing dug yet says what to do, and what is dug stays with its day', async () => {
    const { planting, records } = sown('Lark Piece', { plantedOn: '2027-05-22' });
    const here = await openApp(`/plantings/${planting}/below`, { holding: records });
    expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('Below ground');
    expect(screen.queryByTestId('below-headline')).toBeNull();
    await here.press('Dig for the seeds', 'link');
    await here.tap('[data-state=shoot]');
    await waitFor(() =>
      expect(
        here.all('belowGround').find(({ data }) => data.plantingId === planting)?.data.on,
      ).toBe('2027-05-27'),
    );
  });

  it('the demo’s digs say how many are on course, and by what they were stopped', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Heron Bottom').id}/below`);
    await here.says('below-headline', /of \d+ seeds/);
  });
});
