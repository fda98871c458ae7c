import { describe, expect, it } from 'vitest';
import {
  calibrateGauge,
  checksDue,
  crownDepth,
  depthToBottom,
  digOf,
  liesMoist,
  sinceAdjustment,
} from './index.ts';

const INCH = 0.0254;

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
