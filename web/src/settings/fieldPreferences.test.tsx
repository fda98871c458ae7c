import { afterEach, expect, it, vi } from 'vitest';
import { demoPlanting, openApp } from '../app/wholeApp.testing.tsx';

afterEach(() => localStorage.removeItem('sendero-preferences'));

const counting = async (here: Awaited<ReturnType<typeof openApp>>) => {
  await here.visit(`/plantings/${demoPlanting('Heron Bottom').id}`);
  await here.press('Go on with the walk', 'link');
};

it('a count is answered by a vibration, or by nothing; a volume key counts where the browser hands it on', async () => {
  const vibrate = vi.fn(() => true);
  vi.stubGlobal('navigator', Object.assign(navigator, { vibrate }));
  const here = await openApp('/settings', { phone: true });
  await counting(here);
  await here.press('Help at the same stops');
  await here.tap('[data-tally=inStep]');
  expect(vibrate).toHaveBeenCalledTimes(1);
  const now = () => document.querySelector('[data-tally=inStep]')!.getAttribute('aria-label')!;
  const before = Number(/\d+$/.exec(now())![0]);
  (document.activeElement as HTMLElement).blur();
  document.documentElement.dispatchEvent(
    new KeyboardEvent('keydown', { key: 'AudioVolumeUp', bubbles: true }),
  );
  await vi.waitFor(() => expect(now()).toMatch(new RegExp(`now ${before + 1}$`)));
  await here.visit('/settings');
  await here.press('nothing', 'radio');
  await counting(here);
  vibrate.mockClear();
  await here.tap('[data-tally=inStep]');
  expect(vibrate).not.toHaveBeenCalled();
});

it('for the left hand the keys lie the other way round', async () => {
  const here = await openApp('/settings', { phone: true });
  await here.press('left hand', 'radio');
  expect(document.querySelector('[data-hand=left]')).toBeTruthy();
  await here.visit('/fields');
  expect(document.querySelector('[data-hand=left]')).toBeTruthy();
  await here.visit('/settings');
  await here.press('right hand', 'radio');
  expect(document.querySelector('[data-hand=left]')).toBeNull();
});
