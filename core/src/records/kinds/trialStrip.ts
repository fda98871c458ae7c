import * as z from 'zod/mini';
import { HARVEST_MOISTURES } from '../../trials/index.ts';
import { defineKind } from './defineKind.ts';
import { asTyped, date, figure, id, note, orNull, whole, within } from './parts.ts';

const [DRIEST, WETTEST] = HARVEST_MOISTURES;

/** What became of one strip of a trial: what was done in it, and what was weighed. What is null is as planned, or not known yet. */
export const trialStrip = defineKind({
  schema: z.strictObject({
    trialId: id,
    /** In field order. */
    number: whole(1, 400, 'Number the strip from 1.'),
    /** When it was planted; null: not ticked yet. */
    doneOn: orNull(date),
    /** What was really done, when not as planned: a treatment, or nothing that can be read. */
    done: orNull(
      z.union(
        [whole(0, 400, 'Choose the treatment.'), z.literal('missed')],
        'Choose the treatment.',
      ),
    ),
    harvestedOn: orNull(date),
    weightKg: orNull(
      within(0.1, 200_000, 'Enter the weight of the strip’s grain, with its unit: lb or kg.'),
    ),
    moisture: orNull(
      within(
        DRIEST,
        WETTEST,
        'Enter the grain’s moisture, 5 to 45 %: read the meter again when it says more.',
      ),
    ),
    lengthM: orNull(figure('distance', 1, 5000, 'a length')),
    widthM: orNull(figure('rowLength', 0.3, 100, 'a width')),
    testWeightKgPerM3: orNull(figure('testWeight', 200, 1000, 'a test weight')),
    protein: orNull(within(0, 0.6, 'Enter a protein of 0 to 60 %.')),
    /** Water in the furrow at planting, share of the soil. */
    furrowMoisture: orNull(within(0, 0.6, 'Enter a furrow moisture of 0 to 60 %.')),
    /** What is typed about it by itself. */
    typed: asTyped,
    note,
  }),
  parents: { trialId: 'trial' },
  held: 'always',
  identity: ({ number }) => String(number),
  table: 'trial_strips',
  indexed: { trialId: 'uuid', number: 'integer' },
  words: { own: ({ number }) => `strip ${number}` },
  defaults: {
    doneOn: null,
    done: null,
    harvestedOn: null,
    weightKg: null,
    moisture: null,
    lengthM: null,
    widthM: null,
    testWeightKgPerM3: null,
    protein: null,
    furrowMoisture: null,
    typed: {},
    note: '',
  },
  example: {
    trialId: '019f0000-0000-7000-8000-000000000042',
    number: 3,
  },
});
