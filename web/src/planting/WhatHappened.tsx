import { EVENT_WORDS, rowsText } from '@sendero/core';
import { shortDate } from '../app/dates.ts';
import { useChildren, useDevice } from '../data/hooks.ts';

/** What was noted of a planting beside its walks: rain, other soil, rescues; each can be taken back. */
export function WhatHappened({ plantingId }: { plantingId: string }) {
  const device = useDevice();
  const events = useChildren('event', 'plantingId', plantingId);
  if (events.length === 0) return null;
  return (
    <ul className="list-plain sheet">
      {[...events].reverse().map(({ id, data }) => (
        <li key={id} className="task">
          <div>
            <strong>{shortDate(data.on)}</strong>, {EVENT_WORDS[data.type]}
            {data.rows.length > 0 && (
              <span className="small soft">: {rowsText(data.rows).toLowerCase()}</span>
            )}
          </div>
          <button
            className="tool bare"
            onClick={() => device.remove('event', id)}
            aria-label={`Take back: ${EVENT_WORDS[data.type]}`}
          >
            Take back
          </button>
        </li>
      ))}
    </ul>
  );
}
