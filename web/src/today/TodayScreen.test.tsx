import { beforeEach, expect, it } from 'vitest';
import { emptyDevice, family, onScreen } from '../app/onScreen.testing.tsx';
import TodayScreen from './TodayScreen.tsx';

beforeEach(emptyDevice);

it('lists a walk under way before all else, and what was noted lately', async () => {
  const { records } = family({
    walk: { startedOn: '2027-05-26', walkedBy: 'Ife Marlow' },
    note: { text: 'Crusted behind the track' },
  });
  const here = await onScreen(<TodayScreen />, { holding: records });
  expect(here.getByText('Stand walk under way since May 26, Ife Marlow')).toBeTruthy();
  expect(here.getByRole('link', { name: 'Go on with the walk' })).toBeTruthy();
  expect(here.getByText('Crusted behind the track')).toBeTruthy();
});

it('says nothing of a planting that was archived', async () => {
  const { records } = family({ planting: { archived: true }, note: { text: 'Crusted here' } });
  const here = await onScreen(<TodayScreen />, { holding: records });
  expect(here.queryByText(/Stand walk/)).toBeNull();
  expect(here.queryByText('Crusted here')).toBeNull();
});

it('tells a newcomer where to start', async () => {
  const here = await onScreen(<TodayScreen />);
  expect(here.getByRole('link', { name: 'Add your first field' }).getAttribute('href')).toBe(
    '/fields?add=field',
  );
});
