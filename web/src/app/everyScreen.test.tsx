import { computeAccessibleName } from 'dom-accessibility-api';
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

/** Whatever is worked with or drawn, and would be read out without a name. */
const namesMissing = () =>
  [
    ...document.querySelectorAll<HTMLElement>(
      'button, a[href], input:not([type=hidden], [type=file]), select, textarea, [role=img], [role=radiogroup], dialog',
    ),
  ].flatMap((part) =>
    part.closest('[aria-hidden=true]') || computeAccessibleName(part).trim() !== ''
      ? []
      : [part.outerHTML.slice(0, 120)],
  );

it('every address of the app is opened here', () => {
  const [{ children: [frame] = [] } = {}] = routes;
  const known = (frame?.children ?? []).map(({ path, index }) => (index ? '/' : path));
  expect([...new Set(DEMO_ADDRESSES.map(([route]) => route))].sort()).toEqual(known.sort());
});

it('every screen of the demo, its folds open: no figure that is none, a name for everything, one heading', async () => {
  const here = await openApp('/');
  const nameless: string[] = [];
  for (const [, address] of DEMO_ADDRESSES) {
    await here.visit(address);
    await drawn();
    await unfold();
    const text = document.body.textContent;
    expect(text, address).not.toMatch(NEVER_SHOWN);
    expect(text, address).not.toMatch(/could not be shown/);
    nameless.push(...namesMissing().map((part) => `${address}: ${part}`));
    // A page for the printer has one of its own.
    const headings = [...document.querySelectorAll('h1')].filter(
      (one) => !one.closest('.on-paper'),
    );
    expect(headings, `${address}: one heading`).toHaveLength(1);
  }
  expect(nameless, 'what a screen reader has no name for').toEqual([]);
}, 120_000);
