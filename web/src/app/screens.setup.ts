import { setImmediate as turn } from 'node:timers/promises';
import { cleanup } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

// What still comes from the disk after a test finds nothing to draw on; the next has its own clock and network.
afterEach(async () => {
  cleanup();
  vi.useRealTimers();
  vi.restoreAllMocks();
  // Work that React planned before runs while there is a window: without one it would fail, and be planned again, for ever.
  for (let turns = 0; turns < 3; turns++) await turn();
});
