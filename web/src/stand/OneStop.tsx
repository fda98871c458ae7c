import { quickInterval, type WalkStand } from '@sendero/core';
import { useOne } from '../data/hooks.ts';
import { spreadText } from '../sampling/planWords.ts';
import { useSpread } from '../sampling/useSpread.ts';
import { useUnits } from '../units/useUnits.ts';

/** What one stop alone says of its field: from how stops are known to differ, and whose figure that is. */
export default function OneStop({ stand }: { stand: WalkStand }) {
  const planting = useOne('planting', stand.planting.id);
  return planting ? <Interval stand={stand} planting={planting} /> : null;
}

function Interval({
  stand,
  planting,
}: {
  stand: WalkStand;
  planting: Parameters<typeof useSpread>[0];
}) {
  const units = useUnits();
  const spread = useSpread(planting);
  const { meanPerM2, floorSdPerM2 } = stand.summary!;
  const kind = units.standKind(stand.denseStand);
  return (
    <div data-testid="one-stop">
      <p>
        From this stop alone the field has{' '}
        <strong>{units.interval(quickInterval(meanPerM2, floorSdPerM2, spread), kind)}</strong> (95
        %).
      </p>
      <p className="small soft">{spreadText(spread, units)} A few stops more tell far more.</p>
    </div>
  );
}
