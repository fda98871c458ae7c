import {
  countsOf,
  readWalkStand,
  summariseStand,
  type WalkFacts,
  type WalkStand,
} from '@sendero/core';
import { memo, Suspense, useMemo } from 'react';
import { lazyExtra } from '../app/lazyExtra.ts';
import { useUnits } from '../units/useUnits.ts';
import { sameItems, selectChildren } from '../data/hooks.ts';
import { useRested } from '../data/useRested.ts';
import { useWalkFacts } from './useWalkStand.ts';
import styles from './stand.module.css';

/** The drawing comes after the keys: they can be tapped before it is there, and also when it cannot be had. */
const WalkSoFar = lazyExtra<{ stand: WalkStand }>(() => import('./WalkSoFar.tsx'));

/** The tapped key is drawn first; what follows from it comes this much later. */
const AFTER_THE_KEY_MS = 50;
/** The walk's drawing waits for a pause of the thumb. */
const PAUSE_MS = 250;

/** The stand at one stop. */
export const ThisStop = memo(function ThisStop({
  stopId,
  facts,
}: {
  stopId: string;
  facts: WalkFacts;
}) {
  const observed = useRested(
    (state) => selectChildren(state, 'observation', 'stopId', stopId),
    AFTER_THE_KEY_MS,
  );
  const counts = countsOf(observed);
  const units = useUnits();
  const kind = units.standKind(facts.denseStand);
  const here =
    counts.length > 0
      ? summariseStand([{ id: '', counts: counts.map(({ data }) => data) }]).meanPerM2
      : null;
  return (
    <div className="row spread" style={{ alignItems: 'end' }}>
      <div style={{ flex: 1 }}>
        <div className="small soft">This stop</div>
        <div className={`figure ${styles.live}`} data-testid="stop-density">
          {here === null ? (
            '–'
          ) : (
            <>
              {units.number(here, kind)}
              <span className="unit">{units.symbol(kind)}</span>
            </>
          )}
        </div>
      </div>
      <div style={{ flex: 1, textAlign: 'right' }}>
        <div className="small soft">expected live {units.show(facts.expectedPerM2, kind)}</div>
        <div className={styles.live}>
          {here === null
            ? 'tap the first plant'
            : `${Math.round((100 * here) / facts.expectedPerM2)} % of it`}
        </div>
      </div>
    </div>
  );
});

/** The walk so far. */
export const SettledWalk = memo(function SettledWalk({ walkId }: { walkId: string }) {
  const facts = useWalkFacts(walkId);
  const observed = useRested(
    (state) =>
      (facts?.stops ?? []).map(({ id }) => selectChildren(state, 'observation', 'stopId', id)),
    PAUSE_MS,
    sameItems,
  );
  const stand = useMemo(() => facts && readWalkStand(facts, observed), [facts, observed]);
  return stand ? (
    <Suspense fallback={<div className="sheet" style={{ minHeight: 250 }} />}>
      <WalkSoFar stand={stand} />
    </Suspense>
  ) : null;
});
