import { useState } from 'react';
import { useAppSelector } from '../data/store.ts';

/** How somebody works on a walk that another began: at the same stops, or at stops of their own. */
export type Party = 'together' | 'apart';

const place = (walkId: string) => `sendero-party-${walkId}`;

function remembered(walkId: string): Party | null {
  try {
    const kept = localStorage.getItem(place(walkId));
    return kept === 'together' || kept === 'apart' ? kept : null;
  } catch {
    return null;
  }
}

/** @returns the part this person has in a walk; null until a helper has said it */
export function useParty(walk: {
  id: string;
  data: { walkedBy: string };
}): [Party | 'lead' | null, (party: Party) => void] {
  const me = useAppSelector((state) => state.sync.session?.person.name ?? '');
  const [party, setParty] = useState(() => remembered(walk.id));
  const lead = walk.data.walkedBy === '' || me === '' || walk.data.walkedBy === me;
  return [
    lead ? 'lead' : party,
    (next) => {
      setParty(next);
      try {
        localStorage.setItem(place(walk.id), next);
      } catch {
        // Private windows may refuse: it is then asked again.
      }
    },
  ];
}

const APART = 100;

/** Stops of one party: the lead's are 1 to 100, those of who walks apart a hundred of their own. */
export const sameParty = (a: number, b: number): boolean =>
  Math.floor((a - 1) / APART) === Math.floor((b - 1) / APART);

/**
 * The number of the next stop that somebody makes: those of a helper who walks apart begin at a hundred of their own, so that no
 * two stops are taken for one.
 *
 * @example nextOrdinal([1, 2], 'lead', 'Noor') // 3
 */
export function nextOrdinal(
  ordinals: readonly number[],
  party: Party | 'lead' | null,
  person: string,
): number {
  const letters = [...person].reduce((sum, letter) => sum + letter.charCodeAt(0), 0);
  const first = party === 'apart' ? APART * (1 + (letters % 9)) + 1 : 1;
  return 1 + Math.max(first - 1, ...ordinals.filter((one) => sameParty(one, first)));
}
