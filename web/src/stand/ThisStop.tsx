import { countsAt, perM2Of, type WalkFacts } from '@sendero/core';
import { memo } from 'react';
import { useUnits } from '../units/useUnits.ts';
import { selectChildren } from '../data/hooks.ts';
import { useRested } from '../data/useRested.ts';
import styles from './stand.module.css';

/** The tapped key is drawn first; what follows from it comes this much later. */
const AFTER_THE_KEY_MS = 50;

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
  const counts = countsAt(facts, stopId, observed);
  const units = useUnits();
  const kind = units.standKind(facts.denseStand);
  const here = perM2Of(counts.map(({ data }) => data));
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
