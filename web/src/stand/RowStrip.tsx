import type { Travel } from '@sendero/core';
import { memo, useCallback, useEffect, useRef } from 'react';
import { plantsOf, type WalkStop } from './useWalkStand.ts';

/** The planter's rows as they stand before the scout, with what each has counted. */
export function RowStrip({
  order,
  row,
  stop,
  travel,
  onRow,
  onTravel,
}: {
  order: number[];
  row: number;
  stop: WalkStop;
  travel: Travel;
  onRow(row: number): void;
  onTravel(travel: Travel): void;
}) {
  // The tabs are told of the newest handler without being drawn anew for it.
  const newest = useRef(onRow);
  useEffect(() => void (newest.current = onRow));
  const choose = useCallback((chosen: number) => newest.current(chosen), []);
  return (
    <div className="stack tight">
      <div className="travel">
        <span>Rows as you see them, left to right. The planter drove</span>
        <button
          className="tool"
          onClick={() => onTravel(travel === 'away' ? 'toward' : 'away')}
          aria-label={`Planter drove ${travel === 'away' ? 'away from you' : 'toward you'}: change`}
        >
          {travel === 'away' ? '↑ away from you' : '↓ toward you'}
        </button>
      </div>
      <div
        className="row-strip"
        role="group"
        aria-label="Planter rows, left to right as they stand"
      >
        {order.map((candidate) => {
          const counted = stop.counts.find(({ data }) => data.row === candidate);
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
      className={plants === null ? 'row-tab' : 'row-tab counted'}
      aria-pressed={chosen}
      aria-label={`Row ${row}${plants === null ? ', not counted' : `, ${plants} plants`}`}
      onClick={(event) => {
        onRow(row);
        if (event.detail > 0) event.currentTarget.blur();
      }}
    >
      <b>{row}</b>
      <span>{plants ?? '·'}</span>
    </button>
  );
});
