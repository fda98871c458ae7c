import { fireEvent, screen, waitFor } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { sown } from '../app/sown.testing.ts';
import { openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

/** Two lengths of 10 ft on a planting of two weeks ago, about to be counted. */
async function counting(phone = true): Promise<WholeApp> {
  const { planting, records } = sown('Wren Piece', { rows: 2, plantedOn: '2027-05-13' });
  const here = await openApp(`/plantings/${planting}/emergence/flag`, { phone, holding: records });
  await here.fill('Length between the flags', '10 ft');
  await here.press('Flag 2 lengths, and count');
  await here.arrives(/emergence\/count$/);
  return here;
}
const ribbon = () => screen.getByRole('img', { name: /of row, \d+ flags/ });
/** A tap on the drawn row, so far along it. */
const flagAt = (share: number) => {
  const left = 14 + share * (Number(ribbon().getAttribute('width')) - 28);
  fireEvent.click(ribbon(), { clientX: left });
};
const counts = (here: WholeApp) =>
  here
    .all('emergenceCount')
    .map(({ data }) => data)
    .filter(({ lengthId }) => here.shown('flaggedLength', lengthId)?.data.lengthM === 3.048);

describe('plants newly up, each with a flag where it stands', () => {
  it('a tap on the drawn row sets one; in order along the row, and the newest is taken back', async () => {
    const here = await counting();
    await here.press('Flags', 'radio');
    await here.mentions(/None is set yet\./);
    flagAt(0.5);
    await waitFor(() =>
      expect(ribbon().getAttribute('aria-label')).toContain('1 flags, 1 of them'),
    );
    flagAt(0.25);
    await waitFor(() => expect(ribbon().getAttribute('aria-label')).toContain('2 flags'));
    const [count] = counts(here);
    expect(count!.plants).toBe(2);
    expect(count!.flagsM!.map((placeM) => Math.round(placeM * 10) / 10)).toEqual([0.8, 1.5]);
    await here.press('Undo');
    await waitFor(() => expect(counts(here)[0]!.flagsM).toHaveLength(1));
    expect(counts(here)[0]).toMatchObject({ plants: 1 });
  });

  it('a tap past the end of the row is a flag at its end', async () => {
    const here = await counting();
    await here.press('Flags', 'radio');
    flagAt(1.2);
    await waitFor(() => expect(counts(here)[0]?.flagsM).toEqual([3.05]));
  });
});

describe('all that stand, instead of those newly up', () => {
  it('what is no number is told beside it; a number is kept, and it goes back to new ones', async () => {
    const here = await counting();
    await here.press('Count all that stand instead');
    const field = screen.getByLabelText<HTMLInputElement>('All that stand between the flags');
    await here.fill('All that stand between the flags', 'many');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    await here.mentions(/Enter a whole number, 0 or more\./);
    expect(counts(here)).toEqual([]);
    await here.fill('All that stand between the flags', '12');
    await here.mentions(/All that stand: 12, so 12 new\./);
    expect(field.getAttribute('aria-invalid')).toBe('false');
    await here.press('Count new ones');
    await waitFor(() => expect(counts(here)).toMatchObject([{ counted: 'new', plants: 12 }]));
  });

  it('more plants than seeds are kept as they are, and asked about', async () => {
    const here = await counting();
    await here.press('Count all that stand instead');
    await here.fill('All that stand between the flags', '40');
    await here.mentions(/More plants than seeds: 40 of about \d+\. Kept as it is/);
    expect(counts(here)).toMatchObject([{ counted: 'all', plants: 40 }]);
  });

  it('ten times the seeds is a slip of the hand: told, and not counted', async () => {
    const here = await counting();
    await here.press('Count all that stand instead');
    await here.fill('All that stand between the flags', '340');
    await here.mentions(
      /More than the \d+ seeds sown there\. Check the number: it is not counted\./,
    );
    expect(counts(here).some(({ plants }) => plants === 340)).toBe(false);
  });
});

describe('with a thumb, by key and at the desk', () => {
  it('keys count on, none, undo and move; a visit goes on where it was after a closed tab', async () => {
    let here = await counting(false);
    await here.press('Tap', 'radio');
    (document.activeElement as HTMLElement).blur();
    await here.user.keyboard('11 1z');
    await here.mentions(/\+3/);
    await here.user.keyboard('{ArrowRight}');
    await here.user.keyboard('0');
    await waitFor(() => expect(counts(here)).toHaveLength(2));
    here = await here.reopen();
    await here.press('Tap', 'radio');
    const key = await screen.findByRole('button', { name: /^Add a plant newly up/ });
    expect(plain(key.getAttribute('aria-label'))).toMatch(/now [03]$/);
    expect(
      counts(here)
        .map(({ plants }) => plants)
        .sort(),
    ).toEqual([0, 3]);
  });

  it('from the last length the way leads to what it means', async () => {
    const here = await counting();
    await here.press('Nothing new');
    await here.press(/^Next: /);
    await here.press('See what it means');
    await here.arrives(/\/emergence$/);
    // Gone on from, a length was looked at: nothing new is a count as well.
    expect(counts(here).map(({ plants }) => plants)).toEqual([0, 0]);
  });
});

describe('one form for all flags', () => {
  it('two lengths in each row, each with its own seeds and place', async () => {
    const { planting, records } = sown('Wren Piece', { rows: 2, plantedOn: '2027-05-13' });
    const here = await openApp(`/plantings/${planting}/emergence/flag`, { holding: records });
    await here.fill('Length between the flags', '10 ft');
    await here.fill('Lengths in each row or zone', '2');
    await here.press('dug and counted', 'radio');
    await here.fill('Seeds in each length', '20');
    await here.fill('Where the first flag stands (optional)', 'by the gate');
    await here.unfold(/^Seeds and place of each of the 4 lengths/);
    await here.fill('Seeds, Row 1, 2', '21');
    await here.fill('Where the first flag stands, Row 2, 1', 'by the ditch');
    await here.press('Flag 4 lengths, and count');
    await here.arrives(/emergence\/count$/);
    expect(
      here
        .all('flaggedLength')
        .filter(({ data }) => data.plantingId === planting)
        .map(({ data }) => [data.row, data.seeds, data.place].join(' '))
        .sort(),
    ).toEqual(['1 20 by the gate', '1 21 by the gate', '2 20 by the ditch', '2 20 by the gate']);
  });

  it('a zone each, by commas; no more lengths than one can set', async () => {
    const { planting, records } = sown('Wren Piece', { rows: 2, plantedOn: '2027-05-13' });
    const here = await openApp(`/plantings/${planting}/emergence/flag`, { holding: records });
    await here.fill('Length between the flags', '10 ft');
    await here.press('no row', 'checkbox');
    await here.fill('Zones or treatments (optional)', 'sandy rise, low ground');
    await here.fill('Lengths in each row or zone', '12');
    await here.press(/^Flag \d+ lengths, and count/);
    expect(here.wrong('Lengths in each row or zone')).toBe('Enter 1 to 9.');
    await here.fill('Lengths in each row or zone', '1');
    await here.press('Flag 2 lengths, and count');
    await here.arrives(/emergence\/count$/);
    expect(
      here
        .all('flaggedLength')
        .filter(({ data }) => data.plantingId === planting)
        .map(({ data }) => `${data.row} ${data.zone}`)
        .sort(),
    ).toEqual(['null low ground', 'null sandy rise']);
  });
});
