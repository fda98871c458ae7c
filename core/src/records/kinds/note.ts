import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { agrees, date, id, row, timestamp, whole, zoneOffsetMin } from './parts.ts';

/** Something worth remembering, pinned to a planting, to a stop of a walk there, or to a planter row. */
export const note = defineKind({
  schema: z
    .strictObject({
      plantingId: id,
      /** The walk it was written on; null when it is of the planting as a whole. */
      walkId: z.nullable(id),
      stop: z.nullable(whole(1, 9999, 'Number the stop from 1.')),
      row,
      text: z
        .string('Write the note.')
        .check(
          z.trim(),
          z.minLength(1, 'Write the note.'),
          z.maxLength(4000, 'Use at most 4,000 characters.'),
        ),
      at: timestamp,
      /** The field's local day. */
      on: date,
      zoneOffsetMin,
    })
    .check(
      z.refine(({ at, on, zoneOffsetMin: offset }) => agrees(at, on, offset), {
        message: 'The day is not the one of its time: check the clock of this device.',
        path: ['on'],
      }),
    ),
  parents: { plantingId: 'planting', walkId: 'walk' },
  held: 'season',
  table: 'notes',
  indexed: { plantingId: 'uuid', walkId: 'uuid', row: 'integer' },
  words: {
    own: ({ stop, row: planterRow }) =>
      [stop && `stop ${stop}`, planterRow && `row ${planterRow}`, 'note']
        .filter(Boolean)
        .join(', '),
    pin: ({ on, text }) => ({ on, label: text }),
  },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    walkId: null,
    stop: 1,
    row: 4,
    text: 'Row 4 runs behind the wheel track: crusted here, not at the edge.',
    at: '2027-05-26T13:10:00.000Z',
    on: '2027-05-26',
    zoneOffsetMin: -360,
  },
});
