import * as z from 'zod/mini';
import { FIELD_CHANGES } from '../../depth/index.ts';
import { defineKind } from './defineKind.ts';
import { id, note, date, timestamp, zoneOffsetMin, agrees, rowNumbers } from './parts.ts';

export const EVENT_TYPES = [
  ...FIELD_CHANGES,
  'plantingDone',
  'hillSoil',
  'saferHerbicide',
  'saferTiming',
] as const;

export const EVENT_WORDS: Record<(typeof EVENT_TYPES)[number], string> = {
  rain: 'Rain',
  soilChange: 'Other soil',
  tillageChange: 'Other tillage',
  plantingDone: 'Planting finished here',
  hillSoil: 'Soil hilled over the row',
  saferHerbicide: 'Safer herbicide asked for',
  saferTiming: 'Safer herbicide timing asked for',
};

const eventSchema = z
  .strictObject({
    plantingId: id,
    type: z.enum(EVENT_TYPES, 'Choose what happened.'),
    at: timestamp,
    /** The field's local day. */
    on: date,
    zoneOffsetMin,
    rows: rowNumbers,
    note,
  })
  .check(
    z.refine((event) => agrees(event.at, event.on, event.zoneOffsetMin), {
      message: 'The day is not the one of its time: check the clock of this device.',
      path: ['on'],
    }),
  );

/** Before version 2 no zone was noted: the day was the one in UTC. */
const utcDay = (at: unknown) => (typeof at === 'string' ? at.slice(0, 10) : at);

/** Something that happened to a planting and is carried to its report. */
export const event = defineKind({
  schema: eventSchema,
  version: 2,
  added: { 2: ['on', 'zoneOffsetMin'] },
  migrations: { 1: (old) => ({ on: utcDay(old.at), zoneOffsetMin: null, ...old }) },
  parents: { plantingId: 'planting' },
  held: 'season',
  table: 'events',
  indexed: { plantingId: 'uuid', type: 'text', at: 'timestamp' },
  words: {
    own: ({ type }) => EVENT_WORDS[type].toLowerCase(),
    pin: ({ on, type }) => ({ on, label: EVENT_WORDS[type] }),
  },
  defaults: { note: '' },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    type: 'rain',
    at: '2027-04-28T15:00:00.000Z',
    on: '2027-04-28',
    zoneOffsetMin: -360,
    rows: [],
  },
});
