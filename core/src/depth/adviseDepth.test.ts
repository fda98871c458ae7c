import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  adviseDepth,
  depthByReadings,
  FEELS,
  FORECASTS,
  SOILS,
  wetness,
  type DepthConditions,
  type DepthSchool,
  type MoistureReading,
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
  readings: [],
  forecast: 'mild',
  faults: [],
  faultsStay: false,
};
const of = (conditions: Partial<DepthConditions>, school: DepthSchool = 'followMoisture') =>
  adviseDepth({ ...usual, ...conditions }).schools.find((one) => one.school === school)!;
const inches = (conditions: Partial<DepthConditions>, school: DepthSchool = 'followMoisture') =>
  of(conditions, school).depthM / INCH;
/** A sensor read at so many inches, of which its owner calls 30 adequate. */
const at = (depth: number, value: number): MoistureReading => ({
  depthM: depth * INCH,
  value,
  adequate: 30,
});

describe('how deep', () => {
  it('nothing special: the aims of the schools, and to read there first', () => {
    expect(inches({}, 'fixedWindow')).toBeCloseTo(2.125, 9);
    expect(inches({})).toBeCloseTo(1.875, 9);
    expect(inches({ crop: 'soybean' }, 'fixedWindow')).toBeCloseTo(1.25, 9);
    expect(of({}).next).toEqual({ do: 'read', atM: expect.closeTo(1.875 * INCH, 9) });
  });
  it('a dry layer: one school stays in its window, the other goes after the moisture', () => {
    expect(inches({ dryLayerM: 2 * INCH })).toBeCloseTo(2.5, 9);
    expect(inches({ dryLayerM: 2.4 * INCH }, 'fixedWindow')).toBeCloseTo(2.5, 9);
    const { partM } = adviseDepth({ ...usual, dryLayerM: 2.4 * INCH });
    expect(partM / INCH).toBeCloseTo(0.4, 9);
  });
  it('never past the hard limits; says how far moisture lies beyond them, and to wait', () => {
    const dry = adviseDepth({ ...usual, dryLayerM: 4 * INCH }).schools;
    expect(dry.map(({ depthM }) => depthM / INCH)).toEqual([
      expect.closeTo(2.5, 9),
      expect.closeTo(3, 9),
    ]);
    expect(dry[1]!.moistureShortM / INCH).toBeCloseTo(1.125, 9);
    expect(dry[1]!.next.do).toBe('wait');
    const shallow = { crusting: true, forecast: 'rain', readings: [at(1, 60)] } as const;
    expect(inches(shallow)).toBeGreaterThanOrEqual(1.5 - 1e-9);
  });
  it.each<[Partial<DepthConditions>, 'deeper' | 'shallower']>([
    [{ soil: 'sand' }, 'deeper'],
    [{ forecast: 'drying' }, 'deeper'],
    [{ cloddy: true }, 'deeper'],
    [{ readings: [{ depthM: 2 * INCH, feel: 'marginal' }] }, 'deeper'],
    [{ readings: [{ depthM: 2 * INCH, feel: 'dry' }] }, 'deeper'],
    [{ crusting: true }, 'shallower'],
    [{ readings: [{ depthM: 1.5 * INCH, feel: 'wet' }] }, 'shallower'],
    [{ forecast: 'cold' }, 'shallower'],
  ])('%o moves it %s', (conditions, way) => {
    expect(Math.sign(inches(conditions) - inches({}))).toBe(way === 'deeper' ? 1 : -1);
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
    expect(inches({ faults: ['closing'], faultsStay: true })).toBeCloseTo(2.125, 9);
  });
  it('says what would change it, and a thicker dry layer never makes it shallower', () => {
    const { wouldChange } = adviseDepth({ ...usual, dryLayerM: 1.5 * INCH });
    const thicker = wouldChange.followMoisture!.find((one) => one.if === 'dryLayerThicker')!;
    expect(thicker.toM / INCH).toBeCloseTo(2.75, 9);
    expect(adviseDepth(usual).wouldChange.followMoisture!.map((one) => one.if)).not.toContain(
      'dryLayerThicker',
    );
  });
});

describe('read, set, read again', () => {
  it('18 at 2 in against 30: 2½; 27 there: 3; 38 there: stay', () => {
    const readings = [at(2, 18)];
    expect(of({ readings }).next).toEqual({ do: 'setAndRead', atM: expect.closeTo(2.5 * INCH, 9) });
    expect(of({ readings }).ifDryM! / INCH).toBeCloseTo(3, 9);
    readings.push(at(2.5, 27));
    expect(of({ readings }).next).toEqual({ do: 'setAndRead', atM: expect.closeTo(3 * INCH, 9) });
    // Deeper than that nobody sets corn.
    expect(of({ readings }).ifDryM).toBeNull();
    expect(of({ readings }, 'fixedWindow').next.do).toBe('wait');
    readings.push(at(3, 38));
    expect(of({ readings }).next).toEqual({ do: 'stay', atM: expect.closeTo(3 * INCH, 9) });
  });
  it('dry down to the deepest one may set: wait for rain', () => {
    const readings = [at(2, 18), at(2.5, 20), at(3, 26)];
    expect(of({ readings }).next).toEqual({ do: 'wait', atM: expect.closeTo(3 * INCH, 9) });
  });
  it('comes back up, half an inch at a time, where moisture is ample', () => {
    const readings = [at(3, 45)];
    expect(inches({ readings })).toBeCloseTo(2.5, 9);
    expect(of({ readings }).next.do).toBe('setAndRead');
    readings.push(at(2.5, 45));
    expect(inches({ readings })).toBeCloseTo(2, 9);
    readings.push(at(2, 30));
    expect(of({ readings }).next).toEqual({ do: 'stay', atM: expect.closeTo(2 * INCH, 9) });
  });
  it('no deeper than what was read to be moist below', () => {
    expect(inches({ readings: [at(2, 18), at(2.25, 32)] })).toBeCloseTo(2.25, 9);
    // A moist top over dry soil, as after a shower, holds nothing.
    expect(inches({ readings: [at(1, 40), at(2, 18)] })).toBeCloseTo(2.5, 9);
  });
  it('a sensor just short of adequate asks for little, and never less than one read a little wetter', () => {
    // 86 and 84 % of adequate stood ⅛ in apart, the drier one shallower.
    const by = (share: number) => inches({ readings: [at(2, share * 30)] });
    expect(by(0.84)).toBeCloseTo(by(0.86), 9);
    expect(by(0.98)).toBeCloseTo(2.1, 9);
  });
  it('where it reads dry, to follow the moisture is never shallower than the fixed window', () => {
    for (let depth = 1.5; depth <= 3; depth += 0.125)
      for (let value = 0; value <= 27; value++) {
        const dry = { readings: [at(depth, value)] };
        expect(inches(dry)).toBeGreaterThanOrEqual(inches(dry, 'fixedWindow') - 1e-9);
      }
  });
  it.each<Partial<DepthConditions>>([{ cloddy: true }, { soil: 'sand' }, { forecast: 'drying' }])(
    'moist wherever it is read, it stays after at most two readings: %o',
    (conditions) => {
      const readings: MoistureReading[] = [];
      const depths = Array.from({ length: 6 }, () => {
        const { next } = of({ ...conditions, readings });
        readings.push({ depthM: next.atM, feel: 'adequate' });
        return next.atM;
      });
      expect(depths.at(-1)).toBeCloseTo(depths[0]!, 9);
      expect(of({ ...conditions, readings: readings.slice(0, 1) }).next.do).toBe('stay');
    },
  );
  it('says “stay” only where it was read to be moist at that depth', () => {
    const { next } = of({ cloddy: true, readings: [{ depthM: 1 * INCH, feel: 'adequate' }] });
    expect(next.do).toBe('setAndRead');
  });
  it('felt wet at every depth with rain to come: wait until it drains, never stay', () => {
    const wet = [1.5, 2, 2.5].map((d): MoistureReading => ({ depthM: d * INCH, feel: 'wet' }));
    expect(of({ readings: wet, forecast: 'rain' }).next.do).toBe('tooWet');
    expect(of({ readings: wet, forecast: 'mild' }).next.do).not.toBe('tooWet');
    expect(of({ readings: [], forecast: 'rain' }).next.do).toBe('read');
  });
  it('rain to come never makes soybean shallower', () => {
    for (const soil of SOILS)
      for (const date of ['2027-04-20', '2027-05-20']) {
        const soybean = { crop: 'soybean' as const, soil, date };
        const dry = adviseDepth({ ...usual, ...soybean }).schools;
        const rain = adviseDepth({ ...usual, ...soybean, forecast: 'rain' }).schools;
        expect(rain.map(({ depthM }) => depthM)).toEqual(dry.map(({ depthM }) => depthM));
      }
  });
  it('bad readings are refused by name', () => {
    expect(() => wetness(at(1, -1))).toThrow(/^value/);
    expect(() => wetness({ depthM: 0.05, value: 1, adequate: 0 })).toThrow(/^adequate/);
    expect(() => depthByReadings([at(-1, 20)])).toThrow(/^depthM/);
    expect(() => depthByReadings([])).toThrow(/^readings/);
    expect(() => adviseDepth({ ...usual, dryLayerM: Number.NaN })).toThrow(/^dryLayerM/);
  });
});

describe('the whole grid', () => {
  const some = <T>(...values: readonly T[]) => fc.constantFrom(...values);
  const depth = fc.double({ min: 0, max: 5, noNaN: true }).map((x) => x * INCH);
  const reading: fc.Arbitrary<MoistureReading> = fc.oneof(
    fc.record({ depthM: depth, feel: some(...FEELS) }),
    fc.record({
      depthM: depth,
      value: fc.double({ min: 0, max: 50, noNaN: true }),
      adequate: some(20, 30),
    }),
  );
  const conditions: fc.Arbitrary<DepthConditions> = fc.record({
    crop: some('corn', 'soybean', 'wheat'),
    date: some('2027-04-10', '2027-05-20', '2027-10-01'),
    soil: some(...SOILS),
    crusting: fc.boolean(),
    cloddy: fc.boolean(),
    tillage: some('tilled', 'noTill'),
    heavyResidue: fc.boolean(),
    dryLayerM: fc.option(depth),
    readings: fc.array(reading, { maxLength: 4 }),
    forecast: some(...FORECASTS),
    faults: some([], ['closing'], ['contact', 'downforceLight']),
    faultsStay: fc.boolean(),
  });
  const depths = (given: DepthConditions) => adviseDepth(given).schools.map((one) => one.depthM);
  /** No school lies shallower under the second conditions. */
  const neverShallower = (first: DepthConditions, second: DepthConditions) => {
    const now = depths(first);
    depths(second).forEach((then, i) => expect(then).toBeGreaterThanOrEqual(now[i]! - 1e-9));
  };
  const runs = { numRuns: 400 };
  const drier = (one: MoistureReading, by: number): MoistureReading =>
    'feel' in one
      ? { ...one, feel: FEELS[Math.max(0, FEELS.indexOf(one.feel) - 1)]! }
      : { ...one, value: Math.max(0, one.value - by) };

  it('stays inside every school’s limits, and its reasons add up', () => {
    fc.assert(
      fc.property(conditions, (given) => {
        for (const { depthM, rangeM, reasons, next, ifDryM } of adviseDepth(given).schools) {
          expect(depthM).toBeGreaterThanOrEqual(rangeM[0] - 1e-9);
          expect(depthM).toBeLessThanOrEqual(rangeM[1] + 1e-9);
          expect(reasons.reduce((sum, { byM }) => sum + byM, 0)).toBeCloseTo(depthM, 9);
          expect(next.atM).toBe(depthM);
          if (ifDryM !== null) expect(ifDryM).toBeGreaterThanOrEqual(depthM - 1e-9);
        }
      }),
      runs,
    );
  });
  it('a drier reading, one more dry reading, a thicker dry layer, drying weather: never shallower', () => {
    fc.assert(
      fc.property(
        conditions,
        fc.nat(),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (given, which, by) => {
          const { readings, dryLayerM } = given;
          if (readings.length > 0)
            neverShallower(given, {
              ...given,
              readings: readings.map((one, i) =>
                i === which % readings.length ? drier(one, by) : one,
              ),
            });
          if (dryLayerM !== null)
            neverShallower(given, { ...given, dryLayerM: dryLayerM + (by / 20) * INCH });
          neverShallower({ ...given, forecast: 'mild' }, { ...given, forecast: 'drying' });
          neverShallower({ ...given, forecast: 'rain' }, { ...given, forecast: 'mild' });
        },
      ),
      runs,
    );
  });
  it('a small change moves no school by more than ⅛ in', () => {
    const small = fc.double({ min: -1, max: 1, noNaN: true });
    fc.assert(
      fc.property(conditions, fc.nat(), small, small, small, (given, which, wet, place, layer) => {
        const nudged = given.readings.map((one, i): MoistureReading => {
          if (i !== which % given.readings.length) return one;
          const depthM = Math.max(0, one.depthM + place * 0.025 * INCH);
          // A hundredth of what is adequate.
          return 'feel' in one
            ? { ...one, depthM }
            : { ...one, depthM, value: Math.max(0, one.value + wet * 0.01 * one.adequate) };
        });
        const dryLayerM =
          given.dryLayerM === null ? null : Math.max(0, given.dryLayerM + layer * 0.1 * INCH);
        const now = depths(given);
        for (const change of [{ readings: nudged }, { dryLayerM }])
          depths({ ...given, ...change }).forEach((then, i) =>
            expect(Math.abs(then - now[i]!)).toBeLessThanOrEqual(INCH / 8 + 1e-9),
          );
      }),
      { numRuns: 1000 },
    );
  });
});
