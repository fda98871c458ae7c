import * as z from 'zod/mini';
import { CROPS } from '../../crops/index.ts';
import { REPLANT_OPTIONS, STAND_SCHOOLS } from '../../replant/index.ts';
import { defineKind } from './defineKind.ts';
import { asTyped, date, figure, id, note, orNull, whole, within } from './parts.ts';

/** What hurt the stand, so far as it is known. After frost and hail plants may come back. */
export const STAND_INJURIES = ['none', 'frost', 'hail', 'water', 'crust', 'other'] as const;
export type StandInjury = (typeof STAND_INJURIES)[number];

/** What must be asked before anything but keeping is open, with the answers that can be given. */
export const REPLANT_QUESTIONS = [
  'herbicide',
  'fertiliser',
  'insurer',
  'seedAgreement',
  'seedAtHand',
] as const;
export type ReplantQuestion = (typeof REPLANT_QUESTIONS)[number];
export const REPLANT_ANSWERS = ['open', 'stops'] as const;

/** What was decided in the end: one of the options, or to wait and count again. */
export const REPLANT_DECISIONS = [...REPLANT_OPTIONS, 'wait'] as const;
export type ReplantDecision = (typeof REPLANT_DECISIONS)[number];

const MOST_MONEY = 100;
const money = (what: string) =>
  orNull(within(0, MOST_MONEY, `Enter ${what} as 0 or more: it cannot be negative.`));
const stand = within(0, 2000, 'Enter a stand of 0 or more plants.');
const share = (what: string) => within(0, 1, `Enter ${what} from 0 to 100 %.`);

/**
 * Whether a stand is kept, replanted, filled in or waited for: what a person says of it. What is null is as the walks,
 * the workspace and the app’s defaults have it: see `readReplantCase`.
 */
export const replantCase = defineKind({
  schema: z
    .strictObject({
      plantingId: id,
      openedOn: date,
      /** Counted by somebody on the telephone, in place of the walks: effective plants per m². */
      typedStandPerM2: orNull(stand),
      /** Half its 95 % interval, plants per m². */
      typedHalfWidthPerM2: orNull(stand),
      /** A weak part told by somebody: which zone it is, or how big, and its stand; the stand told is then of the rest. */
      weakPartId: orNull(id),
      weakAreaM2: orNull(within(1, 1e8, 'Enter an area above zero.')),
      weakPerM2: orNull(stand),
      longGapShare: orNull(share('the share of long gaps')),
      /** Plants that may still come or come back, from so many to so many per m². */
      toComeFromPerM2: orNull(stand),
      toComeToPerM2: orNull(stand),
      injury: z._default(z.enum(STAND_INJURIES, 'Choose what hurt it.'), 'none'),
      injuredOn: orNull(date),
      /** When planting is best here. */
      bestOn: orNull(date),
      /** The earliest day on which it could be planted again: weather, seed, contractor. */
      replantOn: orNull(date),
      /** A crop planted after this day no longer ripens. */
      lastOn: orNull(date),
      insuranceOn: orNull(date),
      replantPerM2: orNull(within(0.1, 2000, 'Enter a stand above zero.')),
      school: orNull(z.enum(STAND_SCHOOLS, 'Choose the school.')),
      yieldSpread: orNull(share('the spread')),
      priceSpread: orNull(share('the spread')),
      /** Money per m², in the workspace’s own. */
      seedPerM2: money('the seed'),
      seedAllowance: orNull(share('what the seed’s maker bears')),
      endPerM2: money('ending the old stand'),
      plantPerM2: money('planting'),
      /** Drying, and what a late harvest costs, for each kg. */
      dryPerKg: money('drying'),
      fillPerM2: orNull(stand),
      fillCostPerM2: money('filling in'),
      otherCrop: orNull(z.enum(CROPS, 'Choose the crop.')),
      otherCostPerM2: money('the other crop'),
      /** Full yield of the other crop, or of the same one with an earlier maturity, kg/m². */
      otherYieldKgPerM2: orNull(figure('cornYield', 0.01, 4, 'a yield')),
      recountAfterDays: orNull(whole(1, 14, 'Enter 1 to 14 days.')),
      /** Whether each question leaves replanting open or stops it; unanswered ones are not there. */
      answers: z._default(z.partialRecord(z.enum(REPLANT_QUESTIONS), z.enum(REPLANT_ANSWERS)), {}),
      /** What was decided, and what had been told then. */
      decided: orNull(
        z.strictObject({
          option: z.enum(REPLANT_DECISIONS, 'Choose what is done.'),
          on: date,
          by: z.string().check(z.maxLength(120)),
          why: z.string().check(z.maxLength(2000, 'Use at most 2,000 characters.')),
          /** What was expected of it and of keeping, money and grain per m², and how likely it was the best. */
          expectedPerM2: z.number(),
          keptPerM2: z.number(),
          expectedKgPerM2: z.nullable(z.number()),
          probabilityBest: z.nullable(z.number()),
        }),
      ),
      /** What it yielded, kg/m². */
      yieldedKgPerM2: orNull(figure('cornYield', 0, 4, 'a yield')),
      typed: asTyped,
      note,
    })
    .check(
      z.refine(({ replantOn, openedOn }) => replantOn === null || replantOn >= openedOn, {
        message: 'This day is past: enter a day on which it could still be planted again.',
        path: ['replantOn'],
      }),
      z.refine(
        ({ replantOn, lastOn }) => replantOn === null || lastOn === null || lastOn > replantOn,
        {
          message:
            'The season ends before a crop planted then would ripen: move the day, or leave replanting out.',
          path: ['lastOn'],
        },
      ),
      z.refine(
        ({ toComeFromPerM2, toComeToPerM2 }) =>
          (toComeFromPerM2 ?? 0) <= (toComeToPerM2 ?? Infinity),
        { message: 'Enter at least as many as the fewest that come.', path: ['toComeToPerM2'] },
      ),
    ),
  parents: { plantingId: 'planting' },
  // Money is remembered from one to the next, and calls are scored over years.
  held: 'always',
  identity: () => 'case',
  table: 'replant_cases',
  indexed: { plantingId: 'uuid', openedOn: 'date' },
  relations: (
    { plantingId, typedStandPerM2, replantPerM2, replantOn },
    lookUp,
  ): Record<string, string> => {
    const planting = lookUp('planting', plantingId)!.data as {
      seedsPerM2: number;
      plantedOn: string;
    };
    return {
      ...(typedStandPerM2 !== null && typedStandPerM2 > planting.seedsPerM2
        ? {
            typedStandPerM2:
              'More plants than seeds were sown: correct the stand or the seeding rate.',
          }
        : {}),
      ...(replantPerM2 !== null && replantPerM2 > 3 * planting.seedsPerM2
        ? { replantPerM2: 'More than three times the seeding rate: enter the plants to stand.' }
        : {}),
      ...(replantOn !== null && replantOn < planting.plantedOn
        ? { replantOn: 'Before it was planted the first time: correct the day.' }
        : {}),
    };
  },
  words: { own: () => 'replant case' },
  defaults: {
    typedStandPerM2: null,
    typedHalfWidthPerM2: null,
    weakPartId: null,
    weakAreaM2: null,
    weakPerM2: null,
    longGapShare: null,
    toComeFromPerM2: null,
    toComeToPerM2: null,
    injuredOn: null,
    bestOn: null,
    lastOn: null,
    insuranceOn: null,
    replantPerM2: null,
    school: null,
    yieldSpread: null,
    priceSpread: null,
    seedPerM2: null,
    seedAllowance: null,
    endPerM2: null,
    plantPerM2: null,
    dryPerKg: null,
    fillPerM2: null,
    fillCostPerM2: null,
    otherCrop: null,
    otherCostPerM2: null,
    otherYieldKgPerM2: null,
    recountAfterDays: null,
    decided: null,
    yieldedKgPerM2: null,
    injury: 'none',
    typed: {},
    note: '',
  },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    openedOn: '2027-05-27',
    replantOn: '2027-06-02',
    answers: { insurer: 'open' },
  },
});
