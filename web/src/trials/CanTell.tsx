import {
  differenceSeen,
  replicatesNeeded,
  trialPower,
  type QuantityKind,
  type Trial,
} from '@sendero/core';
import { useMemo } from 'react';
import { useUnits } from '../units/useUnits.ts';

const WANTED_POWER = 0.8;

/** Its power for the difference that matters, how many strips would do, and the least these see. */
export function CanTell({
  draft,
  residual,
  treatments,
  kind,
}: {
  draft: Trial;
  residual: { sd: number; trials: number };
  treatments: number;
  kind: QuantityKind;
}) {
  const units = useUnits();
  const residualSd = draft.residualSd ?? residual.sd;
  const comparison = treatments === 2 ? 'planned' : draft.comparison;
  const { replicates, matters: difference } = draft;
  const { power, needed, seen } = useMemo(() => {
    const of = { treatments, residualSd, comparison };
    return {
      power: trialPower({ ...of, replicates, difference }),
      needed: replicatesNeeded({ ...of, difference, power: WANTED_POWER }),
      seen: differenceSeen({ ...of, replicates, power: WANTED_POWER }),
    };
  }, [treatments, residualSd, comparison, replicates, difference]);
  const enough = power >= WANTED_POWER;
  return (
    <>
      <p className={`rule-left ${enough ? 'leaf' : 'signal'}`} data-testid="power">
        A true difference of <strong>{units.show(draft.matters, kind)}</strong> is found in{' '}
        <strong>{Math.round(100 * power)} of 100</strong> such trials
        {enough ? '.' : ': too few to rely on.'}
      </p>
      <p>
        {Number.isFinite(needed)
          ? `${needed} ${draft.layout === 'splitPlanter' ? 'passes' : 'strips of each'} find it in 80 of 100.`
          : 'More strips than a field holds would be needed: ask for a larger difference.'}{' '}
        {draft.replicates} see about {units.show(seen, kind)}.
      </p>
      <p className="small soft">
        Strips alike differ by {units.show(residualSd, kind)} (SD):{' '}
        {residual.trials > 0 ? (
          `as your ${residual.trials === 1 ? 'trial' : `${residual.trials} trials`} of this crop had it.`
        ) : (
          <span className="default-mark">default</span>
        )}
      </p>
    </>
  );
}
