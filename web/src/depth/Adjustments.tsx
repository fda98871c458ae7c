import { rowsText } from '@sendero/core';
import type { TrenchCheck } from '@sendero/core';
import { localWhen } from '../app/dates.ts';
import { useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { ADJUSTED_WORDS, depthChange } from './trenchWords.ts';

/** What was changed on the rows in this check; what was noted wrongly is taken back. */
export function Adjustments({ check }: { check: TrenchCheck }) {
  const device = useDevice();
  const units = useUnits();
  const adjustments = check.stops.flatMap((stop) => stop.adjustments);
  return (
    <ul className="list-plain">
      {adjustments.map(({ id, data: { rows, what, byM, at } }) => {
        const who = rows === null ? 'Every row' : rowsText(rows);
        return (
          <li key={id} className="row spread">
            <span>
              <strong>{who}</strong>: {ADJUSTED_WORDS[what].toLowerCase()}
              {byM ? ` ${depthChange(byM, units)}` : ''}
              <span className="small soft"> at {localWhen(at)}</span>
            </span>
            <button
              className="tool bare"
              onClick={() => device.remove('observation', id)}
              aria-label={`Take back: ${who}`}
            >
              Take back
            </button>
          </li>
        );
      })}
    </ul>
  );
}
