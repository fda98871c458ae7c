import { screen, waitFor, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { record, sown } from '../app/sown.testing.ts';
import { openApp, plain } from '../app/wholeApp.testing.tsx';

const { planting, records } = sown('Wren Piece', {});

/**
 * Pairs of a late plant and its neighbour in step, weighed at grain fill.
 * @param share what the late one bears of its neighbour
 */
function pairs(group: 'oneBehind' | 'twoBehind', share: number, many: number) {
  return Array.from({ length: many }, (_, i) => {
    const tag = (of: string, more: object) =>
      record('taggedPlant', {
        plantingId: planting,
        walkId: null,
        stop: null,
        row: null,
        atM: null,
        tag: `${group} ${i} ${of}`,
        stage: null,
        at: '2027-05-20T12:00:00.000Z',
        on: '2027-05-20',
        zoneOffsetMin: 0,
        ...more,
      });
    const late = tag('late', { group, beside: null });
    const neighbour = tag('N', { group: 'inStep', beside: late.id });
    // No two plants bear alike: a tenth more or less by turns.
    const kg = 0.16 * (1 + (i % 2 ? 0.1 : -0.1));
    const weighed = (plantId: string, weightKg: number) =>
      record('tagOutcome', {
        plantId,
        visit: 'grainFill',
        on: '2027-05-26',
        inFlower: null,
        bears: 'full',
        count: null,
        weightKg,
      });
    return [
      late,
      neighbour,
      weighed(late.id, kg * share * (1 + (i % 3) * 0.05)),
      weighed(neighbour.id, kg),
    ];
  }).flat();
}
const opened = (made: ReturnType<typeof pairs>) =>
  openApp(`/plantings/${planting}/tags`, { demo: false, holding: [...records, ...made] });
const card = async () => within(await screen.findByRole('region', { name: 'Your own weights' }));

describe('weights told from one’s own tagged plants', () => {
  it('too few tell nothing, and the card says how many it takes', async () => {
    await opened(pairs('oneBehind', 0.8, 2));
    expect(
      await screen.findByText(/Three late plants or more of a kind, and three in step/),
    ).toBeTruthy();
    expect(screen.queryByTestId('weight-one')).toBeNull();
  });

  it('stand beside those in use with their interval; put to use, and taken back', async () => {
    const here = await opened([...pairs('oneBehind', 0.8, 9), ...pairs('twoBehind', 0.3, 9)]);
    await card();
    const weight = (which: string) => Number.parseFloat(screen.getByTestId(which).textContent!);
    expect(weight('weight-one')).toBeGreaterThan(0.7);
    expect(weight('weight-one')).toBeLessThan(0.95);
    expect(weight('weight-two')).toBeLessThan(weight('weight-one'));
    expect(plain(screen.getByTestId('weight-one').textContent)).toMatch(
      /^0\.\d\d \(95 %: 0\.\d\d to [01]\.\d\d, \d+ plants\); in use: 0\.75$/,
    );
    await here.press('Use these weights');
    const used = () => here.all('workspace')[0]!.data.weights;
    await waitFor(() => expect(used()).not.toBeNull());
    expect(used()!.oneBehind).toBeCloseTo(weight('weight-one'), 2);
    expect(here.button('In use').hasAttribute('disabled')).toBe(true);
    await here.press('Undo');
    await waitFor(() => expect(used()).toBeNull());
    expect(here.button('Use these weights')).toBeTruthy();
  });

  it('of a kind that nobody tagged the weight in use stays', async () => {
    const here = await opened(pairs('oneBehind', 0.8, 9));
    await card();
    await here.press('Use these weights');
    await waitFor(() => expect(here.all('workspace')[0]!.data.weights?.twoBehind).toBe(0));
  });
});
