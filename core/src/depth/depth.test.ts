import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  adviseDepth,
  calibrateGauge,
  checksDue,
  crownDepth,
  depthToBottom,
  digOf,
  liesMoist,
  sinceAdjustment,
  type DepthConditions,
  type DepthSchool,
} from './index.ts';

const INCH = 0.0254;
const usual: DepthConditions = {
  crop: 'corn',
  date: '2027-05-10',
  soil: 'loam',
  crusting: false,
  cloddy: false,
  tillage: 'tilled',
  heavyResidue: false,
  dryLayerM: null,
  feel: null,
  sensor: null,
  forecast: 'mild',
  faults: [],
  faultsStay: false,
};
const inches = (conditions: Partial<DepthConditions>, school: DepthSchool) =>
  adviseDepth({ ...usual, ...conditions }).schools.find((one) => one.school === school)!.depthM /
  INCH;

describe('how deep', () => {
  it('nothing special: the aims of the schools', () => {
    expect(inches({}, 'fixedWindow')).toBeCloseTo(2.125, 9);
    expect(inches({}, 'followMoisture')).toBeCloseTo(1.875, 9);
    expect(inches({ crop: 'soybean' }, 'fixedWindow')).toBeCloseTo(1.25, 9);
  });
  it('a dry layer: one school stays in its window, the other goes after the moisture', () => {
    expect(inches({ dryLayerM: 2 * INCH }, 'followMoisture')).toBeCloseTo(2.5, 9);
    expect(inches({ dryLayerM: 2.4 * INCH }, 'fixedWindow')).toBeCloseTo(2.5, 9);
    const { partM } = adviseDepth({ ...usual, dryLayerM: 2.4 * INCH });
    expect(partM / INCH).toBeCloseTo(0.4, 9);
  });
  it('never past the hard limits; says how far moisture lies beyond them', () => {
    const dry = adviseDepth({ ...usual, dryLayerM: 4 * INCH }).schools;
    expect(dry.map(({ depthM }) => depthM / INCH)).toEqual([
      expect.closeTo(2.5, 9),
      expect.closeTo(3, 9),
    ]);
    expect(dry[1]!.moistureShortM / INCH).toBeCloseTo(1.125, 9);
    expect(
      inches({ crusting: true, forecast: 'rain', feel: 'wet' }, 'followMoisture'),
    ).toBeGreaterThanOrEqual(1.5 - 1e-9);
  });
  it.each<[Partial<DepthConditions>, 'deeper' | 'shallower']>([
    [{ soil: 'sand' }, 'deeper'],
    [{ forecast: 'drying' }, 'deeper'],
    [{ cloddy: true }, 'deeper'],
    [{ feel: 'marginal' }, 'deeper'],
    [{ feel: 'dry' }, 'deeper'],
    [{ crusting: true }, 'shallower'],
    [{ feel: 'wet' }, 'shallower'],
    [{ forecast: 'cold' }, 'shallower'],
  ])('%o moves it %s', (conditions, way) => {
    const moved = inches(conditions, 'followMoisture') - inches({}, 'followMoisture');
    expect(Math.sign(moved)).toBe(way === 'deeper' ? 1 : -1);
  });
  it('reasons add up to the depth', () => {
    const { schools } = adviseDepth({
      ...usual,
      crop: 'soybean',
      date: '2027-04-20',
      dryLayerM: 1.6 * INCH,
      soil: 'sand',
      forecast: 'drying',
    });
    expect(schools.map(({ school }) => school)).toEqual([
      'fixedWindow',
      'followMoisture',
      'earlyShallow',
      'earlyDeep',
    ]);
    for (const { reasons, depthM } of schools)
      expect(reasons.reduce((sum, { byM }) => sum + byM, 0)).toBeCloseTo(depthM, 12);
  });
  it('early soybean: one school sows shallower, one deeper, later neither is offered', () => {
    const early = { crop: 'soybean' as const, date: '2027-04-20' };
    expect(inches(early, 'earlyShallow')).toBeLessThan(inches(early, 'earlyDeep'));
    expect(adviseDepth({ ...usual, crop: 'soybean' }).schools).toHaveLength(2);
  });
  it('mends the machine before it touches the depth', () => {
    const faulty = adviseDepth({ ...usual, faults: ['closing'] });
    expect(faulty.mendFirst).toEqual(['closing']);
    expect(faulty.schools[1]!.depthM / INCH).toBeCloseTo(1.875, 9);
    expect(inches({ faults: ['closing'], faultsStay: true }, 'followMoisture')).toBeCloseTo(
      2.125,
      9,
    );
  });
  it('a sensor is judged by its owner’s own adequate level', () => {
    const by = (reading: number) => ({ sensor: { reading, adequate: 20 } });
    expect(inches(by(25), 'followMoisture')).toBe(inches({ feel: 'adequate' }, 'followMoisture'));
    expect(inches(by(18), 'followMoisture')).toBe(inches({ feel: 'marginal' }, 'followMoisture'));
    expect(inches(by(10), 'followMoisture')).toBe(inches({ feel: 'dry' }, 'followMoisture'));
    expect(() => adviseDepth({ ...usual, sensor: { reading: 1, adequate: 0 } })).toThrow(
      /adequate/,
    );
  });
  it('stays inside every school’s limits, and its reasons always add up', () => {
    const some = <T>(...values: T[]) => fc.constantFrom(...values);
    fc.assert(
      fc.property(
        fc.record({
          crop: some('corn' as const, 'soybean' as const, 'wheat' as const),
          date: some('2027-04-10', '2027-05-20', '2027-10-01'),
          soil: some('sand' as const, 'loam' as const, 'clay' as const),
          crusting: fc.boolean(),
          cloddy: fc.boolean(),
          tillage: some('tilled' as const, 'noTill' as const),
          heavyResidue: fc.boolean(),
          dryLayerM: fc.option(fc.double({ min: 0, max: 0.15, noNaN: true })),
          feel: some(
            null,
            'dry' as const,
            'marginal' as const,
            'adequate' as const,
            'wet' as const,
          ),
          sensor: some(null, { reading: 12, adequate: 20 }, { reading: 21, adequate: 20 }),
          forecast: some('mild' as const, 'drying' as const, 'rain' as const, 'cold' as const),
          faults: some([], ['closing' as const], ['contact' as const, 'downforceLight' as const]),
          faultsStay: fc.boolean(),
        }),
        (conditions) => {
          for (const { depthM, rangeM, reasons } of adviseDepth(conditions).schools) {
            expect(depthM).toBeGreaterThanOrEqual(rangeM[0] - 1e-9);
            expect(depthM).toBeLessThanOrEqual(rangeM[1] + 1e-9);
            expect(reasons.reduce((sum, { byM }) => sum + byM, 0)).toBeCloseTo(depthM, 9);
          }
        },
      ),
    );
  });
  it('says what would change it', () => {
    const { wouldChange } = adviseDepth({ ...usual, dryLayerM: 1.5 * INCH });
    const thicker = wouldChange.followMoisture!.find((one) => one.if === 'dryLayerThicker')!;
    expect(thicker.toM / INCH).toBeCloseTo(2.75, 9);
  });
});

describe('crown and convention', () => {
  it('sits at ¾ in over seed at 1½ in or more, too high over shallower seed', () => {
    expect(crownDepth(2 * INCH, 'corn')! / INCH).toBeCloseTo(0.75, 9);
    expect(crownDepth(1 * INCH, 'corn')! / INCH).toBeCloseTo(0.25, 9);
    expect(crownDepth(0.01, 'corn')).toBe(0);
    expect(crownDepth(0.03, 'soybean')).toBeNull();
  });
  it('a depth to the top of the seed is deeper by the seed itself', () => {
    expect(depthToBottom(0.045, 'top', 'corn')).toBeCloseTo(0.05, 12);
    expect(depthToBottom(0.045, 'bottom', 'corn')).toBe(0.045);
    expect(() => depthToBottom(-1, 'top', 'corn')).toThrow(RangeError);
  });
});

it('a finger joint held against a rule: its length and the error of one reading', () => {
  // SD 1 mm of 3 readings: t(0.975, 2) · 1 · √(4/3) = 4.97 mm.
  const { lengthM, errorM } = calibrateGauge([0.049, 0.05, 0.051]);
  expect(lengthM).toBeCloseTo(0.05, 12);
  expect(errorM * 1000).toBeCloseTo(4.9683, 3);
  expect(() => calibrateGauge([0.05, 0.05])).toThrow(/at least 3/);
});

describe('a row as written down', () => {
  const reading = { readTo: 'top', crop: 'corn' } as const;
  it('gives depths to the bottom of the seed; a lost seed gives none', () => {
    const seeds = [
      { depthM: 0.045, moist: null },
      { depthM: null, moist: null },
    ];
    const { depthsM } = digOf({ row: 3, at: '', seeds }, reading);
    expect(depthsM).toEqual([expect.closeTo(0.05, 9)]);
  });
  it('lies moist as seen, else as the dry layer says, else nobody knows', () => {
    expect(liesMoist({ depthM: 0.02, moist: true }, 0.04, reading)).toBe(true);
    expect(liesMoist({ depthM: 0.02, moist: null }, 0.04, reading)).toBe(false);
    expect(liesMoist({ depthM: 0.036, moist: null }, 0.04, reading)).toBe(true);
    expect(liesMoist({ depthM: 0.02, moist: null }, null, reading)).toBeNull();
  });
});

describe('digs before and after an adjustment', () => {
  const dig = (row: number, at: string) => ({ row, at, depthsM: [0.05] });
  const digs = [dig(1, '10:00'), dig(2, '10:05'), dig(1, '10:40'), dig(1, '11:30')];
  it('only rows adjusted lose their digs', () => {
    const { now, before } = sinceAdjustment(digs, [{ rows: [1], at: '10:20' }]);
    expect(now.map(({ at }) => at)).toEqual(['10:05', '10:40', '11:30']);
    expect(before.map(({ at }) => at)).toEqual(['10:00']);
  });
  it('of two adjustments, before is what lay between them', () => {
    const { now, before } = sinceAdjustment(digs, [
      { rows: [1], at: '10:20' },
      { rows: null, at: '11:00' },
    ]);
    expect(now.map(({ at }) => at)).toEqual(['11:30']);
    expect(before.map(({ at }) => at)).toEqual(['10:05', '10:40']);
  });
});

describe('checks due', () => {
  const at = (time: string) => `2027-05-27T${time}:00.000Z`;
  const all = [1, 2, 3, 4].map((row) => ({ row, at: at('08:00') }));
  const due = (given: Partial<Parameters<typeof checksDue>[0]>) =>
    checksDue({ rows: 4, digs: all, adjustments: [], changes: [], now: at('09:00'), ...given }).map(
      ({ why, rows }) => [why, rows],
    );
  it('a field not looked at yet', () => expect(due({ digs: [] })).toEqual([['field', null]]));
  it('nothing just after a full check', () => expect(due({})).toEqual([]));
  it('rows never opened', () => expect(due({ digs: all.slice(0, 2) })).toEqual([['rows', [3, 4]]]));
  it('rows adjusted and not dug since', () => {
    const adjustments = [{ rows: [2, 3], at: at('08:30') }];
    expect(due({ adjustments })).toEqual([['adjustment', [2, 3]]]);
    expect(due({ adjustments, digs: [...all, { row: 2, at: at('08:45') }] })).toEqual([
      ['adjustment', [3]],
    ]);
  });
  it('four hours on, the moisture has moved', () => {
    expect(due({ now: at('11:59') })).toEqual([]);
    expect(due({ now: at('12:00') })).toEqual([['hours', null]]);
  });
  it('after rain or on other soil, row by row: one dug again settles itself and no other', () => {
    const changes = [{ type: 'rain' as const, at: at('08:30') }];
    expect(due({ changes })).toEqual([['rain', null]]);
    const again = (...rows: number[]) => [...all, ...rows.map((row) => ({ row, at: at('08:50') }))];
    expect(due({ changes, digs: again(1) })).toEqual([['rain', [2, 3, 4]]]);
    expect(due({ changes, digs: again(1, 2, 3, 4) })).toEqual([]);
    // Rain and other soil are two reasons; a row dug between them still waits for the second.
    const both = [...changes, { type: 'soilChange' as const, at: at('08:55') }];
    expect(due({ changes: both, digs: again(1) })).toEqual([
      ['rain', [2, 3, 4]],
      ['soilChange', null],
    ]);
  });
  it('the clock of each row runs from its own dig', () => {
    const digs = [...all, { row: 2, at: at('10:30') }];
    expect(due({ digs, now: at('12:00') })).toEqual([['hours', [1, 3, 4]]]);
    expect(due({ digs, now: at('14:30') })).toEqual([['hours', null]]);
  });
});
