import { screen, waitFor } from '@testing-library/dom';
import type { ExampleRecord } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { record, sown } from '../app/sown.testing.ts';
import { openApp, plain } from '../app/wholeApp.testing.tsx';

const { planting, records } = sown('Curlew Wheat', {
  crop: 'wheat',
  type: 'drill',
  rows: 20,
  rowWidthM: 0.1905,
  seedsPerM2: 320,
});

/** A finished walk of a day of May on which heads were counted, at one stop. */
function walkOf(day: number, { stems, headed }: { stems: number; headed: number }) {
  const on = `2027-05-${day}`;
  const walk = record('walk', {
    plantingId: planting,
    purpose: 'stand',
    startedAt: `${on}T09:00:00.000Z`,
    startedOn: on,
    zoneOffsetMin: 0,
    finishedAt: `${on}T10:00:00.000Z`,
    planId: null,
    dugOn: null,
    method: 'hoop',
    lengthM: null,
    hoopDiameterM: 0.798,
  });
  const stop = record('stop', { walkId: walk.id, ordinal: 1, travel: 'away', chosen: false });
  const seen = (data: object) => record('observation', { stopId: stop.id, row: null, ...data });
  const made: ExampleRecord[] = [
    walk,
    stop,
    seen({
      type: 'count',
      lengthM: 2.62,
      rowWidthM: 0.1905,
      inStep: 130,
      oneBehind: 0,
      twoBehind: 0,
    }),
    seen({ type: 'heading', stems, headed }),
  ];
  return { id: walk.id, made };
}
const result = async (walks: ReturnType<typeof walkOf>[], open: number) => {
  await openApp(`/walks/${walks[open]!.id}/result`, {
    holding: [...records, ...walks.flatMap(({ made }) => made)],
  });
  await screen.findByTestId('population');
};
const spread = async () => plain((await screen.findByTestId('heading-spread')).textContent);

describe('how many days heading takes', () => {
  const [early, late] = [
    walkOf(22, { stems: 100, headed: 20 }),
    walkOf(25, { stems: 100, headed: 80 }),
  ];

  it('is told from two looks, from whichever of them one reads it', async () => {
    // By hand: 20½ and 80½ of 101 lie 1.66 SDs apart in 3 days; from one in ten to nine in ten are 2.56 SDs.
    const says =
      'From one stem in ten to nine in ten heading takes about 5 days, by the counts of May 22 and May 25.';
    await result([early, late], 1);
    expect(await spread()).toBe(says);
  });

  it('read from the first look it is the same', async () => {
    await result([early, late], 0);
    expect(await spread()).toContain('about 5 days, by the counts of May 22 and May 25.');
  });

  it('of three looks the nearest is taken', async () => {
    const far = walkOf(16, { stems: 100, headed: 1 });
    await result([far, early, late], 2);
    expect(await spread()).toContain('by the counts of May 22 and May 25.');
  });

  it('a look that shows no more heads than the one before tells nothing', async () => {
    await result([early, walkOf(25, { stems: 100, headed: 20 })], 1);
    expect(await spread()).toBe(
      'The count of May 25 shows no more heads than that of May 22: they do not tell how long heading takes.',
    );
  });

  it('one look, or one more than ten days off, asks for another', async () => {
    await result([walkOf(12, { stems: 100, headed: 2 }), late], 1);
    await waitFor(() =>
      expect(plain(screen.getByRole('main').textContent)).toContain(
        'Heads counted again two or three days apart tell how many days heading takes',
      ),
    );
    expect(screen.queryByTestId('heading-spread')).toBeNull();
  });
});
