import { Route, Routes } from 'react-router';
import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import StartWalkScreen from './StartWalkScreen.tsx';

beforeEach(emptyDevice);

const { records: planned, of } = family({
  planting: { plantedOn: '2026-05-01' },
  walk: null,
  stop: null,
  observation: null,
  note: null,
});
const records = planned.filter(({ kind }) => kind !== 'samplingPlan');
const open = (holding = records) =>
  onScreen(
    <Routes>
      <Route path="/plantings/:plantingId/walk" element={<StartWalkScreen />} />
      <Route path="/walks/:walkId" element={<p>counting</p>} />
      <Route path="/walks/:walkId/way" element={<p>on the way</p>} />
    </Routes>,
    { holding, path: `/plantings/${of('planting').id}/walk` },
  );

it('a thousandth of an acre is filled in; a walk starts with its first stop', async () => {
  const here = await open();
  expect(here.getByLabelText('Length of tape')).toHaveProperty('value', '17 ft 5 in');
  await here.user.click(here.getByRole('button', { name: 'Start the walk' }));
  expect(here.getByText('counting')).toBeTruthy();
  await here.device.syncOnce();
  const kinds = here.server.network.sent.flatMap((commits) =>
    commits.flatMap(({ changes }) => changes.map(({ kind }) => kind)),
  );
  expect(kinds.slice(-2)).toEqual(['walk', 'stop']);
});

it('a planned walk names its plan and is led to its first stop; as one goes is a choice', async () => {
  const here = await open(planned);
  expect(here.getByRole('radio', { name: 'At the planned stop' })).toBeTruthy();
  await here.user.click(here.getByRole('button', { name: 'Start the walk' }));
  expect(here.getByText('on the way')).toBeTruthy();
  await here.device.syncOnce();
  const made = here.server.network.sent.flatMap((commits) =>
    commits.flatMap(({ changes }) => changes),
  );
  expect(made.at(-1)).toMatchObject({
    kind: 'walk',
    data: { planId: planned.find(({ kind }) => kind === 'samplingPlan')!.id },
  });
});

it('bad figures are refused beside their field, and what was chosen is there again', async () => {
  const here = await open();
  await here.user.click(here.getByRole('radio', { name: /Both sides/ }));
  const length = here.getByLabelText(/^Length of tape/);
  await here.user.clear(length);
  await here.user.type(length, '0');
  await here.user.click(here.getByRole('button', { name: 'Start the walk' }));
  expect(here.getByText(/^Enter between 4/)).toBeTruthy();
  await here.unmount();
  const again = await open([]);
  expect(again.getByText(/As you left it/)).toBeTruthy();
  expect(again.getByRole('radio', { name: /Both sides/ }).getAttribute('aria-checked')).toBe(
    'true',
  );
  expect(again.getByLabelText(/^Length of tape/)).toHaveProperty('value', '0');
});
