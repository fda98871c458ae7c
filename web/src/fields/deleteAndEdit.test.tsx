import { screen, within } from '@testing-library/dom';
import { expect, it } from 'vitest';
import { demoPlanting, openApp } from '../app/wholeApp.testing.tsx';

const windmill = demoPlanting('Windmill East').id;
const of = (here: Awaited<ReturnType<typeof openApp>>, kind: 'walk') =>
  here.all(kind).filter(({ data }) => data.plantingId === windmill);

it('a walk is deleted with its stops and counts, which is said before, and comes back whole', async () => {
  const here = await openApp(`/plantings/${windmill}`);
  const before = of(here, 'walk');
  const counts = () => here.all('stop').length + here.all('observation').length;
  await here.press(/^More about the/);
  await here.press('Delete', 'menuitem');
  const says = (await screen.findByText(/^This also deletes/)).textContent;
  expect(says).toMatch(/\d+ counts and findings, \d+ stop/);
  const whole = counts();
  await here.press('Delete');
  expect(of(here, 'walk')).toHaveLength(before.length - 1);
  expect(counts()).toBeLessThan(whole);
  await here.press('Undo');
  expect(of(here, 'walk')).toHaveLength(before.length);
  expect(counts()).toBe(whole);
});

it('the day of a walk is corrected, not before planting', async () => {
  const here = await openApp(`/plantings/${windmill}`);
  await here.press(/^More about the/);
  await here.press('Change the day', 'menuitem');
  await here.fill('Done on', '2027-05-20');
  await here.press('Keep');
  expect(of(here, 'walk').map(({ data }) => data.startedOn)).toContain('2027-05-20');
});

it('a planting goes with all that was seen of it', async () => {
  const here = await openApp(`/plantings/${windmill}`);
  await here.press(/^More about Corn/);
  await here.press('Delete', 'menuitem');
  await screen.findByText(/^This also deletes .*walk/);
  await here.press('Delete');
  await here.arrives(/^\/fields/);
  const there = () => here.all('planting').some(({ id }) => id === windmill);
  expect(there()).toBe(false);
  expect(of(here, 'walk')).toEqual([]);
  await here.press('Undo');
  expect(there()).toBe(true);
});

it('a stop and a count are deleted, and come back', async () => {
  const here = await openApp(`/plantings/${demoPlanting('Heron Bottom').id}`, { phone: true });
  await here.press('Go on with the walk', 'link');
  await here.press('Help at the same stops');
  const counts = () => here.all('observation').length;
  const whole = counts();
  await here.press('Delete this count');
  expect(counts()).toBe(whole - 1);
  const stops = here.all('stop').length;
  await here.press('Delete this stop');
  await here.press('Delete');
  expect(here.all('stop')).toHaveLength(stops - 1);
  const toast = within(document.querySelector<HTMLElement>('.toast')!);
  await here.user.click(toast.getByRole('button', { name: 'Undo' }));
  expect(here.all('stop')).toHaveLength(stops);
});
