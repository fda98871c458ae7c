import { describe, expect, it } from 'vitest';
import { nextOrdinal, sameParty } from './party.ts';

describe('numbers of stops', () => {
  it('go on from the last, for the lead and who helps at the same stops', () => {
    expect(nextOrdinal([], 'lead', 'Noor')).toBe(1);
    expect(nextOrdinal([1, 2, 3], 'together', 'Ife')).toBe(4);
    // A helper's own stops do not push those of the lead on.
    expect(nextOrdinal([1, 2, 401, 402], 'lead', 'Noor')).toBe(3);
  });

  it('begin a hundred of their own for who walks apart, so that no two stops are taken for one', () => {
    const first = nextOrdinal([1, 2, 3], 'apart', 'Ife Marlow');
    expect(first).toBeGreaterThan(100);
    expect(nextOrdinal([1, 2, 3, first], 'apart', 'Ife Marlow')).toBe(first + 1);
    expect(sameParty(first, 3)).toBe(false);
    expect(sameParty(first, first + 1)).toBe(true);
    expect(sameParty(1, 100)).toBe(true);
  });
});
