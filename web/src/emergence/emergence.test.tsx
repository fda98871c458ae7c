import { screen, waitFor } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { sown } from '../app/sown.testing.ts';
import { demoPlanting, openApp, type WholeApp } from '../app/wholeApp.testing.tsx';

/** Plants newly up in each of six rows, seven, five and three days ago: row 4 is late. */
const BEFORE: Record<number, number[]> = {
  1: [0, 9, 17],
  2: [1, 10, 15],
  3: [0, 8, 18],
  4: [0, 0, 4],
  5: [1, 9, 16],
  6: [0, 11, 14],
};

/** A planting of two weeks ago; its flags are set on the screen, the visits of days before as another scout sent them. */
async function flagged(phone = true) {
  const { planting, records } = sown('Wren Piece', { rows: 6, plantedOn: '2027-05-13' });
  let here = await openApp(`/plantings/${planting}/emergence`, { phone, holding: records });
  await here.press('Flag lengths to count in', 'link');
  await here.fill('Where the first flag stands', '40 steps in, fence side');
  here = await here.reopen();
  await screen.findByLabelText(/^Where the first flag stands/);
  expect(here.value('Where the first flag stands')).toBe('40 steps in, fence side');
  await here.fill('Length between the flags', '17 ft 5 in');
  await here.press('Flag 6 lengths, and count');
  if (phone) await here.mentions(/40 steps in, fence side/);
  const lengths = here.all('flaggedLength').filter(({ data }) => data.plantingId === planting);
  expect(lengths.map(({ data }) => data.row).sort()).toEqual([1, 2, 3, 4, 5, 6]);
  const kept = here.device.putAll(
    lengths.flatMap(({ id, data }) =>
      BEFORE[data.row!]!.map((plants, visit) => {
        const on = `2027-05-${20 + 2 * visit}`;
        return {
          kind: 'emergenceCount' as const,
          data: {
            lengthId: id,
            at: `${on}T08:00:00.000Z`,
            on,
            zoneOffsetMin: 0,
            round: 1,
            counted: 'new' as const,
            plants,
            lost: 0,
            flagsM: null,
          },
        };
      }),
    ),
  );
  expect(kept.ok).toBe(true);
  return { here, planting };
}
const newlyUp = () => screen.getByRole('button', { name: /^Add a plant newly up/ });
const countsOf = (here: WholeApp, planting: string) => {
  const rows = new Map(
    here
      .all('flaggedLength')
      .filter(({ data }) => data.plantingId === planting)
      .map(({ id, data }) => [id, data.row]),
  );
  return here
    .all('emergenceCount')
    .filter(({ data }) => data.on === '2027-05-27' && rows.has(data.lengthId))
    .map(({ data }) => [rows.get(data.lengthId), data.plants] as const)
    .sort(([a], [b]) => a! - b!);
};

describe('flagged lengths', () => {
  it('counted with a thumb, in flags and in numbers; the desk reads the curve and the late row', async () => {
    const { here, planting } = await flagged();
    await here.visit(`/plantings/${planting}/emergence/count`);
    await here.mentions(/Had 26 up by/);
    for (let i = 0; i < 2; i++) await here.user.click(newlyUp());
    await here.press('Undo');
    await waitFor(() =>
      expect(newlyUp().getAttribute('aria-label') ?? newlyUp().textContent).toContain('now 1'),
    );
    await here.press('Next: Row 2');
    await here.press('Nothing new');
    await here.press('Numbers', 'radio');
    for (const [row, plants] of [
      [4, '17'],
      [5, '1'],
      [6, '0'],
    ] as const)
      await here.fill(`newly up, Row ${row}`, plants);
    // A later total below an earlier one is asked about, and kept.
    await here.press('Tap', 'radio');
    await here.press(/^Row 6,/);
    await here.press('Count all that stand instead');
    await here.fill('All that stand between the flags', '23');
    await here.press('2 lost');
    await here.mentions(/2 lost since they came up\./);
    expect(countsOf(here, planting)).toEqual([
      [1, 1],
      [2, 0],
      [4, 17],
      [5, 1],
      [6, expect.any(Number)],
    ]);

    await here.visit(`/plantings/${planting}/emergence`);
    await here.says('emergence-headline', /^Half were up by .*\(90 %: /);
    await here.mentions(/Row 4 was half up \d+ h later than the middle/);
    await here.mentions(/No trench check of this planting tells why/);
  });

  it('what cannot be a count is told beside its row, and the others stay', async () => {
    const { here, planting } = await flagged();
    await here.visit(`/plantings/${planting}/emergence/count`);
    await here.press('Numbers', 'radio');
    await here.fill('newly up, Row 1', '3');
    await here.fill('newly up, Row 2', 'some');
    expect(here.wrong('newly up, Row 2')).toContain('Enter a whole number, 0 or more.');
    expect(countsOf(here, planting)).toEqual([[1, 3]]);
  });

  it('one tap a row on the pad; none in the others; a number that is cleared deletes the count, and comes back', async () => {
    const { here, planting } = await flagged();
    await here.visit(`/plantings/${planting}/emergence/count`);
    await here.press('Numbers', 'radio');
    for (const plants of ['3', '12', '0']) await here.press(plants);
    await here.press('None in the others');
    await waitFor(() =>
      expect(countsOf(here, planting)).toEqual([
        [1, 3],
        [2, 12],
        [3, 0],
        [4, 0],
        [5, 0],
        [6, 0],
      ]),
    );
    await here.fill('newly up, Row 2', '');
    await waitFor(() => expect(countsOf(here, planting).map(([row]) => row)).not.toContain(2));
    await here.press('Undo');
    await waitFor(() => expect(countsOf(here, planting)).toContainEqual([2, 12]));
    expect(here.value('newly up, Row 2')).toBe('12');
  });

  it('at a desk the visits before stand beside, to be corrected; a column is pasted', async () => {
    const { here: desk, planting } = await flagged(false);
    await desk.visit(`/plantings/${planting}/emergence/count`);
    await screen.findByLabelText('May 22, Row 1');
    expect(desk.value('May 22, Row 1')).toBe('9');
    await desk.fill('May 22, Row 1', '8');
    await desk.user.click(screen.getByLabelText('newly up, Row 4'));
    await desk.user.paste('7\n2\n1');
    await waitFor(() =>
      expect(countsOf(desk, planting)).toEqual([
        [4, 7],
        [5, 2],
        [6, 1],
      ]),
    );
    expect(
      desk
        .all('emergenceCount')
        .filter(({ data }) => data.on === '2027-05-22')
        .map(({ data }) => data.plants),
    ).toContain(8);
  });
});

describe('emergence of the demo', () => {
  it('Long Forty’s curve is read with its interval, and the calendar window of each row', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Long Forty').id}/emergence`);
    await here.says('emergence-headline', /^Half were up by .*\(90 %: /);
  });

  it('a planting of today is not counted yet, and says when it should be', async () => {
    const { planting, records } = sown('Wren Piece', { plantedOn: '2027-05-26' });
    const here = await openApp(`/plantings/${planting}/emergence`, { holding: records });
    expect(screen.queryByTestId('emergence-headline')).toBeNull();
    await here.mentions(/flag/i);
  });
});
