import { alikeRows, alikeText, driftsOf, driftText, type PlanterCard } from '@sendero/core';
import { useMemo } from 'react';
import { Section } from '../app/Section.tsx';
import { useUnits } from '../units/useUnits.ts';
import { PlacesStrip } from './PlacesStrip.tsx';

const clock = (hours: number) =>
  `${Math.floor(hours)}:${String(Math.floor((hours % 1) * 60)).padStart(2, '0')}`;

/** What the whole machine shows through the day and from row to row: drawn, with the sentence that says it. */
export default function CardPatterns({ card }: { card: PlanterCard }) {
  const units = useUnits();
  const drifts = useMemo(() => driftsOf(card), [card]);
  const alike = useMemo(() => alikeRows(card), [card]);
  if (drifts.length === 0 && alike.length === 0) return null;
  return (
    <Section title="Through the day and from row to row">
      {drifts.map((one) => (
        <div key={one.measure}>
          <p className="rule-left signal">
            <strong>{driftText(one, units.show)}</strong>
          </p>
          <PlacesStrip
            measure={one.measure}
            label="Places by the hour"
            points={[...one.places]
              .sort((a, b) => a.clockH - b.clockH)
              .map(({ stop, clockH, off }) => ({
                key: stop,
                x: clockH,
                off,
                marked: false,
                says: clock(clockH),
              }))}
          />
        </div>
      ))}
      {alike.map((one) => (
        <div key={one.measure}>
          <p className="rule-left clay">{units.marked(alikeText(one))}</p>
          <PlacesStrip
            measure={one.measure}
            label="Rows side by side"
            joined
            points={one.rows.map(({ row, off }) => ({
              key: String(row),
              x: row,
              off,
              marked: false,
              says: `row ${row}`,
            }))}
          />
        </div>
      ))}
    </Section>
  );
}
