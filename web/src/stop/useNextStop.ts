import type { WalkFacts } from '@sendero/core';
import { useNavigate } from 'react-router';
import { useStable } from '../app/useStable.ts';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { nextOrdinal, sameParty, useParty } from './party.ts';

/** Leads on from a stop: to the next one there is, along the plan's way, or to a new one. */
export function useNextStop(
  facts: WalkFacts,
  stop: WalkFacts['stops'][number],
  onProblem: (problem: string | null) => void,
) {
  const device = useDevice();
  const navigate = useNavigate();
  const { walk } = facts;
  const { ordinal, travel } = stop.data;
  const me = useAppSelector((state) => state.sync.session?.person.name ?? '');
  const [party] = useParty(walk);
  const go = (to: number) => void navigate(`/walks/${walk.id}?stop=${to}`, { replace: true });
  return useStable((counted: boolean) => {
    const ordinals = facts.stops.map(({ data }) => data.ordinal);
    const following = ordinals.find((one) => one > ordinal && sameParty(one, ordinal));
    if (following) return go(following);
    if (!counted) return onProblem('Count at least one row here before going on to the next stop.');
    if (facts.plan) return void navigate(`/walks/${walk.id}/way`);
    const next = nextOrdinal(ordinals, party, me);
    const made = device.put('stop', {
      walkId: walk.id,
      ordinal: next,
      travel,
      chosen: false,
      note: '',
    });
    if (made.ok) go(next);
    else onProblem(Object.values(made.problems)[0] ?? null);
  });
}
