import * as z from 'zod/mini';
import {
  COMPARISONS,
  TRIAL_LAYOUTS,
  TRIAL_MEASURES,
  TRIAL_QUESTIONS,
  TRIAL_SLOPES,
  treatmentsOf,
} from '../../trials/index.ts';
import { defineKind } from './defineKind.ts';
import { archived, asTyped, date, figure, id, note, orNull, whole, within } from './parts.ts';

const width = (what: string) => figure('rowLength', 0.3, 60, what);
const MOST_LEVELS = 12;
const MOST_STRIPS = 400;

/** A comparison in strips of one planting: what it asks, how its strips lie, and what was drawn by lot. */
export const trial = defineKind({
  schema: z
    .strictObject({
      plantingId: id,
      /** In the grower’s words; empty: as its factors say. */
      asks: z._default(
        z.string().check(z.trim(), z.maxLength(200, 'Use at most 200 characters.')),
        '',
      ),
      factors: z
        .array(
          z.strictObject({
            question: z.enum(TRIAL_QUESTIONS, 'Choose what is compared.'),
            levels: z
              .array(
                z.strictObject({
                  label: z
                    .string('Name the level.')
                    .check(
                      z.trim(),
                      z.minLength(1, 'Name the level.'),
                      z.maxLength(40, 'Use at most 40 characters.'),
                    ),
                  /** Of a numeric one, in SI. */
                  value: z.nullable(z.number()),
                }),
              )
              .check(
                z.minLength(2, 'Compare at least two.'),
                z.maxLength(MOST_LEVELS, 'Compare at most twelve.'),
                z.refine(
                  (levels) => new Set(levels.map(({ label }) => label)).size === levels.length,
                  'Two levels have one name: name each once.',
                ),
              ),
          }),
        )
        .check(z.minLength(1, 'Choose what is compared.'), z.maxLength(2, 'Two factors at most.')),
      layout: z.enum(TRIAL_LAYOUTS, 'Choose how the strips lie.'),
      replicates: whole(1, 60, 'Enter 1 to 60 strips of each.'),
      /** The treatment that others are held against. */
      check: whole(0, MOST_STRIPS, 'Choose the check.'),
      comparison: z.enum(COMPARISONS, 'Choose what is compared with what.'),
      /** What the answer is given in: chosen before anything is measured. */
      primary: z.enum(TRIAL_MEASURES, 'Choose what is measured.'),
      /** The difference worth finding, in the primary measure’s SI unit. */
      matters: within(1e-9, 1e6, 'Enter a difference above zero.'),
      /** How much strips alike differ; null: as this workspace’s trials had it, or a default. */
      residualSd: orNull(within(1e-9, 1e6, 'Enter a spread above zero.')),
      planterWidthM: width('the width of the planter'),
      combineWidthM: orNull(width('the width of the head')),
      guardRows: z._default(whole(0, 12, 'Enter 0 to 12 guard rows.'), 0),
      fieldWidthM: orNull(within(1, 20_000, 'Enter the width of the field.')),
      stripLengthM: figure('distance', 5, 5000, 'a length'),
      firstPass: z._default(whole(1, 999, 'Enter the pass where it begins, from 1.'), 1),
      tramlineM: orNull(figure('rowLength', 3, 60, 'a distance between tramlines')),
      slope: z._default(z.enum(TRIAL_SLOPES, 'Choose how the slope runs.'), 'unknown'),
      /** Whoever walks sees numbers, not treatments. */
      blinded: z._default(z.boolean(), false),
      seed: whole(0, 4_294_967_295, 'Draw it again.'),
      /** How often it was drawn again: a lot drawn until it pleases is none. */
      redraws: z._default(whole(0, 9999, 'Draw it again.'), 0),
      /** What each treatment costs over the check, money per m²; empty: nothing. */
      costsPerM2: z._default(
        z
          .array(within(-100, 100, 'Enter a cost.'))
          .check(z.maxLength(MOST_STRIPS, 'One cost for each treatment.')),
        [],
      ),
      /** What a treatment must be bought for. */
      equipment: orNull(
        z.strictObject({
          cost: within(1, 1e8, 'Enter a cost above zero.'),
          areaM2PerYear: within(1, 1e10, 'Enter an area above zero.'),
          years: whole(1, 40, 'Enter 1 to 40 years.'),
          discount: within(0, 1, 'Enter a rate from 0 to 100 %.'),
        }),
      ),
      plannedOn: date,
      typed: asTyped,
      note,
      archived,
    })
    .check(
      z.refine(
        ({ factors, check }) => check < treatmentsOf(factors.map(({ levels }) => levels.length)),
        { message: 'The check is none of the treatments: choose one.', path: ['check'] },
      ),
      z.refine(
        ({ factors, replicates }) =>
          treatmentsOf(factors.map(({ levels }) => levels.length)) * replicates <= MOST_STRIPS,
        { message: 'More than 400 strips: take fewer of each.', path: ['replicates'] },
      ),
      z.refine(
        ({ layout, factors }) =>
          layout !== 'splitPlanter' ||
          treatmentsOf(factors.map(({ levels }) => levels.length)) === 2,
        {
          message: 'Halves of a planter compare two treatments: choose another layout for more.',
          path: ['layout'],
        },
      ),
      z.refine(({ layout, factors }) => layout !== 'splitPlot' || factors.length === 2, {
        message: 'A split plot has two factors: add one, or choose whole blocks.',
        path: ['layout'],
      }),
      z.refine(({ layout, replicates }) => layout === 'oneEach' || replicates > 1, {
        message: 'One strip of each tells nothing from the ground: take two or more of each.',
        path: ['replicates'],
      }),
    ),
  parents: { plantingId: 'planting' },
  // Answers to one question are read together over years.
  held: 'always',
  table: 'trials',
  indexed: { plantingId: 'uuid', plannedOn: 'date' },
  words: { own: ({ asks }) => asks || 'strip trial' },
  defaults: {
    asks: '',
    residualSd: null,
    combineWidthM: null,
    guardRows: 0,
    fieldWidthM: null,
    firstPass: 1,
    tramlineM: null,
    slope: 'unknown',
    blinded: false,
    redraws: 0,
    costsPerM2: [],
    equipment: null,
    typed: {},
    note: '',
    archived: false,
  },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    factors: [
      {
        question: 'depth',
        levels: [
          { label: '1½ in', value: 0.0381 },
          { label: '2 in', value: 0.0508 },
        ],
      },
    ],
    layout: 'blocks',
    replicates: 6,
    check: 1,
    comparison: 'check',
    primary: 'yield',
    matters: 0.03,
    planterWidthM: 9.144,
    stripLengthM: 400,
    seed: 41,
    plannedOn: '2027-04-20',
  },
});
