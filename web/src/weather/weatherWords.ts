import type { Spell, WeatherField, WeatherProblem, WeatherTrouble } from '@sendero/core';
import { shortDate } from '../app/dates.ts';

export const FIELD_WORDS: Record<WeatherField, string> = {
  day: 'Date (or date and time)',
  time: 'Time, in a column of its own',
  airC: 'Air temperature',
  airMinC: 'Air, lowest of the day',
  airMaxC: 'Air, highest of the day',
  rainM: 'Rain',
  soilC: 'Soil temperature',
  soilMinC: 'Soil, lowest of the day',
  soilMaxC: 'Soil, highest of the day',
  soilMoisture: 'Soil moisture',
};

const TROUBLE: Record<WeatherTrouble, { one: string; many: string; out: string }> = {
  noDate: {
    one: 'date cannot be read',
    many: 'dates cannot be read',
    out: 'choose another order of day and month, or mend the line',
  },
  noTime: { one: 'time cannot be read', many: 'times cannot be read', out: 'mend the line' },
  noFigure: { one: 'figure is text', many: 'figures are text', out: 'left out' },
  impossible: {
    one: 'figure cannot be',
    many: 'figures cannot be',
    out: 'left out; check the units',
  },
  future: {
    one: 'line is dated in the future',
    many: 'lines are dated in the future',
    out: 'left out; check the order of day and month',
  },
  jump: { one: 'jump', many: 'jumps', out: 'kept; check the sensor' },
  double: { one: 'line comes twice', many: 'lines come twice', out: 'the first is kept' },
  missing: { one: 'gap', many: 'gaps', out: 'not filled' },
  clockChange: {
    one: 'hour lost where clocks change',
    many: 'hours lost where clocks change',
    out: 'not filled',
  },
};

/** How often something is wrong, and what was done about it. @example troubleText('missing', 2) // '2 gaps: not filled' */
export const troubleText = (trouble: WeatherTrouble, n: number) =>
  `${n} ${n === 1 ? TROUBLE[trouble].one : TROUBLE[trouble].many}: ${TROUBLE[trouble].out}`;

/** One of them, with its line. */
export const problemText = ({ line, says, trouble }: WeatherProblem) =>
  `${line === null ? '' : `Line ${line}: `}${TROUBLE[trouble].one}, ${says}`;

export const SPELL_WORDS: Record<Spell['spell'], { name: string; risk: string }> = {
  coldDrink: {
    name: 'Cold water in the first two days',
    risk: 'the uptake of water itself is at risk: seed that fails, corkscrewed shoots',
  },
  crust: { name: 'Heavy rain, then sun', risk: 'a crust can hold shoots down' },
  wet: { name: 'Soaked for days', risk: 'seed can rot, seedlings can damp off' },
  dry: {
    name: 'No rain to speak of',
    risk: 'shallow seed can lie dry; it counts no heat until it has drunk',
  },
};

/** @example spellText(spell) // 'May 2–4: cold water in the first two days' */
export const spellText = ({ spell, from, to }: Spell) =>
  `${shortDate(from)} to ${shortDate(to)}: ${SPELL_WORDS[spell].name.toLowerCase()}; ${SPELL_WORDS[spell].risk}.`;
