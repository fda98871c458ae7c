import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  dayOfHeat,
  guessWeatherShape,
  hoursToGather,
  heatAt,
  heatSince,
  spellsSince,
  weatherReader,
  type WeatherDay,
  type WeatherShape,
} from './index.ts';

const DAILY = [
  'Date',
  'Tmax (°F)',
  'Tmin (°F)',
  'Rain (in)',
  'Soil min 2in (F)',
  'Soil max 2in (F)',
];
function readLines(headers: string[], lines: string[][], change: Partial<WeatherShape> = {}) {
  const file = weatherReader(headers, { ...guessWeatherShape(headers, lines), ...change });
  lines.forEach((cells, i) => file.line(cells, i + 2));
  return file.end();
}
const day = (on: string, more: Partial<WeatherDay> = {}): WeatherDay => ({
  on,
  minC: 8,
  maxC: 20,
  rainM: 0,
  soilMinC: null,
  soilMaxC: null,
  soilMoisture: null,
  hours: null,
  ...more,
});
const may = (from: number, to: number, more: (n: number) => Partial<WeatherDay> = () => ({})) =>
  Array.from({ length: to - from + 1 }, (_, i) =>
    day(`2027-05-${String(from + i).padStart(2, '0')}`, more(from + i)),
  );

describe('a weather file', () => {
  it('is read to SI by a shape guessed from its headers and figures', () => {
    const lines = [
      ['5/14/2027', '71', '48', '0.12', '55', '63'],
      ['5/15/2027', '68', '50', '0', '56', '62'],
    ];
    expect(guessWeatherShape(DAILY, lines)).toMatchObject({
      columns: {
        day: 'Date',
        airMaxC: 'Tmax (°F)',
        soilMinC: 'Soil min 2in (F)',
        rainM: 'Rain (in)',
      },
      temperature: 'F',
      rain: 'in',
      dateOrder: 'mdy',
    });
    const { days, problems, hourly } = readLines(DAILY, lines);
    expect(hourly).toBe(false);
    expect(problems).toEqual([]);
    expect(days[0]).toEqual(
      day('2027-05-14', {
        minC: 8.89,
        maxC: 21.67,
        rainM: 0.003,
        soilMinC: 12.78,
        soilMaxC: 17.22,
      }),
    );
  });

  it.each([
    ['14.05.2027', '15.05.2027', 'dmy'],
    ['05/14/2027', '05/15/2027', 'mdy'],
    ['2027-05-14', '2027-05-15', 'ymd'],
    // Both orders are possible: of a series of days, the day changes most.
    ['01.05.2027', '02.05.2027', 'dmy'],
    ['05/01/2027', '05/02/2027', 'mdy'],
  ])('dates like %s and %s are read in the order %s', (first, second, order) => {
    const lines = [
      [first, '20', '8'],
      [second, '21', '9'],
    ];
    expect(
      guessWeatherShape(
        ['Datum', 'Temp max °C', 'Temp min °C'].map((h) => h.replace('Datum', 'Date')),
        lines,
      ).dateOrder,
    ).toBe(order);
  });

  it.each(['precip_in', 'Rain (in)', 'rainIn', 'PRECIP_INCHES', 'ppt in'])(
    'rain in a column called %s is in inches',
    (header) => {
      const lines = [['2027-05-14', '71', '48', '0.12']];
      expect(guessWeatherShape(['date', 'tmax_f', 'tmin_f', header], lines)).toMatchObject({
        rain: 'in',
        temperature: 'F',
        columns: { rainM: header },
      });
    },
  );

  it('days that are still to come are left out, and told', () => {
    const headers = ['date', 'tmax_c', 'tmin_c'];
    const shape = guessWeatherShape(headers, [['2027-05-14', '21', '9']]);
    const file = weatherReader(headers, shape, '2027-05-15');
    ['2027-05-14', '2027-05-15', '2027-05-16', '2199-01-01'].forEach((on, i) =>
      file.line([on, '21', '9'], i + 2),
    );
    const read = file.end();
    expect(read.days.map(({ on }) => on)).toEqual(['2027-05-14', '2027-05-15']);
    expect(read.counts).toEqual({ future: 2 });
  });

  it('with air in °F and soil in °C is read by the names of its columns', () => {
    const mixed = ['Date', 'High (°F)', 'Low (°F)', 'Soil low (°C)', 'Soil high (°C)'];
    const { days } = readLines(mixed, [['5/1/2027', '68', '50', '11', '17']], { temperature: 'F' });
    expect(days[0]).toMatchObject({ minC: 10, maxC: 20, soilMinC: 11, soilMaxC: 17 });
    // Where all names agree, a person's choice goes before them.
    const plain = ['Date', 'High (°F)', 'Low (°F)'];
    const chosen = readLines(plain, [['5/1/2027', '20', '10']], { temperature: 'C' });
    expect(chosen.days[0]).toMatchObject({ minC: 10, maxC: 20 });
  });
  it('by the hour: extremes of a day from its hours, rain summed, a time zone put right', () => {
    const headers = ['Timestamp', 'Air temp C', 'Rain mm', 'Soil temp C'];
    const lines = Array.from({ length: 48 }, (_, h) => {
      const at = new Date(Date.UTC(2027, 4, 14, 6 + h));
      return [at.toISOString().slice(0, 16), String(10 + (h % 24) / 2), '0.2', '12'];
    });
    const { days, problems, hourly } = readLines(headers, lines, { aheadMin: 360 });
    expect(hourly).toBe(true);
    expect(problems).toEqual([]);
    expect(days.map(({ on }) => on)).toEqual(['2027-05-14', '2027-05-15']);
    expect(days[0]).toMatchObject({ minC: 10, maxC: 21.5, soilMinC: 12 });
    expect(days[0]!.rainM).toBeCloseTo(0.0048, 9);
    expect(days[0]!.hours!.airC[23]).toBe(21.5);
  });

  it('lists by line what is missing, doubled, impossible, text or a jump, and fills nothing in', () => {
    const { days, problems } = readLines(DAILY, [
      ['5/14/2027', '71', '48', '0', '55', '63'],
      ['5/15/2027', 'warm', '48', '0', '55', '63'],
      ['5/15/2027', '70', '48', '0', '55', '63'],
      ['5/18/2027', '300', '48', '0', '55', '63'],
      ['5/19/2027', '40', '70', '0', '55', '63'],
      ['31/31/2027', '70', '48', '0', '55', '63'],
      ['5/20/2027', '-9999', '48', '', '55', '63'],
      ['5/21/2027', '68', '48', '0', '55', '63'],
      ['5/22/2027', '115', '48', '0', '55', '63'],
    ]);
    expect(problems.map(({ trouble, line, says }) => [trouble, line, says])).toEqual([
      ['noFigure', 3, 'Tmax (°F): warm'],
      ['double', 4, '2027-05-15'],
      ['impossible', 5, 'Tmax (°F): 300'],
      ['noDate', 7, '31/31/2027'],
      ['impossible', 6, '2027-05-19: lowest above highest'],
      ['missing', null, '2027-05-16 to 2027-05-17'],
      ['jump', 10, '2027-05-22'],
    ]);
    expect(days.find(({ on }) => on === '2027-05-15')).toMatchObject({ maxC: null, minC: 8.89 });
    expect(days.find(({ on }) => on === '2027-05-20')).toMatchObject({ maxC: null, rainM: null });
    expect(days.some(({ on }) => on === '2027-05-16')).toBe(false);
  });

  it('a lost hour in the small hours is a change of clocks, others are missing', () => {
    const headers = ['Date', 'Time', 'Temp C'];
    const hours = (on: string, without: number[]) =>
      Array.from({ length: 24 }, (_, h) => h)
        .filter((h) => !without.includes(h))
        .map((h) => [on, `${h}:00`, '12']);
    const { counts, days } = readLines(headers, [
      ...hours('2027-03-14', [2]),
      ...hours('2027-03-15', [9, 10]),
      ...hours('2027-03-16', [8, 9, 10, 11, 12, 13]),
    ]);
    expect(counts).toEqual({ clockChange: 1, missing: 2 });
    expect(days.map(({ maxC }) => maxC)).toEqual([12, 12, null]);
  });

  it('never fails and never makes up a figure, whatever stands in it', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom(
        '5/14/2027',
        '2027-05-14',
        '14.5.2027 25:00',
        '12:30',
        '-9999',
        '1e9',
        '٣',
        '﻿5',
        '"',
        '70',
        '0.1',
      ),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 7 }), { maxLength: 30 }), (lines) => {
        const { days, problems, counts } = readLines(DAILY, lines);
        for (const { on, minC, maxC, rainM } of days) {
          expect(on).toMatch(/^\d{4}-\d{2}-\d{2}$/);
          for (const value of [minC, maxC, rainM])
            expect(value === null || Number.isFinite(value)).toBe(true);
        }
        expect(Object.values(counts).reduce((sum, n) => sum + n, 0)).toBeGreaterThanOrEqual(
          problems.length,
        );
      }),
      { numRuns: 300 },
    );
  });
});

describe('heat since planting', () => {
  it('is soil where it was measured, else air; the planting day counts from noon', () => {
    const days = may(1, 3, (n) => (n === 2 ? { soilMinC: 12, soilMaxC: 16 } : {}));
    const heat = heatSince('corn', '2027-05-01', days, '2027-05-03');
    expect(heat.map(({ from }) => from)).toEqual(['air', 'soil', 'air']);
    // Air 8 to 20: (10 + 20) ÷ 2 − 10; half of it on the first day.
    expect(heat.map((one) => one.heat)).toEqual([2.5, 4, 5]);
    expect(heatAt(heat, 12 + 24)).toBe(6.5);
    expect(dayOfHeat(heat, 6.4)).toBe('2027-05-02');
    expect(dayOfHeat(heat, 12)).toBeNull();
    // From noon of the second day: half a day at 4, then 5 a day.
    expect(hoursToGather(heat, 24, 2 + 2.5)).toBe(24);
    expect(hoursToGather(heat, 24, 30)).toBeNull();
    expect(heatAt(heat, 12 + 12)).toBe(4.5);
  });

  it('to the hour where the station has hours', () => {
    const soilC = Array.from({ length: 24 }, (_, h) => (h < 12 ? 8 : 20));
    const [, second] = heatSince(
      'corn',
      '2027-05-01',
      may(1, 2, () => ({ hours: { airC: soilC, soilC, rainM: soilC } })),
      '2027-05-02',
    );
    expect(second).toMatchObject({ from: 'soil by the hour', heat: 5 });
  });

  it('does not count over three days that were not measured', () => {
    const heat = heatSince('corn', '2027-05-01', [...may(1, 2), ...may(6, 7)], '2027-05-07');
    expect(heat[2]).toMatchObject({ on: '2027-05-03', heat: null, from: null });
    expect(heatAt(heat, 30)).not.toBeNull();
    expect(heatAt(heat, 80)).toBeNull();
  });

  it('one or two days that were not measured are as the days around them; at either end nothing is filled in', () => {
    const whole = heatSince('corn', '2027-05-01', may(1, 6), '2027-05-06');
    const short = heatSince('corn', '2027-05-01', [...may(1, 2), ...may(5, 6)], '2027-05-06');
    const mean = (whole[1]!.heat! + whole[4]!.heat!) / 2;
    expect(short.map(({ heat }) => heat)).toEqual([
      whole[0]!.heat,
      whole[1]!.heat,
      mean,
      mean,
      whole[4]!.heat,
      whole[5]!.heat,
    ]);
    expect(short[2]!.from).toBe('days around it');
    const second = heatSince('corn', '2027-05-01', [...may(1, 1), ...may(3, 4)], '2027-05-05');
    // The planting day counts from noon: twice its heat is a day's.
    expect(second[1]!.heat).toBe((2 * whole[0]!.heat! + whole[2]!.heat!) / 2);
    expect(second[4]!.heat).toBeNull();
    expect(heatSince('corn', '2027-05-01', may(2, 3), '2027-05-03')[0]!.heat).toBeNull();
  });

  it('never falls as time passes, and a warmer spring never gives less', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -5, max: 25 }), fc.integer({ min: 0, max: 15 })), {
          minLength: 6,
          maxLength: 20,
        }),
        fc.integer({ min: 0, max: 8 }),
        fc.constantFrom('corn' as const, 'soybean' as const, 'wheat' as const),
        (pairs, warmer, crop) => {
          const of = (by: number) =>
            heatSince(
              crop,
              '2027-05-01',
              pairs.map(([minC, range], i) =>
                day(`2027-05-${String(i + 1).padStart(2, '0')}`, {
                  minC: minC + by,
                  maxC: minC + range + by,
                }),
              ),
              `2027-05-${String(pairs.length).padStart(2, '0')}`,
            );
          const [plain, warm] = [of(0), of(warmer)];
          let before = 0;
          for (let hours = 0; hours <= 24 * (pairs.length - 1); hours += 7) {
            const now = heatAt(plain, hours)!;
            expect(now).toBeGreaterThanOrEqual(before - 1e-9);
            expect(heatAt(warm, hours)!).toBeGreaterThanOrEqual(now - 1e-9);
            before = now;
          }
        },
      ),
    );
  });
});

describe('spells that put seed at risk', () => {
  const of = (days: WeatherDay[], cold = true) =>
    spellsSince('2027-05-01', days, { cold, until: '2027-05-20' }).map(
      ({ spell, from, to }) => `${spell} ${from.slice(8)}–${to.slice(8)}`,
    );
  it('cold water in the first two days', () => {
    const wet = may(1, 6, (n) =>
      n === 2 ? { rainM: 0.008, soilMinC: 7, soilMaxC: 11 } : { rainM: 0.002 },
    );
    expect(of(wet)).toEqual(['coldDrink 01–03']);
    expect(of(wet, false)).toEqual([]);
    expect(of(may(1, 6, (n) => ({ rainM: n === 2 ? 0.008 : 0.002, minC: 12 })))).toEqual([]);
  });
  it('heavy rain, then sun', () => {
    expect(of(may(1, 9, (n) => ({ minC: 12, rainM: n === 5 ? 0.02 : n > 5 ? 0 : 0.003 })))).toEqual(
      ['crust 05–07'],
    );
    // What nobody measured is not called dry.
    expect(
      of(may(1, 9, (n) => ({ minC: 12, rainM: n === 5 ? 0.02 : n > 5 ? null : 0.003 }))),
    ).toEqual([]);
  });
  it('no rain for ten days, and saturation', () => {
    expect(of(may(1, 14, (n) => ({ minC: 12, rainM: n === 13 ? 0.005 : 0 })))).toEqual([
      'dry 01–12',
    ]);
    expect(of(may(1, 9, () => ({ minC: 12, rainM: 0.011 })))).toEqual(['wet 01–09']);
  });
});
