import * as z from 'zod/mini';
import { CROP_FACTS, type Crop } from '../../crops/index.ts';
import { stageStep, TAG_GROUPS } from '../../staging/index.ts';
import { defineKind } from './defineKind.ts';
import { agrees, date, figure, id, name, row, timestamp, whole, zoneOffsetMin } from './parts.ts';

/** A plant marked in spring, to be found again at flowering and at grain fill. */
export const taggedPlant = defineKind({
  schema: z
    .strictObject({
      plantingId: id,
      /** The walk it was marked on; a walk of another season need not be there. */
      walkId: z.nullable(id),
      stop: z.nullable(whole(1, 9999, 'Number the stop from 1.')),
      row,
      /** Along the tape. */
      atM: z.nullable(figure('tapePosition', 0, 500, 'a place along the tape')),
      /** What is written on the tag, or its colour. */
      tag: name('what is on the tag'),
      group: z.enum(TAG_GROUPS, 'Choose how far it is behind its neighbours.'),
      /** The late plant it stands beside; null: it is one itself. */
      beside: z.nullable(id),
      stage: z.nullable(z.string().check(z.minLength(1), z.maxLength(4))),
      /** How to find it again. */
      find: z._default(z.string().check(z.maxLength(400, 'Use at most 400 characters.')), ''),
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
      z.refine(({ group, beside }) => beside === null || group === 'inStep', {
        message: 'The neighbour of a late plant is one in step.',
        path: ['group'],
      }),
    ),
  parents: { plantingId: 'planting' },
  // Over seasons they add up: few, and always there.
  held: 'always',
  table: 'tagged_plants',
  indexed: { plantingId: 'uuid', walkId: 'uuid', row: 'integer' },
  words: { own: ({ tag }) => `tagged plant ${tag}` },
  defaults: { find: '' },
  relations: ({ plantingId, stage }, lookUp): Record<string, string> => {
    const { crop } = lookUp('planting', plantingId)!.data as { crop: Crop };
    return stage === null || stageStep(crop, stage) !== null
      ? {}
      : {
          stage: `${stage} is no stage of ${CROP_FACTS[crop].label.toLowerCase()}: choose one of its own.`,
        };
  },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    walkId: null,
    stop: 1,
    row: 4,
    atM: 1.2,
    tag: 'red 1',
    group: 'oneBehind',
    beside: null,
    stage: 'V2',
    at: '2027-05-26T13:20:00.000Z',
    on: '2027-05-26',
    zoneOffsetMin: -360,
  },
});
