import { describe, expect, it } from 'vitest';
import type { SyncState } from '../data/store.ts';
import { clockWords, statusWords } from './syncState.ts';

const calm: SyncState = {
  ready: true,
  cannotOpen: null,
  elsewhere: [],
  restored: null,
  tabs: 'fine',
  session: null,
  season: 2027,
  walksRead: {},
  today: '2027-05-27',
  keeping: 0,
  unsent: 0,
  unsentPhotos: 0,
  refused: [],
  refusedPhotos: [],
  contact: 'online',
  sending: false,
  lastSentAt: null,
  diskProblem: null,
  clockOffMs: 0,
  storage: null,
};

describe('the status tells the truth', () => {
  it.each([
    [{}, 'sent', /^All sent$/],
    [{ contact: 'noNetwork' }, 'sent', /no signal/],
    [{ contact: 'unwell' }, 'sent', /server away/],
    [{ unsent: 3, contact: 'noNetwork' }, 'waiting', /Kept here, 3 to send/],
    [{ keeping: 1, unsent: 3 }, 'keeping', /Keeping/],
    [{ unsent: 3, refused: [{ order: 1, touches: [], problems: {} }] }, 'refused', /1 refused/],
    [{ refusedPhotos: [{ id: 'a', problem: '' }] }, 'refused', /1 refused/],
    [{ keeping: 1, diskProblem: 'quota exceeded' }, 'problem', /Not kept/],
  ] as [Partial<SyncState>, string, RegExp][])('%o', (change, state, short) => {
    const words = statusWords({ ...calm, ...change });
    expect(words.state).toBe(state);
    expect(words.short).toMatch(short);
  });
  it.each([
    ['noNetwork', /^1 change kept on this device\. No connection: it will be sent by itself/],
    ['noAnswer', /does not answer, the signal may be weak/],
    ['unwell', /was reached but is not well/],
    ['signedOut', /not signed in.*Nothing is lost/],
  ] as const)('says what is in the way: %s', (contact, long) =>
    expect(statusWords({ ...calm, unsent: 1, contact }).long).toMatch(long),
  );
  it('never says sent while something waits or was not kept', () => {
    expect(statusWords({ ...calm, unsent: 1 }).state).not.toBe('sent');
    expect(statusWords({ ...calm, diskProblem: 'quota exceeded' }).long).toMatch(/enter it again/);
  });
  it('a wrong clock is told with its size and side', () => {
    expect(clockWords(0)).toBeNull();
    expect(clockWords(86_400_000)).toMatch(/clock is 24 hours behind/);
    expect(clockWords(-400_000)).toMatch(/clock is 7 minutes ahead/);
    expect(clockWords(57 * 365.25 * 86_400_000)).toMatch(/clock is 20,819 days behind/);
  });
});
