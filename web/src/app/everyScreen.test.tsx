import { expect, it } from 'vitest';
import { DEMO_ADDRESSES } from './demoAddresses.testing.ts';
import { NEVER_SHOWN } from './neverShown.testing.ts';
import { drawn } from './onPage.testing.tsx';
import { routes } from './routes.tsx';
import { openApp } from './wholeApp.testing.tsx';

/** Opens whatever is behind one line, and what is behind a line in there. */
async function unfold(): Promise<void> {
  for (;;) {
    const closed = [...document.querySelectorAll<HTMLDetailsElement>('details:not([open])')];
    if (closed.length === 0) return;
    for (const fold of closed) fold.open = true;
    await drawn();
    await drawn();
  }
}

it('every address of the app is opened here', () => {
  const [{ children: [frame] = [] } = {}] = routes;
  const known = (frame?.children ?? []).map(({ path, index }) => (index ? '/' : path));
  expect([...new Set(DEMO_ADDRESSES.map(([route]) => route))].sort()).toEqual(known.sort());
});

it('no screen of the demo shows a figure that is none, behind its folds neither', async () => {
  const here = await openApp('/');
  for (const [, address] of DEMO_ADDRESSES) {
    await here.visit(address);
    await drawn();
    await unfold();
    const text = document.body.textContent;
    expect(text, address).not.toMatch(NEVER_SHOWN);
    expect(text, address).not.toMatch(/could not be shown/);
  }
}, 120_000);
