import { describe, expect, it } from 'vitest';
import type { SyncState } from '../data/store.ts';
import { statusWords } from './syncState.ts';

const calm: SyncState = {
  ready: true,
  session: null,
  keeping: 0,
  unsent: 0,
  refused: [],
  contact: 'online',
  sending: false,
  lastSentAt: null,
  diskProblem: null,
};

describe('the status tells the truth', () => {
  it.each([
    [{}, 'sent', /^All sent$/],
    [{ contact: 'offline' }, 'sent', /no signal/],
    [{ unsent: 3, contact: 'offline' }, 'waiting', /Kept here, 3 to send/],
    [{ keeping: 1, unsent: 3 }, 'keeping', /Keeping/],
    [{ unsent: 3, refused: [{ order: 1, touches: [], problems: {} }] }, 'refused', /1 refused/],
    [{ keeping: 1, diskProblem: 'quota exceeded' }, 'problem', /Not kept/],
  ] as [Partial<SyncState>, string, RegExp][])('%o', (change, state, short) => {
    const words = statusWords({ ...calm, ...change });
    expect(words.state).toBe(state);
    expect(words.short).toMatch(short);
  });
  it('never says sent while something waits or was not kept', () => {
    expect(statusWords({ ...calm, unsent: 1 }).state).not.toBe('sent');
    expect(statusWords({ ...calm, unsent: 1, contact: 'offline' }).long).toMatch(
      /will be sent by itself/,
    );
    expect(statusWords({ ...calm, diskProblem: 'quota exceeded' }).long).toMatch(/enter it again/);
  });
});
