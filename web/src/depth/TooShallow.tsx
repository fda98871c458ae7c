import { EVENT_WORDS, rowsText } from '@sendero/core';
import type { PlantingEvent } from '@sendero/core';
import { useState } from 'react';
import { shortDate } from '../app/dates.ts';
import { useChildren, useDevice } from '../data/hooks.ts';

const RESCUES: { type: PlantingEvent['type']; label: string; how: string }[] = [
  {
    type: 'hillSoil',
    label: 'Hill soil over the row',
    how: 'A little soil over the row with a cultivator once the crop is up. Not over the growing leaves, and not where it would bury late plants.',
  },
  {
    type: 'saferHerbicide',
    label: 'Ask for a safer herbicide',
    how: 'Shallow roots take up more. The label is the law; the choice is the licensed applicator’s.',
  },
  {
    type: 'saferTiming',
    label: 'Ask for a safer timing',
    how: 'The same product may be safer later or split. The label and the licensed applicator decide; stay out until the re-entry interval is over.',
  },
];

/** What can still be done for rows planted too shallow; what was decided is kept and goes to the report. */
export function TooShallow({ plantingId, rows }: { plantingId: string; rows: number[] }) {
  const device = useDevice();
  const events = useChildren('event', 'plantingId', plantingId);
  const [problem, setProblem] = useState<string | null>(null);
  const record = (type: PlantingEvent['type']) => {
    const put = device.put('event', { plantingId, type, ...device.moment(), rows, note: '' });
    setProblem(put.ok ? null : (Object.values(put.problems)[0] ?? null));
  };
  return (
    <section className="sheet stack tight">
      <h2>If it stays this shallow</h2>
      <p>
        {rowsText(rows)}: what practitioners still do for seed already in the ground. Recorded, it
        is carried to the report.
      </p>
      <ul className="list-plain">
        {RESCUES.map(({ type, label, how }) => {
          const noted = events.find(({ data }) => data.type === type);
          return (
            <li key={type} className="task">
              <div>
                <strong>{label}</strong>
                <div className="small soft">{how}</div>
              </div>
              {noted ? (
                <span className="row">
                  <span className="small">noted {shortDate(noted.data.on)}</span>
                  <button
                    className="tool bare"
                    onClick={() => device.remove('event', noted.id)}
                    aria-label={`Take back: ${EVENT_WORDS[type]}`}
                  >
                    Undo
                  </button>
                </span>
              ) : (
                <button
                  className="tool"
                  onClick={() => record(type)}
                  aria-label={`Record: ${EVENT_WORDS[type]}`}
                >
                  Record
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
    </section>
  );
}
