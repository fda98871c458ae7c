import type { Travel } from '@sendero/core';
import { useEffect, useRef } from 'react';
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
  const current = useRef<HTMLButtonElement>(null);
  useEffect(
    () => void current.current?.scrollIntoView({ block: 'nearest', inline: 'center' }),
    [row],
  );
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
            <button
              key={candidate}
              ref={candidate === row ? current : null}
              className={counted ? 'row-tab counted' : 'row-tab'}
              aria-pressed={candidate === row}
              aria-label={`Row ${candidate}${counted ? `, ${plantsOf(counted.data)} plants` : ', not counted'}`}
              onClick={(event) => {
                onRow(candidate);
                if (event.detail > 0) event.currentTarget.blur();
              }}
            >
              <b>{candidate}</b>
              <span>{counted ? plantsOf(counted.data) : '·'}</span>
            </button>
          );
        })}
      </div>
    </div>
  );
}
