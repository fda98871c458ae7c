import { readWalkStand, type WalkStand } from '@sendero/core';
import { memo, Suspense, useMemo } from 'react';
import { lazyExtra } from '../app/lazyExtra.ts';
import { sameItems, selectChildren } from '../data/hooks.ts';
import { useRested } from '../data/useRested.ts';
import { useUnits } from '../units/useUnits.ts';
import { useWalkFacts } from './useWalkFacts.ts';
import { moreStopsText } from './findingWords.ts';
import { StandScale } from './StandScale.tsx';

const OneStop = lazyExtra(() => import('./OneStop.tsx'));

/** The stand as far as the walk has come: mean, interval, and the stops still needed. */
const SoFar = memo(function SoFar({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const { summary, stops } = stand;
  if (!summary) return <p className="soft">The stand appears here with the first count.</p>;
  const kind = units.standKind(stand.denseStand);
  const range = summary.stopsRange(0.05);
  const more = (needed: number) => Math.max(1, needed - summary.stops.length);
  const ordinals = new Map(stops.map(({ id, data }) => [id, data.ordinal]));
  return (
    <div className="sheet stack tight">
      <div className="row spread">
        <strong>Walk: {units.show(summary.meanPerM2, kind)}</strong>
        <span className="small">
          {summary.twoFields
            ? 'no one number'
            : summary.intervalPerM2
              ? `95 %: ${units.interval(summary.intervalPerM2, kind)}`
              : 'one stop'}
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
        {summary.twoFields
          ? `Stops of two kinds: ${units.show(summary.twoFields.restPerM2, kind)}, and ${units.show(summary.twoFields.thinPerM2, kind)} in the thin places. Count more in both.`
          : !range
            ? 'Two stops or more tell how many are needed.'
            : summary.enough(0.05)
              ? 'Within ±5 % of the mean: enough stops.'
              : `${moreStopsText([more(range[0]), more(range[1])])} for ±5 % at this spread.`}
      </div>
      {!summary.intervalPerM2 && summary.stops.length === 1 && (
        <Suspense>
          <OneStop stand={stand} />
        </Suspense>
      )}
    </div>
  );
});

/** The drawing waits for a pause of the thumb. */
const PAUSE_MS = 250;

/** The walk so far; it comes after the keys, which can be tapped before it is there, and also when it cannot be had. */
export default memo(function WalkSoFar({ walkId }: { walkId: string }) {
  const facts = useWalkFacts(walkId);
  const observed = useRested(
    (state) =>
      (facts?.stops ?? []).map(({ id }) => selectChildren(state, 'observation', 'stopId', id)),
    PAUSE_MS,
    sameItems,
  );
  const stand = useMemo(() => facts && readWalkStand(facts, observed), [facts, observed]);
  return stand ? <SoFar stand={stand} /> : null;
});
