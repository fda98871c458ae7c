import type { WalkFacts } from '@sendero/core';
import { useNavigate } from 'react-router';
import { useStable } from '../app/useStable.ts';
import { useDevice } from '../data/hooks.ts';

const later = (a: string, b: string) => (a > b ? a : b);

/** Ends a walk and shows its result; what keeps it from ending is said. */
export function useFinishWalk(
  walk: WalkFacts['walk'],
  onProblem: (problem: string | null) => void,
) {
  const device = useDevice();
  const navigate = useNavigate();
  const finish = useStable(() => {
    const finished = device.put(
      'walk',
      { ...walk.data, finishedAt: later(walk.data.startedAt, device.moment().at) },
      walk.id,
    );
    if (finished.ok) void navigate(`/walks/${walk.id}/result`);
    else onProblem(Object.values(finished.problems)[0] ?? null);
  });
  return { finish };
}
