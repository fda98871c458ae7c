import * as z from 'zod/mini';
import { CROPS } from '../../crops/index.ts';
import { defineKind } from './defineKind.ts';
import { id, date, within, whole, asTyped, rowWidthM, targetM } from './parts.ts';

/** A crop in a field, planted in one go. Shared by all seasons: plantings are few, and they say which seasons there are. */
export const planting = defineKind({
  schema: z.strictObject({
    fieldId: id,
    planterId: z.nullable(id),
    season: whole(1990, 2199, 'Enter the season as a year.'),
    crop: z.enum(CROPS, 'Choose a crop.'),
    variety: z._default(
      z.string().check(z.trim(), z.maxLength(120, 'Use at most 120 characters.')),
      '',
    ),
    plantedOn: date,
    rowWidthM,
    seedsPerM2: within(0.5, 1500, 'Enter a rate between 2,000 and 6,000,000 seeds/ac.'),
    depthTargetM: targetM,
    germination: within(0.3, 1, 'Enter the germination from the seed tag, 30 to 100 %.'),
    fieldLoss: within(0, 0.6, 'Enter an expected field loss of 0 to 60 %.'),
    asTyped,
  }),
  parents: { fieldId: 'field', planterId: 'planter' },
  table: 'plantings',
  indexed: { fieldId: 'uuid', planterId: 'uuid', season: 'integer', plantedOn: 'date' },
  words: { own: () => 'planting', inside: null },
  defaults: { variety: '', asTyped: {} },
  example: {
    fieldId: '019f0000-0000-7000-8000-000000000004',
    planterId: null,
    season: 2027,
    crop: 'corn',
    plantedOn: '2027-04-28',
    rowWidthM: 0.762,
    seedsPerM2: 7.9,
    depthTargetM: 0.05,
    germination: 0.95,
    fieldLoss: 0.05,
  },
});
