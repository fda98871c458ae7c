import type { WalkFacts } from '@sendero/core';
import { useNavigate } from 'react-router';
import { useStable } from '../app/useStable.ts';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { stepLink } from './stepLink.ts';
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
  const [first = 'count'] = useAppSelector((state) => state.preferences.stepOrder);
  /** A stop begins with the first step of this person's order: a helper may never count. */
  const go = (stopId: string, to: number) =>
    void navigate(stepLink({ walkId: walk.id, stopId, ordinal: to }, first), { replace: true });
  /** @param worked something was kept at this stop: a helper may have dug there what another counts */
  return useStable((worked: boolean) => {
    const ordinals = facts.stops.map(({ data }) => data.ordinal);
    const following = facts.stops.find(
      ({ data }) => data.ordinal > ordinal && sameParty(data.ordinal, ordinal),
    );
    if (following) return go(following.id, following.data.ordinal);
    if (!worked) return onProblem('Count at least one row here before going on to the next stop.');
    if (facts.plan) return void navigate(`/walks/${walk.id}/way`);
    const next = nextOrdinal(ordinals, party, me);
    const made = device.put('stop', {
      walkId: walk.id,
      ordinal: next,
      travel,
      chosen: false,
      note: '',
    });
    if (made.ok) go(made.id, next);
    else onProblem(Object.values(made.problems)[0] ?? null);
  });
}
