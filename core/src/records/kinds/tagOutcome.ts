import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { date, figure, id, note, whole } from './parts.ts';

/** When a tagged plant is looked at again. */
export const TAG_VISITS = ['flowering', 'grainFill'] as const;
/** What a plant bears: an ear, pods or heads like its neighbours', a poor one, none. */
export const BORNE = ['full', 'nubbin', 'barren'] as const;

/** What became of a tagged plant. */
export const tagOutcome = defineKind({
  schema: z
    .strictObject({
      plantId: id,
      visit: z.enum(TAG_VISITS, 'Choose the visit.'),
      on: date,
      /** Flowers with its neighbours; null: not looked at. */
      inFlower: z.nullable(z.boolean()),
      bears: z.nullable(z.enum(BORNE, 'Choose what it bears.')),
      /** Kernels, or pods. */
      count: z.nullable(whole(0, 20000, 'Enter a whole number, 0 or more.')),
      /** Of its grain. */
      weightKg: z.nullable(figure('plantMass', 0, 2, 'a weight')),
      note,
    })
    .check(
      z.refine(({ bears, count }) => bears !== 'barren' || !count, {
        message: 'A barren plant bears none: correct one of the two.',
        path: ['count'],
      }),
      z.refine(({ bears, weightKg }) => bears !== 'barren' || !weightKg, {
        message: 'A barren plant bears none: correct one of the two.',
        path: ['weightKg'],
      }),
    ),
  parents: { plantId: 'taggedPlant' },
  held: 'always',
  identity: ({ visit }) => visit,
  table: 'tag_outcomes',
  indexed: { plantId: 'uuid', visit: 'text', on: 'date' },
  words: {
    own: ({ visit }) => (visit === 'flowering' ? 'at flowering' : 'at grain fill'),
  },
  defaults: { note: '' },
  example: {
    plantId: '019f0000-0000-7000-8000-000000000018',
    visit: 'grainFill',
    on: '2027-08-20',
    inFlower: null,
    bears: 'nubbin',
    count: 210,
    weightKg: 0.062,
  },
});
