import type { WalkFacts } from '@sendero/core';
import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { useStable } from '../app/useStable.ts';
import { useChildren, useDevice } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';

const FarFromLast = lazy(() => import('./FarFromLast.tsx'));

const later = (a: string, b: string) => (a > b ? a : b);

/** Ends a walk and shows its result; asks first where it is far from the walk before, and says what keeps it from ending. */
export function useFinishWalk(
  walk: WalkFacts['walk'],
  onProblem: (problem: string | null) => void,
) {
  const device = useDevice();
  const navigate = useNavigate();
  const [comparing, setComparing] = useState(false);
  const [last] = useChildren('walk', 'plantingId', walk.data.plantingId)
    .filter(
      ({ id, data }) => data.purpose === 'stand' && data.finishedAt !== null && id !== walk.id,
    )
    .sort(newestFirst);
  const end = useStable(() => {
    setComparing(false);
    const finished = device.put(
      'walk',
      { ...walk.data, finishedAt: later(walk.data.startedAt, device.moment().at) },
      walk.id,
    );
    if (finished.ok) void navigate(`/walks/${walk.id}/result`);
    else onProblem(Object.values(finished.problems)[0] ?? null);
  });
  // A walk of an earlier day, entered from paper, does not become the newest result: there is nothing to ask.
  const becomesNewest = last !== undefined && last.data.startedAt < walk.data.startedAt;
  const finish = useStable(() => (becomesNewest ? setComparing(true) : end()));
  const question = comparing && last && (
    <Suspense>
      <FarFromLast walkId={walk.id} last={last} onEnd={end} onClose={() => setComparing(false)} />
    </Suspense>
  );
  return { finish, question };
}
