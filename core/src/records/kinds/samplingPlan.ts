import * as z from 'zod/mini';
import { PLACE_STATES } from '../../sampling/index.ts';
import { defineKind } from './defineKind.ts';
import { date, figure, id, note, position, rowNumbers, timestamp, whole } from './parts.ts';

/** Where a walk will stop, drawn before it. It is kept as it was drawn; what changes on the way is each place's state. */
export const samplingPlan = defineKind({
  schema: z.strictObject({
    plantingId: id,
    madeAt: timestamp,
    madeOn: date,
    /** The same seed gives the same places in the same field. */
    seed: whole(0, 2 ** 31 - 1, 'Draw the places anew.'),
    /** Rows counted at a stop. */
    rowsAtOnce: whole(1, 96, 'Choose 1 to 96 rows a stop.'),
    headlandM: figure('rowLength', 0, 300, 'a headland width'),
    /** What each zone has of the field, 0…1, by the id of the part; '' for what is in none. */
    shares: z.record(z.string().check(z.maxLength(40)), z.number().check(z.gte(0), z.lte(1))),
    /** Where the walk begins and ends; null when nobody said. */
    car: z.nullable(position),
    /** In the order drawn: every beginning of the list is spread over the field. */
    places: z
      .array(
        z.strictObject({
          at: position,
          zone: z.nullable(id),
          /** A place of an earlier walk. */
          earlier: z.boolean(),
          rows: rowNumbers,
          travel: z.enum(['away', 'toward'], 'Choose the direction the planter travelled.'),
          state: z.enum(PLACE_STATES, 'A place is wanted, spare, unreachable or dropped.'),
        }),
      )
      .check(
        z.minLength(1, 'A plan has at least one place.'),
        z.maxLength(500, 'A plan has at most 500 places: plan fewer stops.'),
      ),
    note,
  }),
  parents: { plantingId: 'planting' },
  held: 'season',
  lists: { places: 'places' },
  table: 'sampling_plans',
  indexed: { plantingId: 'uuid', madeAt: 'timestamp' },
  words: { own: () => 'plan of stops', inside: null },
  defaults: { note: '' },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    madeAt: '2027-05-26T12:00:00.000Z',
    madeOn: '2027-05-26',
    seed: 7,
    rowsAtOnce: 4,
    headlandM: 24,
    shares: { '': 1 },
    car: [-138.6, 44.6],
    places: [
      {
        at: [-138.601, 44.601],
        zone: null,
        earlier: false,
        rows: [5, 6, 7, 8],
        travel: 'away',
        state: 'wanted',
      },
    ],
  },
});
