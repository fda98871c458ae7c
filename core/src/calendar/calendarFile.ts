import ical, { ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';
import { requireDate, requireNotNegative } from '../arguments/index.ts';
import { addDays } from '../season/index.ts';
import type { PlannedVisit } from './plannedVisits.ts';

/** A day's visit as a calendar program takes it. */
export interface CalendarEntry {
  /** The same each time, so that a visit that moved is moved and not doubled. */
  key: string;
  /** ISO date. */
  on: string;
  title: string;
  /** Where: the field. */
  place: string;
  /** Why, what to carry, about how long. */
  text: string;
}

/**
 * An iCalendar text (RFC 5545) of visits, each for a whole day: when in it is for the person to say.
 *
 * @param at when it is made, ISO time
 * @example calendarFile(entries, { name: 'Sendero visits', at: '2027-05-27T06:00:00Z' }).startsWith('BEGIN:VCALENDAR') // true
 */
export function calendarFile(
  entries: readonly CalendarEntry[],
  { name, at }: { name: string; at: string },
): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Sendero', product: 'Visits', language: 'EN' },
    // Programs ask again by themselves; more often would only cost.
    ttl: 3600,
  });
  for (const { key, on, title, place, text } of entries)
    calendar.createEvent({
      id: `${key.replaceAll(' ', '-')}@sendero`,
      stamp: requireDate('at', at),
      start: requireDate('on', on),
      end: addDays(on, 1),
      allDay: true,
      summary: title,
      location: place,
      description: text,
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  return calendar.toString();
}

/** About how long, in words. @example minutesText(95) // '1 h 35 min' */
export function minutesText(minutes: number): string {
  requireNotNegative('minutes', minutes);
  const [hours, left] = [Math.floor(minutes / 60), Math.round(minutes % 60)];
  return [hours && `${hours} h`, left && `${left} min`].filter(Boolean).join(' ') || '0 min';
}

/**
 * A visit as an entry of a calendar program.
 *
 * @param field where it is, and whose; empty for a person's own that belongs to none
 * @example calendarEntry(visit, { on: '2027-05-28', field: 'Long Forty', grower: 'Halloran Mesa Farm' }).title // 'Stand walk, Long Forty'
 */
export function calendarEntry(
  { key, label, reason, carry, minutes, from, to, state }: PlannedVisit,
  { on, field, grower }: { on: string; field: string; grower: string },
): CalendarEntry {
  return {
    key,
    on,
    title: [state === 'done' ? `Done: ${label}` : label, field].filter(Boolean).join(', '),
    place: [field, grower].filter(Boolean).join(', '),
    text: [
      reason,
      carry.length > 0 && `Carry: ${carry.join(', ')}.`,
      `About ${minutesText(minutes)}.`,
      from !== to && `Worth making from ${from} to ${to}.`,
    ]
      .filter(Boolean)
      .join('\n'),
  };
}
