import { createRequire } from 'node:module';
import { setImmediate as turn } from 'node:timers/promises';
import { configure, screen } from '@testing-library/dom';
import type { ReactNode } from 'react';
import { createRoot, type Root } from 'react-dom/client';

const roots: Root[] = [];

/** A text without the spaces that hold a figure and its unit together. */
export const plain = (text: string | null | undefined) => (text ?? '').replace(/\s/g, ' ');

/** The page as wide as a desk's, or a phone's. */
export function widthOf(phone: boolean): void {
  const { happyDOM } = window as unknown as { happyDOM: { setViewport(of: object): void } };
  happyDOM.setViewport(phone ? { width: 390, height: 844 } : { width: 1280, height: 800 });
}

/** React's own queue of work. */
const { unstable_scheduleCallback: plan, unstable_IdlePriority: whenIdle } = createRequire(
  import.meta.url,
)('scheduler') as {
  unstable_scheduleCallback(priority: number, work: () => void): void;
  unstable_IdlePriority: number;
};

/** Lets React draw what the last event changed, all of it. */
export async function drawn(): Promise<void> {
  for (let times = 0; times < 2; times++) {
    await turn();
    await new Promise<void>((resolve) => plan(whenIdle, resolve));
  }
  await turn();
}

configure({
  // A screen is fetched when it is opened, on a machine that does other things: the clock is no verdict.
  asyncUtilTimeout: 10_000,
  // Whether a thing is hidden is a matter of styles, which are not here.
  defaultHidden: true,
  // What a person does next, they do on what they see by then.
  asyncWrapper: async (act) => {
    const result = await act();
    await drawn();
    return result;
  },
});

/** A piece of the app on the page, drawn by React as a built app does. For tests. */
export async function draw(piece: ReactNode) {
  const root = createRoot(document.body.appendChild(document.createElement('div')));
  roots.push(root);
  root.render(piece);
  await drawn();
  return {
    ...screen,
    unmount: async () => {
      root.unmount();
      await drawn();
    },
  };
}

/** Takes everything off the page. */
export async function clearPage(): Promise<void> {
  for (const root of roots.splice(0)) root.unmount();
  document.body.replaceChildren();
  await drawn();
}
