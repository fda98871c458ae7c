import type { DataOf } from '@sendero/core';
import { waitFor } from '@testing-library/dom';
import { Route, Routes } from 'react-router';
import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import TrenchScreen from './TrenchScreen.tsx';

beforeEach(emptyDevice);

/** A trench check behind the example's planter, nothing dug yet. */
async function trench() {
  const { records, of } = family({ observation: null });
  const walk: DataOf<'walk'> = {
    plantingId: of('planting').id,
    purpose: 'trench',
    startedAt: '2027-05-26T13:00:00.000Z',
    startedOn: '2027-05-26',
    zoneOffsetMin: -360,
    finishedAt: null,
    planId: null,
    dugOn: null,
    walkedBy: '',
    note: '',
    asTyped: {},
    targetM: 0.0508,
    toleranceM: 0.00635,
    readTo: 'bottom',
    seedsPerRow: 5,
    gauge: null,
  };
  return onScreen(
    <Routes>
      <Route path="/trench/:walkId" element={<TrenchScreen />} />
    </Routes>,
    {
      holding: records.map((one) => (one.kind === 'walk' ? { ...one, data: walk } : one)),
      path: `/trench/${of('walk').id}`,
    },
  );
}

it('a depth no planter reaches is kept, and asked about until it is taken back', async () => {
  const here = await trench();
  await waitFor(() => expect(document.activeElement?.getAttribute('data-cell')).toBe('1 0'));
  await here.user.keyboard('23');
  expect(here.queryByText(/Unusually deep/)).toBeNull();
  await here.user.keyboard('9{Enter}');
  expect(await here.findByText(/Unusually deep: row 1, seed 2: 9.in/)).toBeTruthy();
  await here.user.click(here.getByRole('button', { name: 'Undo' }));
  expect(here.queryByText(/Unusually deep/)).toBeNull();
});
