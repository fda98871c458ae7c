import * as z from 'zod/mini';
import { CARD_MEASURES } from '../../planter/index.ts';
import { defineKind } from './defineKind.ts';
import { date, figure, id, note, rowNumbers, whole, within } from './parts.ts';

/** How far the work on an item has come. */
export const WORK_STATES = ['todo', 'ordered', 'inHand', 'done'] as const;
export type WorkState = (typeof WORK_STATES)[number];
/** What soonest pays, first. */
export const PRIORITIES = ['high', 'middle', 'low'] as const;

const words = (most: number) =>
  z._default(z.string().check(z.trim(), z.maxLength(most, `Use at most ${most} characters.`)), '');

/** Something to mend on a planter: what, on which rows, why, and what came of it. */
export const workItem = defineKind({
  schema: z
    .strictObject({
      planterId: id,
      /** The season whose work it was found in. */
      season: whole(1990, 2199, 'Enter the season as a year.'),
      /** Rows it is about; none: the machine. */
      rows: rowNumbers,
      what: z
        .string('Say what is to be done.')
        .check(
          z.trim(),
          z.minLength(1, 'Say what is to be done.'),
          z.maxLength(200, 'Use at most 200 characters.'),
        ),
      /** What was found, as it was said then. */
      why: words(1000),
      /** The measure it was found by, and by which next season proves it; null: none. */
      measure: z.nullable(z.enum(CARD_MEASURES, 'Choose the measure.')),
      /** By how much the depth of its rows is to move, m, deeper positive; null: it is no depth setting. */
      byM: z._default(z.nullable(figure('seedDepth', -0.2, 0.2, 'a change')), null),
      priority: z.enum(PRIORITIES, 'Choose how soon.'),
      who: words(120),
      due: z._default(z.nullable(date), null),
      parts: words(300),
      /** In the workspace's own money. */
      cost: z._default(z.nullable(within(0, 1e7, 'Enter the cost as a figure.')), null),
      state: z.enum(WORK_STATES, 'Choose how far it is.'),
      doneOn: z._default(z.nullable(date), null),
      /** With what it was mended, and how. */
      doneNote: words(1000),
      /** Pictures of it, by the ids their bytes are kept under. */
      photos: z._default(
        z.array(id).check(z.maxLength(12, 'Keep at most 12 pictures of an item.')),
        [],
      ),
      /** The season made up for it: the risk stays, so does the item. */
      seasonSavedIt: z._default(z.boolean(), false),
      note,
    })
    .check(
      z.refine(({ state, doneOn }) => state !== 'done' || doneOn !== null, {
        message: 'Enter the day it was done.',
        path: ['doneOn'],
      }),
    ),
  version: 2,
  added: { 2: ['photos'] },
  migrations: { 1: (old) => ({ photos: [], ...old }) },
  parents: { planterId: 'planter' },
  lists: { photos: 'set' },
  table: 'work_items',
  indexed: { planterId: 'uuid', season: 'integer', state: 'text' },
  relations: ({ planterId, rows }, lookUp): Record<string, string> => {
    const machine = lookUp('planter', planterId)!.data as { name: string; rows: number };
    return rows.some((row) => row > machine.rows)
      ? {
          rows: `${machine.name} has ${machine.rows} rows: choose rows from 1 to ${machine.rows}.`,
        }
      : {};
  },
  words: { own: ({ what }) => `work: ${what}` },
  defaults: {
    why: '',
    byM: null,
    who: '',
    due: null,
    parts: '',
    cost: null,
    doneOn: null,
    doneNote: '',
    photos: [],
    seasonSavedIt: false,
    note: '',
  },
  example: {
    planterId: '019f0000-0000-7000-8000-000000000003',
    season: 2027,
    rows: [4],
    what: 'Set row 4 deeper by 3 steps',
    measure: 'depth',
    priority: 'high',
    state: 'todo',
  },
});
