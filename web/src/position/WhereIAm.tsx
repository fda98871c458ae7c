import { TOO_ROUGH_M, type Fix } from '@sendero/core';
import { useUnits } from '../units/useUnits.ts';
import { TROUBLE_WORDS } from './watchPosition.ts';
import { usePosition } from './usePosition.ts';

/** Looks for where one is as long as it is on the screen, and says how sure that is. */
export function WhereIAm({ onFix }: { onFix(fix: Fix): void }) {
  const units = useUnits();
  const { fix, trouble } = usePosition(onFix);
  return (
    <p className="small soft" role="status">
      {trouble
        ? TROUBLE_WORDS[trouble]
        : !fix
          ? 'Looking for a position …'
          : `You are shown within ${units.show(Math.max(1, fix.accuracyM), 'distance')}${
              fix.accuracyM > TOO_ROUGH_M ? ': rough' : ''
            }.`}
    </p>
  );
}
