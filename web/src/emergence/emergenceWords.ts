import {
  momentAfter,
  type EmergenceReading,
  type GroupReading,
  type Interval,
  type Lateness,
} from '@sendero/core';
import { moment, weekday } from '../app/dates.ts';
import type { LatenessAnswer } from './lateness.ts';

/** Visits further apart than this do not tell an hour, h. */
const TELLS_HOURS = 24;

/** Hours since planting as a day, with the hour where the visits around it are close enough to tell one. @example whenTold('2027-05-01', 236, [216, 264]) // 'Tue, May 11' */
export const whenTold = (
  plantedOn: string,
  hours: number,
  [from, to]: readonly [number, number],
): string =>
  to - from > TELLS_HOURS
    ? weekday(momentAfter(plantedOn, hours).slice(0, 10))
    : moment(momentAfter(plantedOn, hours));

/** Hours since planting as a day and time of the field. @example whenText('2027-05-01', 236) // 'Tue May 11, 8:00' */
export const whenText = (plantedOn: string, hours: number) => moment(momentAfter(plantedOn, hours));

const hoursText = (hours: number) => `${Math.round(hours)} h`;
/** Hours with their sign. @example signedHours(-6.6) // '−7' */
export function signedHours(hours: number): string {
  const whole = Math.round(hours);
  return whole === 0 ? '0' : `${whole < 0 ? '−' : '+'}${Math.abs(whole)}`;
}
const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What is known of when half were up, at the head of the page. */
export function headline(
  { planting, all, coming }: EmergenceReading,
  half: Interval | null,
): string {
  const { plantedOn } = planting.data;
  const when = (hours: number) => whenText(plantedOn, hours);
  if (!all) return 'Nothing is counted yet.';
  if (!all.halfBetweenH) return 'Nothing was up at the last visit.';
  if (coming === 'coming' && (all.told.t50H === null || all.told.t90H === null))
    return `Plants are coming: ${all.pool.emerged.at(-1)} of ${Math.round(all.pool.sown)} seeds were up at the last visit.`;
  const visits = all.halfBetweenH;
  if (all.told.t50H !== null) {
    const told = (hours: number) => whenTold(plantedOn, hours, visits);
    const [first, last] = half ? [told(half.lower), told(half.upper)] : [];
    const between = first === undefined || first === last ? '' : ` (90 %: ${first} to ${last})`;
    return `Half were up by ${told(all.told.t50H)}${between}.`;
  }
  const [from, to] = visits;
  return from === 0
    ? `Half were up before the first visit on ${when(to)}.`
    : `Half were up between ${when(from)} and ${when(to)}: the visits cannot tell it closer.`;
}

/** How evenly, with the schools. */
export function spreadText({ told, fit }: GroupReading): string | null {
  if (told.t10H === null || told.t90H === null || fit.spreadH === null) return null;
  return `From the first tenth to the ninth it took ${hoursText(told.t90H - told.t10H)}.`;
}

/** What came up in the end, against what was to be expected. */
export function finalText(
  { all, expectedShare, coming }: EmergenceReading,
  interval: Interval | null,
): string | null {
  if (!all?.halfBetweenH) return null;
  const up = all.pool.emerged.at(-1)! / all.pool.sown;
  const expected = `Germination and field loss lead one to expect ${percent(expectedShare)}.`;
  if (coming === 'coming') return `${percent(up)} of the seeds are up so far. ${expected}`;
  const between = interval
    ? ` (95 %: ${percent(interval.lower)} to ${percent(interval.upper)})`
    : '';
  const judged = !interval
    ? ''
    : interval.upper < expectedShare
      ? ' Fewer came than that.'
      : interval.lower > expectedShare
        ? ' More came than that.'
        : ' No difference from that can be seen.';
  return `${percent(up)} of the seeds came up${between}. ${expected}${judged}`;
}

/** What stands out, in a sentence each; two groups are one difference. */
export function latenessTexts({ groups }: LatenessAnswer): string[] {
  const sentence = ({ name, laterH, interval, verdict }: Lateness, than: string) => {
    const [low, high] = [interval.lower, interval.upper].map(Math.abs).sort((a, b) => a - b);
    return `${name} ${name.startsWith('Row') ? 'was' : 'were'} half up ${hoursText(Math.abs(laterH))} ${verdict} than ${than} (95 %: ${Math.round(low!)} to ${hoursText(high!)}).`;
  };
  const told = groups.filter(({ verdict }) => verdict !== 'not told apart');
  if (groups.length === 2) {
    const later = told.find(({ verdict }) => verdict === 'later');
    return later ? [sentence(later, groups.find((one) => one !== later)!.name)] : [];
  }
  return [...told]
    .sort((a, b) => Math.abs(b.laterH) - Math.abs(a.laterH))
    .map((one) => sentence(one, 'the middle of the others'));
}

const newPlants = (n: number) =>
  n === 0 ? 'No new plant' : n === 1 ? 'One new plant' : `${n} new plants`;

/** What to do next. */
export function nextText(
  { coming, lookAgainOn, newest }: EmergenceReading,
  day: (date: string) => string,
): string {
  if (!coming) return 'Count at the first visit what is up, also when it is nothing.';
  if (coming === 'done')
    return `${newPlants(newest!.fresh)} at the last visit: taken to have stopped (default: under 2 % new), so no more visits are asked for.`;
  return coming === 'notYet'
    ? `Nothing is up yet. Look again on ${day(lookAgainOn!)}.`
    : `Plants still come: count again on ${day(lookAgainOn!)}, every two days until they stop.`;
}
