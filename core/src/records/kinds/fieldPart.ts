import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { id, name, outline, position } from './parts.ts';

/** What a part of a field is: a zone by one of four reasons, ground to keep off, or a way in. */
export const FIELD_PARTS = ['soil', 'tillage', 'low', 'traffic', 'obstacle', 'gateway'] as const;

/** A zone, an obstacle or a gateway of a field. */
export const fieldPart = defineKind({
  schema: z
    .strictObject({
      fieldId: id,
      part: z.enum(FIELD_PARTS, 'Choose what it is.'),
      name: name('a name for it'),
      /** Its outline; null for a gateway. */
      shape: z.nullable(outline),
      /** Where a gateway is. */
      at: z.nullable(position),
    })
    .check(
      z.refine(({ part, shape }) => part === 'gateway' || shape !== null, {
        message: 'Draw where it is.',
        path: ['shape'],
      }),
      z.refine(({ part, at }) => part !== 'gateway' || at !== null, {
        message: 'Touch the map where the gateway is.',
        path: ['at'],
      }),
    ),
  parents: { fieldId: 'field' },
  table: 'field_parts',
  indexed: { fieldId: 'uuid', part: 'text' },
  words: { own: ({ name: called }) => called },
  example: {
    fieldId: '019f0000-0000-7000-8000-000000000004',
    part: 'gateway',
    name: 'Road gate',
    shape: null,
    at: [-138.6, 44.6],
  },
});
