import { useDroppable } from '@dnd-kit/core';
import { addDays } from '@sendero/core';
import { useState, type ReactNode } from 'react';
import { longMonth, shortDate, weekdayNames } from '../app/dates.ts';
import { useToday } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import styles from './calendar.module.css';
import type { PlacedVisit } from './useVisits.ts';
import { VisitCard } from './VisitCard.tsx';

/** Visits of a day that a cell shows before the rest is counted. */
const IN_CELL = 3;

/** A month of visits; a day with more than its cell holds is told in full below. */
export function MonthView({
  placed,
  onOpen,
  onMove,
}: {
  placed: readonly PlacedVisit[];
  onOpen(key: string): void;
  onMove(placed: PlacedVisit, days: number): void;
}) {
  const today = useToday();
  const [month, setMonth] = useState(today.slice(0, 7));
  const [day, setDay] = useState<string | null>(null);
  const sunday = useUnits().system === 'us';
  const first = `${month}-01`;
  const weekdayOf = (on: string) => (new Date(on).getUTCDay() + (sunday ? 0 : 6)) % 7;
  const from = addDays(first, -weekdayOf(first));
  const next = addDays(first, 32).slice(0, 7);
  const days = weekdayOf(first) + Number(addDays(`${next}-01`, -1).slice(8));
  const cells = Array.from({ length: 7 * Math.ceil(days / 7) }, (_, i) => addDays(from, i));
  const byDay = new Map<string, PlacedVisit[]>();
  for (const one of placed) byDay.set(one.on, [...(byDay.get(one.on) ?? []), one]);
  const card = (one: PlacedVisit, small: boolean) => (
    <VisitCard
      key={one.one.visit.key}
      placed={one}
      small={small}
      onOpen={() => onOpen(one.one.visit.key)}
      onMove={(by) => onMove(one, by)}
    />
  );
  return (
    <div className="stack tight">
      <div className="row spread">
        <button className="tool" onClick={() => setMonth(addDays(first, -1).slice(0, 7))}>
          ‹ {longMonth(addDays(first, -1))}
        </button>
        <h2 aria-live="polite">{longMonth(first)}</h2>
        <button className="tool" onClick={() => setMonth(next)}>
          {longMonth(`${next}-01`)} ›
        </button>
      </div>
      <div className={styles.month}>
        {weekdayNames(sunday).map((name) => (
          <span key={name} className={styles.weekday}>
            {name}
          </span>
        ))}
        {cells.map((on) => {
          const own = byDay.get(on) ?? [];
          return (
            <Cell key={on} on={on} inMonth={on.startsWith(month)} isToday={on === today}>
              <button
                className={styles.date}
                onClick={() => setDay(on === day ? null : on)}
                aria-label={`${shortDate(on)}, ${own.length} ${own.length === 1 ? 'visit' : 'visits'}`}
                aria-expanded={on === day}
              >
                {Number(on.slice(8))}
                <span className={styles.dots} aria-hidden>
                  {own.slice(0, 4).map(({ one }) => (
                    <i key={one.visit.key} data-state={one.visit.state} />
                  ))}
                </span>
              </button>
              <div className={styles.inCell}>
                {own.slice(0, IN_CELL).map((one) => card(one, true))}
                {own.length > IN_CELL && (
                  <button className={styles.more} onClick={() => setDay(on)}>
                    {own.length - IN_CELL} more
                  </button>
                )}
              </div>
            </Cell>
          );
        })}
      </div>
      {day && (
        <section className="stack tight" aria-label={`Visits of ${shortDate(day)}`}>
          <h2>{shortDate(day)}</h2>
          {(byDay.get(day) ?? []).length === 0 && <p className="soft">Nothing planned.</p>}
          <div className={styles.ofDay}>
            {(byDay.get(day) ?? []).map((one) => card(one, false))}
          </div>
        </section>
      )}
    </div>
  );
}

function Cell({
  on,
  inMonth,
  isToday,
  children,
}: {
  on: string;
  inMonth: boolean;
  isToday: boolean;
  children: ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: on });
  return (
    <div
      ref={setNodeRef}
      className={styles.cell}
      data-over={isOver || undefined}
      data-today={isToday || undefined}
      data-outside={!inMonth || undefined}
    >
      {children}
    </div>
  );
}
