import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CAUSE_FAMILIES,
  DIAGNOSES,
  DIAGNOSIS_NAMES,
  FAMILIES,
  ODDS,
  EVIDENCE_FACTS,
  nextChecks,
  SIGHTINGS,
  weighCauses,
  type CaseSigns,
  type Cause,
  type DiagnosticSign,
  type Sighting,
  type SignsSeen,
} from './index.ts';

const causes = DIAGNOSIS_NAMES.map((name) => [name, DIAGNOSES[name] as Cause] as const);
const signs = Object.keys(EVIDENCE_FACTS) as DiagnosticSign[];
const ofRow = (seen: SignsSeen, whole: SignsSeen = {}): CaseSigns => ({
  whole,
  rows: new Map([[4, seen]]),
  trackRows: [],
});
const ofAll = (whole: SignsSeen): CaseSigns => ({ whole, rows: new Map(), trackRows: [6, 7] });
const first = (of: CaseSigns) => weighCauses(of)[0]?.cause;
const probability = (of: CaseSigns, cause: string) =>
  weighCauses(of).find((one) => one.cause === cause)?.probability ?? 0;

describe('causes as data', () => {
  it('are at least 24, each in one family, with all a person needs to act', () => {
    expect(causes.length).toBeGreaterThanOrEqual(24);
    expect(Object.keys(CAUSE_FAMILIES)).toEqual([...FAMILIES]);
    for (const [name, cause] of causes) {
      expect(cause.says.length, name).toBeGreaterThan(4);
      expect(cause.check.minutes, name).toBeGreaterThan(0);
      expect(cause.change && cause.better, name).toBeTruthy();
      expect(
        cause.evidence.some(({ seen }) => seen >= 3),
        name,
      ).toBe(true);
      for (const { seen, notSeen } of cause.evidence) {
        expect(ODDS).toContain(seen);
        expect(ODDS).toContain(notSeen);
      }
      for (const other of cause.takenFor)
        expect(DIAGNOSIS_NAMES, `${name}: ${other}`).toContain(other);
    }
  });

  it('every sign speaks for or against something', () => {
    const used = new Set(causes.flatMap(([, { evidence }]) => evidence.map(({ sign }) => sign)));
    expect(signs.filter((sign) => !used.has(sign))).toEqual([]);
  });

  it('no two causes rest on the same evidence', () => {
    const texts = causes.map(([, { evidence }]) =>
      JSON.stringify([...evidence].sort((a, b) => a.sign.localeCompare(b.sign))),
    );
    expect(new Set(texts).size).toBe(texts.length);
  });
});

describe('weighing', () => {
  it('names what the field guide would, of a row', () => {
    expect(first(ofRow({ rowShallow: 'seen', rowLoose: 'not' }))).toBe('depthStop');
    expect(first(ofRow({ rowLoose: 'seen', wFloor: 'seen' }))).toBe('openers');
    expect(first(ofRow({ rowLoose: 'plain', wFloor: 'not' }))).toBe('gaugeWheel');
    expect(first(ofRow({ gapsRepeat: 'seen', gapsWithoutSeed: 'seen' }))).toBe('deadCell');
    expect(first(ofRow({ gapsRepeat: 'not', rowSkips: 'seen', gapsWithoutSeed: 'seen' }))).toBe(
      'meterSkips',
    );
    expect(first(ofRow({ openSlot: 'plain', rowThin: 'seen' }))).toBe('openClosing');
  });

  it('and of the machine, the field and its weather', () => {
    expect(first(ofAll({ allDeep: 'seen', hairPinned: 'not', allLoose: 'seen' }))).toBe(
      'cleanerTrenches',
    );
    expect(first(ofAll({ tracksWorse: 'seen', tracksSmeared: 'seen' }))).toBe('tyreTracks');
    expect(first(ofAll({ gapsBent: 'seen', coldRain: 'seen', crustSeen: 'not' }))).toBe(
      'coldShock',
    );
    expect(first(ofAll({ gapsLeafedOut: 'seen', crustSeen: 'seen', crustRain: 'seen' }))).toBe(
      'crust',
    );
    expect(first(ofAll({ gapsDry: 'seen', seedsDry: 'seen', dryWeather: 'seen' }))).toBe('dryZone');
    expect(first(ofAll({ allScatter: 'seen', allSkips: 'not' }))).toBe('speed');
  });

  it('says which rows: those of a row’s cause, the tyre rows, or none', () => {
    const rows = new Map<number, SignsSeen>([
      [2, { rowShallow: 'plain', rowLoose: 'not' }],
      [9, { rowDeep: 'plain', rowLoose: 'not' }],
    ]);
    const [stop] = weighCauses({ whole: {}, rows, trackRows: [] });
    expect([stop!.cause, stop!.rows]).toEqual(['depthStop', [2, 9]]);
    const [tracks] = weighCauses(ofAll({ tracksWorse: 'plain', tracksSmeared: 'plain' }));
    expect(tracks!.rows).toEqual([6, 7]);
    expect(weighCauses(ofAll({ allDeep: 'plain' }))[0]!.rows).toBeNull();
  });

  it('holds two causes at once where each explains what the other does not', () => {
    const both: CaseSigns = {
      whole: { softRoots: 'plain', gapsRotten: 'seen' },
      rows: new Map([[4, { rowShallow: 'plain', rowLoose: 'not' }]]),
      trackRows: [],
    };
    expect(probability(both, 'pythium')).toBeGreaterThan(0.8);
    expect(probability(both, 'depthStop')).toBeGreaterThan(0.8);
  });

  it('a sign that one cause explains speaks for no other', () => {
    const packed = { packedSlot: 'plain' } as const;
    const alone = probability(ofAll(packed), 'downforceHeavy');
    const explained = probability(
      ofAll({ ...packed, smearedWall: 'plain', soilWet: 'plain', slotReopened: 'plain' }),
      'plantedWet',
    );
    expect(alone).toBeGreaterThan(0.5);
    expect(explained).toBeGreaterThan(0.8);
    // Wet ground that smeared explains the flat roots; too much downforce is then less needed for them.
    const flat = { rootsFlat: 'plain', smearedWall: 'plain' } as const;
    expect(
      probability(ofAll({ ...flat, soilWet: 'plain', slotReopened: 'plain' }), 'downforceHeavy'),
    ).toBeLessThan(probability(ofAll(flat), 'downforceHeavy') + 1e-9);
  });

  it('says nothing where nothing speaks for a cause, or only a hint in one row of many', () => {
    expect(weighCauses(ofAll({}))).toEqual([]);
    expect(weighCauses(ofRow({ rowShallow: 'not' }))).toEqual([]);
    expect(weighCauses(ofRow({ packedSlot: 'hint' }))).toEqual([]);
    expect(weighCauses(ofAll({ gapsRotten: 'plain' }), { scopes: ['row'] })).toEqual([]);
  });

  it('counts what goes together once', () => {
    const one = weighCauses(ofAll({ gapsDry: 'seen' }), { scopes: ['field'] })[0]!;
    const both = weighCauses(ofAll({ gapsDry: 'seen', gapsDriedOut: 'seen' }), {
      scopes: ['field'],
    })[0]!;
    expect(one.cause).toBe('dryZone');
    expect(both.probability).toBeCloseTo(one.probability, 9);
    expect(both.speaksFor).toHaveLength(1);
  });

  it('a check made by hand counts as the strongest sign, for its cause and its row alone', () => {
    const signsOf = (found?: boolean, row = 4): CaseSigns => ({
      ...ofRow({ rowShallow: 'seen', rowLoose: 'not' }),
      checks: found === undefined ? [] : [{ cause: 'depthStop', row, found }],
    });
    const plain = probability(signsOf(), 'depthStop');
    expect(probability(signsOf(true), 'depthStop')).toBeGreaterThan(plain);
    expect(probability(signsOf(false), 'depthStop')).toBeLessThan(plain);
    expect(probability(signsOf(false, 5), 'depthStop')).toBeCloseTo(plain, 12);
  });

  it('where fewer plantings have something wrong each cause is less likely, without a jump', () => {
    const seen = ofRow({ rowShallow: 'seen', rowLoose: 'not' }, { gapsDry: 'seen' });
    const at = (faultyShare: number) =>
      new Map(
        weighCauses(seen, { faultyShare }).map(({ cause, probability }) => [cause, probability]),
      );
    for (let share = 0.05; share < 0.95; share += 0.05) {
      const [fewer, more] = [at(share), at(share + 0.05)];
      for (const [cause, one] of fewer) {
        expect(more.get(cause)!).toBeGreaterThan(one);
        expect(more.get(cause)! - one).toBeLessThan(0.2);
      }
    }
    expect(() => at(0)).toThrow(/faultyShare/);
    expect(() => at(1)).toThrow(/faultyShare/);
  });

  it('cold rain, not weak seed, where shoots are bent and losses lie all over the field', () => {
    const told = weighCauses(
      ofAll({ coldRain: 'seen', gapsBent: 'seen', gapsRotten: 'seen', everywhere: 'plain' }),
    );
    expect(told[0]!.cause).toBe('coldShock');
    expect(told.find(({ cause }) => cause === 'weakSeed')?.probability ?? 0).toBeLessThan(0.3);
  });

  const sighting = fc.constantFrom<Sighting>(...SIGHTINGS);
  const some = fc.dictionary(fc.constantFrom(...signs), sighting) as fc.Arbitrary<SignsSeen>;

  it('is a probability whatever was seen, and the likeliest stands first', () => {
    fc.assert(
      fc.property(some, some, (row, whole) => {
        const told = weighCauses(ofRow(row, whole));
        for (const [i, one] of told.entries()) {
          expect(one.probability).toBeGreaterThanOrEqual(0);
          expect(one.probability).toBeLessThanOrEqual(1);
          expect(one.probability).toBeLessThanOrEqual(told[i - 1]?.probability ?? 1);
          for (const { ratio } of one.speaksFor) expect(ratio).toBeGreaterThan(1);
          for (const { ratio } of one.speaksAgainst) expect(ratio).toBeLessThan(1);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('a sign of a machine or field alone, seen more plainly, never makes its cause less likely, nor more where it speaks against', () => {
    const whole = causes.filter(([, { scope }]) => scope === 'field' || scope === 'machine');
    const alone = fc
      .constantFrom(...whole)
      .chain(([name, cause]) => fc.tuple(fc.constant(name), fc.constantFrom(...cause.evidence)));
    fc.assert(
      fc.property(alone, some, ([name, { sign, seen }], given) => {
        const rest = { ...given };
        delete rest[sign];
        // Others that share the sign may gain more by it: asked of this cause by itself.
        const odds = (one: Sighting) =>
          weighCauses(ofAll({ ...rest, [sign]: one })).find(({ cause }) => cause === name);
        const net = (one: Sighting) => {
          const told = odds(one);
          return told
            ? [...told.speaksFor, ...told.speaksAgainst].reduce((all, { ratio }) => all * ratio, 1)
            : null;
        };
        const [hint, plain] = [net('hint'), net('plain')];
        if (hint === null || plain === null) return;
        if (seen > 1) expect(plain).toBeGreaterThanOrEqual(hint * 0.999);
        if (seen < 1) expect(plain).toBeLessThanOrEqual(hint * 1.001);
      }),
      { numRuns: 60 },
    );
  });
});

describe('the next best check', () => {
  const open = (cause: (typeof DIAGNOSIS_NAMES)[number], p: number) => ({
    cause,
    rows: null,
    probability: p,
  });

  it('tells most for its time: the quick one first among the equally open, the open one among the equally quick', () => {
    expect(nextChecks([open('speed', 0.5), open('depthStop', 0.5)])[0]!.cause).toBe('depthStop');
    expect(nextChecks([open('openClosing', 0.15), open('depthStop', 0.5)])[0]!.cause).toBe(
      'depthStop',
    );
  });

  it('comes first where what it settles costs most, and in no other order where nobody knows', () => {
    const causes = [open('depthStop', 0.5), { ...open('deadCell', 0.5), rows: [9] }];
    const order = (cost: (rows: readonly number[] | null) => number | null) =>
      nextChecks(causes, null, undefined, cost).map(({ cause }) => cause);
    const plain = order(() => null);
    expect(order((rows) => (rows ? 1 : 1000))[0]).toBe('depthStop');
    expect(order((rows) => (rows ? 1000 : 1))[0]).toBe('deadCell');
    expect(order(() => 500)).toEqual(plain);
  });

  it('is worth what theory says: at even odds a check that is right ten times of eleven tells 0.56 bits', () => {
    const [one] = nextChecks([open('depthStop', 0.5)]);
    expect(one!.bitsPerMinute * one!.minutes).toBeCloseTo(0.5605, 3);
  });

  it('is made in one row at a time, and what it finds there counts there', () => {
    const rows = new Map<number, SignsSeen>([
      [2, { rowShallow: 'seen', rowLoose: 'not' }],
      [9, { rowShallow: 'seen', rowLoose: 'not' }],
    ]);
    const signs = { whole: {}, rows, trackRows: [6] };
    const causes = weighCauses(signs);
    const check = nextChecks(causes).find(({ cause }) => cause === 'depthStop')!;
    expect(rows.has(check.row!)).toBe(true);
    const { cause, row } = check;
    const after = weighCauses({ ...signs, checks: [{ cause, row, found: true }] });
    expect(after.find((one) => one.cause === 'depthStop')!.probability).toBeGreaterThan(
      causes.find((one) => one.cause === 'depthStop')!.probability,
    );
    // Rows behind tyres are asked about together, one of them alone too.
    const tracks = weighCauses({ ...signs, whole: { tracksWorse: 'seen' } });
    expect(nextChecks(tracks).find((one) => one.cause === 'tyreTracks')).toMatchObject({
      rows: [6],
      row: null,
    });
  });

  it('leaves out what is settled, and what is too late to be seen', () => {
    expect(nextChecks([open('depthStop', 0.97), open('openers', 0.02)])).toEqual([]);
    const slot = [open('openClosing', 0.5)];
    expect(nextChecks(slot, 5)).toHaveLength(1);
    expect(nextChecks(slot, 120)).toEqual([]);
  });
});
