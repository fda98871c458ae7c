import { Route, Routes } from 'react-router';
import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import CaptureScreen from './CaptureScreen.tsx';

beforeEach(emptyDevice);

/** The capture screen of the example's walk: row 4 of stop 1 holds 28, 2 and 1 plants. */
async function capture() {
  const { records, of } = family({ samplingPlan: null, walk: { planId: null } });
  const here = await onScreen(
    <Routes>
      <Route path="/walks/:walkId" element={<CaptureScreen />} />
      <Route path="/walks/:walkId/result" element={<p>the result</p>} />
    </Routes>,
    { holding: records, path: `/walks/${of('walk').id}?stop=1` },
  );
  const key = (label: string) =>
    here.getByRole('button', { name: new RegExp(`^Add a plant ${label}`) });
  return { here, key, walk: of('walk') };
}

it('opens at the first row nobody counted; each tap is a plant, undo takes one back', async () => {
  const { here, key } = await capture();
  expect(here.getByRole('button', { name: /^Row 1,/ }).getAttribute('aria-pressed')).toBe('true');
  await here.user.click(key('in step'));
  await here.user.click(key('in step'));
  await here.user.click(key('one stage behind'));
  expect(here.getByRole('button', { name: 'Row 1, 3 plants' })).toBeTruthy();
  await here.user.click(here.getByRole('button', { name: 'Undo' }));
  expect(here.getByRole('button', { name: 'Row 1, 2 plants' })).toBeTruthy();
});

it('a row counted before shows its plants and goes on from there', async () => {
  const { here, key } = await capture();
  await here.user.click(here.getByRole('button', { name: 'Row 4, 31 plants' }));
  await here.user.click(key('in step'));
  expect(here.getByRole('button', { name: 'Row 4, 32 plants' })).toBeTruthy();
});

it('keys count as taps do, and an empty stop is not gone on from', async () => {
  const { here } = await capture();
  await here.user.keyboard('1 2{Enter}');
  expect(here.getByRole('button', { name: 'Row 1, 3 plants' })).toBeTruthy();
  expect(here.getByRole('button', { name: /^Row 2,/ }).getAttribute('aria-pressed')).toBe('true');
  await here.user.keyboard('n');
  expect(await here.findByRole('heading', { name: /stop 2/ })).toBeTruthy();
  await here.user.keyboard('n');
  expect(here.getByRole('alert').textContent).toMatch(/Count at least one row here/);
});

it('a finished walk leads to its result', async () => {
  const { here, walk } = await capture();
  await here.user.click(here.getByRole('button', { name: 'Finish the walk' }));
  expect(here.getByText('the result')).toBeTruthy();
  expect(here.shown('walk', walk.id)!.data.finishedAt).not.toBeNull();
});
