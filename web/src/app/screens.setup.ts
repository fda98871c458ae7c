import { defineWebWorkers } from '@vitest/web-worker/pure';
import { afterEach, beforeEach, vi } from 'vitest';
import { clearPage, widthOf } from './onPage.testing.tsx';

// Workers work here too; the page’s files are not those that Node.js can copy.
defineWebWorkers({ clone: 'none' });
// Each test has the only tab: what earlier ones left does not hear it.
Reflect.deleteProperty(globalThis, 'BroadcastChannel');
// Styles are not here: what stands on the thing itself is all there is to know.
window.getComputedStyle = (element) => (element as HTMLElement).style;
// Fonts that a page waits for are a browser's.
Object.assign(document, { fonts: new EventTarget() });

// Each test begins at a desk, whatever phone the one before was told on.
beforeEach(() => widthOf(false));
// What still comes from the disk after a test finds nothing to draw on; the next has its own clock and network.
afterEach(async () => {
  await clearPage();
  vi.useRealTimers();
  vi.restoreAllMocks();
});
