import { screen } from '@testing-library/dom';
import { expect, it, vi } from 'vitest';
import { demoPlanting, openApp } from './wholeApp.testing.tsx';

it('the window is called after its screen, and who follows a link is at its heading', async () => {
  const here = await openApp('/fields');
  await vi.waitFor(() => expect(document.title).toBe('Fields, Sendero'));
  await here.press('Calendar', 'link');
  await vi.waitFor(() => expect(document.title).toBe('Calendar, Sendero'));
  expect(document.activeElement?.tagName).toBe('H1');
  await here.visit(`/plantings/${demoPlanting('Long Forty').id}`);
  await vi.waitFor(() => expect(document.title).toBe('Long Forty, Sendero'));
  expect(document.activeElement === screen.getByRole('heading', { level: 1 })).toBe(true);
});
