import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ACRE_M2,
  axisTicks,
  fromSi,
  INCH_M,
  inEveryUnit,
  parseQuantity,
  printQuantity,
  QUANTITY_KINDS,
  read,
  show,
  unitName,
  UNITS,
  type Dimension,
  type UnitName,
} from './index.ts';
import { limitText } from './limitText.ts';
import { possibleRange } from './readFigure.ts';

const value = (text: string, dimension: Dimension, unit: UnitName) => {
  const parsed = parseQuantity(text, dimension, unit);
  if (!parsed.ok) throw new Error(parsed.problem);
  return parsed.value;
};

describe('parseQuantity reads what people write', () => {
  it.each([
    ['1 3/4"', 1.75],
    ['1¾ in', 1.75],
    ['1.75', 1.75],
    ['1-3/4 in', 1.75],
    ['¾"', 0.75],
    ['3/4', 0.75],
    ['1 ¾', 1.75],
    ['17\'5"', 209],
    ['17 ft 5 in', 209],
    ['17\' 5 1/2"', 209.5],
    ['17 ft', 204],
    ["17' 5", 209],
    ['17ft5in', 209],
    ['.5 in', 0.5],
    ['−1 in', -1],
    ['1 3/16', 1.1875],
    ['2 in', 2],
  ])('%s is %s in', (text, inches) =>
    expect(fromSi(value(text, 'length', 'in'), 'in')).toBeCloseTo(inches, 10),
  );

  it.each([
    ['4.4 cm', 0.044],
    ['4,4 cm', 0.044],
    ['44 mm', 0.044],
    ['5.31 m', 5.31],
    ['76', 0.76],
  ])('%s is %s m', (text, metres) => expect(value(text, 'length', 'cm')).toBeCloseTo(metres, 12));

  it.each([
    ['32k', 32000],
    ['32,000/ac', 32000],
    ['32 000 per acre', 32000],
    ['32.5k', 32500],
    ['32000', 32000],
    ['1,250,000', 1250000],
    ['34 K / acre', 34000],
  ])('%s is %s per acre', (text, perAcre) =>
    expect(fromSi(value(text, 'population', 'perAc'), 'perAc')).toBeCloseTo(perAcre, 6),
  );

  it('79 000/ha and 28 /ft2', () => {
    expect(value('79 000/ha', 'population', 'perAc')).toBeCloseTo(7.9, 12);
    expect(value('79\u202f000 /ha', 'population', 'perAc')).toBeCloseTo(7.9, 12);
    expect(value('28/ft2', 'population', 'perAc')).toBeCloseTo(28 / 0.3048 ** 2, 9);
  });

  it('temperatures keep their zero', () => {
    expect(value('50 °F', 'temperature', 'celsius')).toBeCloseTo(10, 10);
    expect(value('-4', 'temperature', 'fahrenheit')).toBeCloseTo(-20, 10);
  });

  it.each(['', 'deep', '-', '1 3/0', '5 kg', '1 2 3', '3 in 4 ft', '1..2', '4 ac'])(
    'refuses “%s” and says what to write',
    (text) => {
      const parsed = parseQuantity(text, 'length', 'in');
      expect(parsed).toMatchObject({ ok: false });
      if (!parsed.ok) expect(parsed.problem).toMatch(/Write it like/);
    },
  );
});

describe('the many ways a figure is written', () => {
  // Each number in each notation, with each unit as people write it: 324 texts.
  const numbers: [number, string[]][] = [
    [0.5, ['0.5', '.5', '0,5', '1/2', '½', '0.50']],
    [1.75, ['1.75', '1,75', '1 3/4', '1¾', '1-3/4', '1 ¾', '1.750 ', '7/4']],
    [16.5, ['16.5', '16,5', '16 1/2', '16½', '16.50', '16-1/2']],
    [5, ['5', '5.', '5.0', '5,0', '5 ', ' 5', '05']],
  ];
  const units: [number, string[]][] = [
    [0.0254, ['', '"', ' in', 'in', ' in.', ' inches', ' inch', ' IN', '″']],
    [0.3048, [' ft', 'ft', "'", ' ft.', ' feet']],
    [0.01, ['cm', ' cm', ' CM', ' cm.']],
    [1, [' m', 'm', ' m.']],
  ];
  const texts = numbers.flatMap(([n, written]) =>
    written.flatMap((text) =>
      units.flatMap(([factor, words]) =>
        words
          // "5.'" and "1.750  ft" are nobody's way.
          .filter((word) => !(text.endsWith('.') && word !== '' && !word.startsWith(' ')))
          .map((word) => [text + word, n * factor] as const),
      ),
    ),
  );
  it(`is read alike, whichever of them (${texts.length})`, () => {
    const wrong = texts.filter(([text, metres]) => {
      const parsed = parseQuantity(text, 'length', 'in');
      return !parsed.ok || Math.abs(parsed.value - metres) > 1e-9;
    });
    expect(texts.length).toBeGreaterThanOrEqual(300);
    expect(wrong).toEqual([]);
  });
  it.each([
    ['0,762 m', '.', 0.762, undefined],
    ['0,125 m', '.', 0.125, undefined],
    ['1,250 m', '.', 1250, 1.25],
    ['1,250 m', ',', 1.25, 1250],
    ['1.250 m', ',', 1250, 1.25],
    ['1.250,5 m', '.', 1250.5, undefined],
    ['1,250.5 m', ',', 1250.5, undefined],
    ['1,250,000 m', ',', 1_250_000, undefined],
  ] as const)('%s with %s before decimals is %d, perhaps %s', (text, mark, metres, other) =>
    expect(parseQuantity(text, 'length', 'in', mark)).toEqual({
      ok: true,
      value: metres,
      ...(other === undefined ? {} : { other }),
    }),
  );
  it('a share without its sign may be of one or of a hundred: it asks', () => {
    expect(parseQuantity('0.05', 'share', 'percent')).toMatchObject({
      value: expect.closeTo(0.05, 12),
      other: expect.closeTo(0.0005, 12),
      unsure: true,
    });
    expect(parseQuantity('0.5 %', 'share', 'percent')).toEqual({ ok: true, value: 0.005 });
    expect(parseQuantity('5', 'share', 'percent')).toEqual({ ok: true, value: 0.05 });
  });
  it('a small-grain rate typed for an acre is asked about, not taken per square foot', () => {
    for (const typed of ['1500k', '1,500,000', '1500000'])
      expect(parseQuantity(typed, 'population', 'perFt2')).toEqual({
        ok: true,
        value: expect.closeTo(1_500_000 / 4046.8564224, 6),
        other: expect.closeTo(1_500_000 / 0.3048 ** 2, 0),
        unsure: true,
        readAs: 'perAc',
      });
    expect(parseQuantity('3,500,000', 'population', 'perM2')).toMatchObject({ readAs: 'perHa' });
    // What is said with its unit, or is usual, is not asked about.
    expect(parseQuantity('1500k/ac', 'population', 'perFt2')).not.toHaveProperty('unsure');
    expect(parseQuantity('28', 'population', 'perFt2')).not.toHaveProperty('unsure');
    expect(parseQuantity('320', 'population', 'perM2')).not.toHaveProperty('unsure');
  });

  it('a list without spaces is no number, and says so', () =>
    expect(parseQuantity('16,17,15', 'length', 'in')).toMatchObject({
      problem: expect.stringContaining('put a space after each comma'),
    }));
  it('never throws and never gives a number that is none, whatever is typed', () =>
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(...'0123456789.,/ -½kKinftcm"\'%'), maxLength: 14 }),
        fc.constantFrom('.' as const, ',' as const),
        (text, mark) => {
          const parsed = parseQuantity(text, 'length', 'in', mark);
          if (parsed.ok) expect(Number.isFinite(parsed.value)).toBe(true);
          else expect(parsed.problem).toMatch(/Write it like/);
        },
      ),
    ));
});

describe('show', () => {
  it.each([
    [0.04445, 'seedDepth', 'us', '1¾\u00a0in'],
    [0.04445, 'seedDepth', 'metric', '4.4\u00a0cm'],
    [5.3108, 'rowLength', 'us', '17 ft 5 in'],
    [7.9074, 'population', 'us', '32,000/ac'],
    [7.9, 'population', 'metric', '79\u202f000/ha'],
    [0.166, 'targetSpacing', 'us', '6.54\u00a0in'],
    [3.6575, 'rowLength', 'us', '12 ft'],
    [0.95, 'share', 'us', '95\u00a0%'],
  ] as const)('%s as %s in %s is %s', (si, kind, system, text) =>
    expect(show(si, kind, system)).toBe(text),
  );

  it('an inch of sixteenths', () =>
    expect(printQuantity(0.0254 * 1.1875, 'in', { fraction: 16 })).toBe('1 3/16\u00a0in'));

  it('limits are printed in the unit system of the reader, rounded inward', () => {
    const row = { kind: 'rowWidth', low: 0.05, high: 3, what: 'a row width' } as const;
    expect(limitText(row, 'us')).toBe('Enter a row width from 2\u00a0in to 118\u00a0in.');
    expect(limitText(row, 'metric')).toBe('Enter a row width from 5\u00a0cm to 300\u00a0cm.');
    expect(limitText(row)).toContain('118\u00a0in (from 5\u00a0cm');
    fc.assert(
      fc.property(
        fc.constantFrom(
          'seedDepth',
          'rowWidth',
          'rowLength',
          'tapePosition',
          'population' as const,
        ),
        fc.constantFrom('us' as const, 'metric' as const),
        fc.double({ min: 0.05, max: 0.5, noNaN: true }),
        fc.double({ min: 0.6, max: 1, noNaN: true }),
        (kind, system, from, to) => {
          const high = possibleRange(kind)[1];
          const text = limitText({ kind, low: from * high, high: to * high, what: 'it' }, system);
          const ends = /from (.*) to (.*)\.$/
            .exec(text)!
            .slice(1)
            .map((end) => read(end, kind, system));
          for (const end of ends) {
            if (!end.ok) throw new Error(`${text}: ${end.problem}`);
            expect(end.value).toBeGreaterThanOrEqual(from * high - 1e-5 * high);
            expect(end.value).toBeLessThanOrEqual(to * high + 1e-5 * high);
          }
        },
      ),
    );
  });

  it('what is printed reads back, and prints the same again', () => {
    for (const kind of QUANTITY_KINDS) {
      for (const system of ['us', 'metric'] as const) {
        const [low, high] = possibleRange(kind);
        const [min, max] = [Math.max(0, low) * 1.1, high * 0.98];
        fc.assert(
          fc.property(fc.double({ min, max, noNaN: true }), (si) => {
            const text = show(si, kind, system);
            const back = read(text, kind, system);
            if (!back.ok) throw new Error(`${kind} ${text}: ${back.problem}`);
            expect(show(back.value, kind, system)).toBe(text);
            const step =
              {
                population: 100,
                denseStand: 1,
                area: 1,
                distance: 1,
                roadDistance: 0.1,
                share: 1,
                temperature: 1,
                heat: 1,
                rain: 1,
                depthSpread: 1,
                seedMass: 1,
                loadMass: 1,
                plantMass: 1,
                seedMassRate: 1,
                seedSize: 1,
                cornMass: 1,
                beanMass: 1,
                cornPrice: 1,
                moneyPerArea: 1,
                beanPrice: 1,
              }[kind as string] ?? 0.13;
            expect(
              Math.abs(
                fromSi(back.value, unitName(kind, system)) - fromSi(si, unitName(kind, system)),
              ),
            ).toBeLessThanOrEqual(step / 2 + 1e-9);
          }),
          { numRuns: 300 },
        );
      }
    }
  });
});

describe('what cannot be', () => {
  const problem = (...of: Parameters<typeof read>) => {
    const found = read(...of);
    return found.ok ? found.value : found.problem.replaceAll('\u00a0', ' ');
  };
  it.each([
    ['195', 'share', 'us', 'Enter between 0 % and 100 %.'],
    ['-80', 'area', 'us', 'Enter between 0 ac and 25,000 ac.'],
    ['2,026', 'cornYield', 'us', 'Enter between 0.0 bu/ac and 700.0 bu/ac.'],
    ['-25000', 'loadMass', 'us', 'Enter between 0 lb and 120,000 lb.'],
    ['9e99', 'seedDepth', 'us', /not a unit|not a number/],
    ['999', 'temperature', 'us', 'Enter between −80 °F and 150 °F.'],
  ] as const)('%s is refused as %s, with what can be', (text, kind, system, says) => {
    expect(problem(text, kind, system)).toMatch(says);
  });

  it('what a mark could say otherwise is not asked about where that cannot be', () => {
    expect(read('2,500', 'rowWidth', 'us', ',')).toEqual({ ok: true, value: 2.5 * INCH_M });
    expect(read('1,500', 'cornMass', 'us', ',')).toHaveProperty('other');
    expect(read('2,026', 'cornYield', 'us', '.').ok).toBe(false);
  });
});

describe('rates as the trade says them', () => {
  const perAc = (text: string) => {
    const found = read(text, 'population', 'us');
    return found.ok && Math.round(found.value * ACRE_M2);
  };
  it.each([
    ['34', 34_000],
    ['34.5', 34_500],
    ['34k', 34_000],
    ['140', 140_000],
    ['34500 seeds/ac', 34_500],
    ['34,500 plants per acre', 34_500],
    ['900/ac', 900],
    ['1200', 1200],
  ])('%s is read', (text, plants) => expect(perAc(text)).toBe(plants));

  it('79 of a hectare are 79,000', () => {
    expect(read('79', 'population', 'metric')).toMatchObject({ value: 7.9 });
  });

  it('a price may bear the sign of its money', () => {
    for (const text of ['$4.10', '4.10', '€ 4.10', '$4.10/bu', 'US$4.10 per bushel'])
      expect(read(text, 'cornPrice', 'us')).toEqual(read('4.10/bu', 'cornPrice', 'us'));
    expect(read('4$10', 'cornPrice', 'us').ok).toBe(false);
  });
});

describe('marks along an axis', () => {
  const texts = (...given: Parameters<typeof axisTicks>) =>
    axisTicks(...given).map(({ text }) => text);

  it('stand at round figures of the person’s unit', () => {
    expect(texts(0, 0.11, 'plantSpacing', 'us', 4)).toEqual(['0', '1', '2', '3', '4']);
    expect(texts(0, 0.11, 'plantSpacing', 'metric', 4)).toEqual(['0', '2', '4', '6', '8', '10']);
    expect(texts(4.9, 8, 'population', 'us', 3)).toEqual(['20,000', '25,000', '30,000']);
    expect(texts(0, 0.04, 'seedDepth', 'us', 4)).toEqual(['0', '½', '1', '1½']);
    expect(texts(0, 0.9, 'rowLength', 'metric', 4)).toEqual(['0.0', '0.2', '0.4', '0.6', '0.8']);
  });

  it('are where they say, inside the axis, in order, for any axis and kind', () => {
    const kind = fc.constantFrom(...QUANTITY_KINDS.filter((one) => one !== 'tapePosition'));
    const system = fc.constantFrom('us' as const, 'metric' as const);
    const end = fc.double({ min: 0.001, max: 1000, noNaN: true });
    fc.assert(
      fc.property(kind, system, end, end, (one, people, low, span) => {
        const marks = axisTicks(low, low + span, one, people, 6);
        const slack = 1e-9 * (low + span);
        for (const [i, { value, text }] of marks.entries()) {
          expect(value).toBeGreaterThanOrEqual(low - slack);
          expect(value).toBeLessThanOrEqual(low + span + slack);
          const unit = unitName(one, people);
          const back = parseQuantity(`${text} ${UNITS[unit].symbol}`, UNITS[unit].dimension, unit);
          expect(back.ok && Math.abs(back.value - value) <= 1e-6 * Math.max(1, value)).toBe(true);
          if (i > 0) expect(value).toBeGreaterThan(marks[i - 1]!.value);
        }
      }),
    );
  });
});

it('a figure in every unit of its dimension comes back from each', () => {
  for (const { text } of inEveryUnit(0.762, 'rowWidth')) {
    const back = read(text, 'rowWidth', 'us');
    expect(back.ok && back.value).toBeCloseTo(0.762, 4);
  }
  expect(inEveryUnit(20, 'temperature').map(({ text }) => text.replace(/\s/, ' '))).toEqual([
    '20 °C',
    '68 °F',
  ]);
  expect(() => inEveryUnit(Number.NaN, 'area')).toThrow(RangeError);
});
