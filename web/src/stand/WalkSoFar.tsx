import type { WalkStand } from '@sendero/core';
import { memo } from 'react';
import { useUnits } from '../units/useUnits.ts';
import { StandScale } from './StandScale.tsx';

/** The stand as far as the walk has come: mean, interval, and the stops still needed. */
export default memo(function WalkSoFar({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const { summary, stops } = stand;
  if (!summary) return <p className="soft">The stand appears here with the first count.</p>;
  const kind = units.standKind(stand.denseStand);
  const more = summary.stopsNeeded(0.05) - summary.stops.length;
  const ordinals = new Map(stops.map(({ id, data }) => [id, data.ordinal]));
  return (
    <div className="sheet stack tight">
      <div className="row spread">
        <strong>Walk: {units.show(summary.meanPerM2, kind)}</strong>
        <span className="small">
          {summary.intervalPerM2
            ? `95 %: ${units.interval(summary.intervalPerM2, kind)}`
            : 'one stop: no interval yet'}
        </span>
      </div>
      <StandScale
        stops={summary.stops.map(({ id, perM2 }) => ({
          id,
          perM2,
          label: String(ordinals.get(id)),
        }))}
        meanPerM2={summary.meanPerM2}
        intervalPerM2={summary.intervalPerM2}
        targetPerM2={stand.targetPerM2}
        expectedPerM2={stand.expectedPerM2}
        denseStand={stand.denseStand}
      />
      <div className="small" data-testid="stops-needed">
        {!Number.isFinite(more)
          ? 'Two stops or more tell how many are needed.'
          : more <= 0
            ? 'Within ±5 % of the mean: enough stops.'
            : `${more} more ${more === 1 ? 'stop gives' : 'stops give'} ±5 % at this spread.`}
      </div>
    </div>
  );
});
