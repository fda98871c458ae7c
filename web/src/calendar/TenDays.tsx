import { useDroppable } from '@dnd-kit/core';
import { DAY_MINUTES, minutesText, type DayPlan } from '@sendero/core';
import type { ReactNode } from 'react';
import { weekday } from '../app/dates.ts';
import styles from './calendar.module.css';
import type { PlacedVisit } from './useVisits.ts';
import { VisitCard } from './VisitCard.tsx';

/** The next ten days, each with the rounds to the growers and how full it is. */
export function TenDays({
  days,
  found,
  onOpen,
  onMove,
}: {
  days: readonly DayPlan[];
  found(key: string): PlacedVisit | undefined;
  onOpen(key: string): void;
  onMove(placed: PlacedVisit, days: number): void;
}) {
  return (
    <div className={styles.ten}>
      {days.map((day, i) => (
        <Day key={day.on} day={day} isToday={i === 0}>
          {day.rounds.map(({ round, visits }) => (
            <div key={round} className={styles.round}>
              <h3>{round || 'Your own'}</h3>
              {visits.map(({ key }) => {
                const placed = found(key);
                return (
                  placed && (
                    <VisitCard
                      key={key}
                      placed={placed}
                      onOpen={() => onOpen(key)}
                      onMove={(by) => onMove(placed, by)}
                    />
                  )
                );
              })}
            </div>
          ))}
        </Day>
      ))}
    </div>
  );
}

function Day({
  day: { on, minutes, over },
  isToday,
  children,
}: {
  day: DayPlan;
  isToday: boolean;
  children: ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: on });
  return (
    <section
      ref={setNodeRef}
      className={styles.day}
      data-over={isOver || undefined}
      data-today={isToday || undefined}
      data-empty={minutes === 0 || undefined}
      aria-label={`${weekday(on)}${minutes > 0 ? `, ${minutesText(minutes)} with the way` : ', nothing planned'}`}
    >
      <div className={styles.dayHead}>
        <h2>{isToday ? 'Today' : weekday(on)}</h2>
        {minutes > 0 && <span className={over ? 'warn' : 'soft'}>{minutesText(minutes)}</span>}
      </div>
      <div className={styles.fill} aria-hidden>
        <div
          data-over={over || undefined}
          style={{ width: `${Math.min(100, (100 * minutes) / DAY_MINUTES)}%` }}
        />
      </div>
      {children}
    </section>
  );
}
