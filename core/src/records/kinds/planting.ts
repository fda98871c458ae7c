import * as z from 'zod/mini';
import { CROPS } from '../../crops/index.ts';
import { TILLAGES } from '../../weather/index.ts';
import { defineKind } from './defineKind.ts';
import {
  archived,
  asTyped,
  date,
  figure,
  id,
  notArchived,
  rowWidthM,
  targetM,
  whole,
  within,
} from './parts.ts';

/** A field has one planting a season, unless it is split, or was planted again. */
export const BESIDE = ['split', 'replanted'] as const;

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
    seedsPerM2: figure('population', 0.5, 1500, 'a rate'),
    depthTargetM: targetM,
    germination: within(0.3, 1, 'Enter the germination from the seed tag, 30 to 100 %.'),
    fieldLoss: within(0, 0.6, 'Enter an expected field loss of 0 to 60 %.'),
    asTyped,
    /** Why the field has another planting in the same season; null when it has none. */
    beside: z._default(z.nullable(z.enum(BESIDE, 'Choose why the field has two plantings.')), null),
    /** How the ground was tilled; null: nobody said. Residue keeps the soil cool, so plants come later. */
    tillage: z._default(z.nullable(z.enum(TILLAGES, 'Choose how the ground was tilled.')), null),
    archived,
  }),
  version: 3,
  added: { 2: ['beside', 'archived'], 3: ['tillage'] },
  migrations: {
    1: (old) => ({ beside: null, ...notArchived(old) }),
    2: (old) => ({ tillage: null, ...old }),
  },
  parents: { fieldId: 'field', planterId: 'planter' },
  sameWhen: ['fieldId', 'season', 'crop'],
  table: 'plantings',
  indexed: { fieldId: 'uuid', planterId: 'uuid', season: 'integer', plantedOn: 'date' },
  words: { own: () => 'planting', inside: null },
  defaults: { variety: '', asTyped: {}, beside: null, tillage: null, archived: false },
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
