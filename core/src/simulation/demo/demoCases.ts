import type { Crop } from '../../crops/index.ts';
import type { DataOf, InputOf } from '../../records/index.ts';
import { ACRE_M2 } from '../../units/index.ts';
import { DEMO_SEASON } from './demoScenarios.ts';
import type { DemoRecord } from './makeDemoSeason.ts';

/** Replant cases that are open, and one whose harvest is in. Counts an acre, as they were told on the telephone. */
export const DEMO_CASES: readonly {
  field: string;
  crop: Crop;
  season: number;
  by: string;
  /** Zone of the field that is weak, and its stand, per ac. */
  weak?: { zone: string; perAc: number };
  standPerAc: number;
  halfWidthPerAc: number;
  data: Omit<InputOf<'replantCase'>, 'plantingId'>;
}[] = [
  {
    // Hail after the walk: what is left was counted along the lane, and plants may come back.
    field: 'Ditch Block',
    crop: 'corn',
    season: DEMO_SEASON,
    by: 'Teo Lindqvist',
    standPerAc: 9_800,
    halfWidthPerAc: 3_000,
    data: {
      openedOn: '2027-05-26',
      injury: 'hail',
      injuredOn: '2027-05-25',
      toComeFromPerM2: 0,
      toComeToPerM2: 3_000 / ACRE_M2,
      replantOn: '2027-06-01',
      seedAllowance: 0.5,
      insuranceOn: '2027-06-05',
      answers: { insurer: 'open' },
      typed: { toComeToPerM2: '3k/ac', seedAllowance: '50 %' },
      note: 'Quill & Daughters on the telephone: hail from the west at six in the evening.',
    },
  },
  {
    // The knoll crusted over after a hard rain; the rest stands.
    field: 'Windmill East',
    crop: 'corn',
    season: DEMO_SEASON,
    by: 'Ife Marlow',
    weak: { zone: 'clay knoll', perAc: 3_500 },
    standPerAc: 28_500,
    halfWidthPerAc: 1_200,
    data: {
      openedOn: '2027-05-27',
      injury: 'crust',
      replantOn: '2027-05-31',
      answers: {
        herbicide: 'open',
        fertiliser: 'open',
        insurer: 'open',
        seedAgreement: 'open',
        seedAtHand: 'open',
      },
      note: 'Told over the fence: the knoll is bare but for a plant here and there.',
    },
  },
  {
    field: 'Windmill East',
    crop: 'corn',
    season: DEMO_SEASON - 1,
    by: 'Noor Castellane',
    standPerAc: 23_000,
    halfWidthPerAc: 2_000,
    data: {
      openedOn: '2026-05-27',
      decided: {
        option: 'keep',
        on: '2026-05-27',
        by: 'Noor Castellane',
        why: 'Two thirds of a stand, and even: a replant in June would bear less.',
        expectedPerM2: 0.19,
        keptPerM2: 0.19,
        expectedKgPerM2: 1.12,
        probabilityBest: 0.93,
      },
      yieldedKgPerM2: 1.16,
    },
  },
];

/** Adds the cases of those plantings that are there. */
export function addCases(
  records: readonly DemoRecord[],
  fields: ReadonlyMap<string, string>,
  add: (kind: 'replantCase', data: InputOf<'replantCase'>, by: string, at: string) => string,
): void {
  for (const { field, crop, season, by, weak, standPerAc, halfWidthPerAc, data } of DEMO_CASES) {
    const fieldId = fields.get(field);
    const planting = records.find(
      (one) =>
        one.kind === 'planting' &&
        Object.entries({ fieldId, crop, season }).every(
          ([name, value]) => one.data[name as keyof typeof one.data] === value,
        ),
    );
    if (!planting) continue;
    const zone = records.find(
      (one) =>
        one.kind === 'fieldPart' &&
        (one.data as DataOf<'fieldPart'>).fieldId === fieldId &&
        (one.data as DataOf<'fieldPart'>).name === weak?.zone,
    );
    const thousands = (perAc: number) => `${perAc / 1000}k/ac`;
    add(
      'replantCase',
      {
        plantingId: planting.id,
        typedStandPerM2: standPerAc / ACRE_M2,
        typedHalfWidthPerM2: halfWidthPerAc / ACRE_M2,
        ...(weak ? { weakPartId: zone!.id, weakPerM2: weak.perAc / ACRE_M2 } : {}),
        ...data,
        typed: {
          typedStandPerM2: thousands(standPerAc),
          typedHalfWidthPerM2: thousands(halfWidthPerAc),
          ...(weak ? { weakPerM2: thousands(weak.perAc) } : {}),
          ...data.typed,
        },
      },
      by,
      `${data.openedOn}T15:00:00.000Z`,
    );
  }
}
