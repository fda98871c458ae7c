import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { minutesText } from '@sendero/core';
import styles from './calendar.module.css';
import { placeOf, type PlacedVisit } from './useVisits.ts';
import { standingWords } from './visitWords.ts';

/** Days that a key moves a visit by. */
const KEYS: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 };

/** A visit on its day: opened by a tap, moved by dragging or with Shift and the arrow keys. */
export function VisitCard({
  placed,
  small = false,
  onOpen,
  onMove,
}: {
  placed: PlacedVisit;
  small?: boolean;
  onOpen(): void;
  onMove(days: number): void;
}) {
  const { visit } = placed.one;
  const over = visit.state === 'done' || visit.state === 'missed';
  const { setNodeRef, listeners, isDragging } = useDraggable({ id: visit.key, disabled: over });
  const place = placeOf(placed.one);
  const field = placed.one.one?.field.data.name;
  const byKey = (event: KeyboardEvent) => {
    const days = KEYS[event.key];
    if (!event.shiftKey || days === undefined || over) return;
    event.preventDefault();
    onMove(days);
  };
  return (
    <button
      ref={setNodeRef}
      className={`${styles.visit} ${small ? styles.small : ''}`}
      data-state={visit.state}
      data-moved={visit.on !== null || undefined}
      data-visit={visit.key}
      style={isDragging ? { opacity: 0.35 } : undefined}
      aria-keyshortcuts="Shift+ArrowLeft Shift+ArrowRight"
      aria-label={`${visit.label}${place ? `, ${place}` : ''}. ${standingWords(visit)}. About ${minutesText(visit.minutes)}`}
      {...listeners}
      onClick={onOpen}
      onKeyDown={byKey}
    >
      <strong>{field || visit.label}</strong>
      {field && <span>{visit.label}</span>}
    </button>
  );
}
