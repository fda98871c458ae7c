import { plantsOf, type Travel } from '@sendero/core';
import { memo, useEffect, useRef } from 'react';
import { useStable } from '../app/useStable.ts';
import { useStopCounts } from './useWalkFacts.ts';
import styles from './stand.module.css';

/** The planter's rows as they stand before the scout, with what each has counted. */
export function RowStrip({
  order,
  row,
  stopId,
  travel,
  onRow,
  onTravel,
}: {
  order: number[];
  /** null: nobody said yet which one is counted. */
  row: number | null;
  stopId: string;
  travel: Travel;
  onRow(row: number): void;
  onTravel(travel: Travel): void;
}) {
  const counts = useStopCounts(stopId);
  const choose = useStable(onRow);
  return (
    <div className="stack tight">
      <div className={styles.travel}>
        <span>
          {row === null ? <strong>Which row do you count? Tap it. </strong> : ''}Rows as you see
          them, left to right. The planter drove
        </span>
        <button
          className="tool"
          onClick={() => onTravel(travel === 'away' ? 'toward' : 'away')}
          aria-label={`Planter drove ${travel === 'away' ? 'away from you' : 'toward you'}: change`}
        >
          {travel === 'away' ? '↑ away from you' : '↓ toward you'}
        </button>
      </div>
      <div
        className={styles.rowStrip}
        role="group"
        aria-label="Planter rows, left to right as they stand"
      >
        {order.map((candidate) => {
          const counted = counts.find(({ data }) => data.row === candidate);
          return (
            <RowTab
              key={candidate}
              row={candidate}
              plants={counted ? plantsOf(counted.data) : null}
              chosen={candidate === row}
              onRow={choose}
            />
          );
        })}
      </div>
    </div>
  );
}

/** One row of the strip; drawn again only when its own figures change. */
const RowTab = memo(function RowTab({
  row,
  plants,
  chosen,
  onRow,
}: {
  row: number;
  plants: number | null;
  chosen: boolean;
  onRow(row: number): void;
}) {
  const own = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (chosen) void own.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [chosen]);
  return (
    <button
      ref={own}
      className={plants === null ? styles.rowTab : `${styles.rowTab} ${styles.counted}`}
      data-row-tab={plants ?? ''}
      aria-pressed={chosen}
      aria-label={`Row ${row}${plants === null ? ', not counted' : `, ${plants} plants`}`}
      onClick={(event) => {
        onRow(row);
        if (event.detail > 0) event.currentTarget.blur();
      }}
    >
      <b>{row}</b>
      <span className={styles.plants}>
        <span className={styles.live}>{plants ?? '·'}</span>
      </span>
    </button>
  );
});
