import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CAUSE_FAMILIES,
  DIAGNOSES,
  DIAGNOSIS_NAMES,
  FAMILIES,
  ODDS,
  EVIDENCE_FACTS,
  weighCauses,
  type Cause,
  type DiagnosticSign,
  type SignsSeen,
} from './index.ts';

const causes = DIAGNOSIS_NAMES.map((name) => [name, DIAGNOSES[name] as Cause] as const);
const signs = Object.keys(EVIDENCE_FACTS) as DiagnosticSign[];
const first = (seen: SignsSeen, scopes?: Parameters<typeof weighCauses>[1]) =>
  weighCauses(seen, scopes)[0]?.cause;

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
  it('names what the field guide would', () => {
    expect(first({ rowShallow: true, rowLoose: false, fewRows: true, inTracks: false })).toBe(
      'depthStop',
    );
    expect(first({ rowLoose: true, wFloor: true })).toBe('openers');
    expect(first({ gapsRepeat: true, gapsWithoutSeed: true })).toBe('deadCell');
    expect(first({ gapsRepeat: false, rowSkips: true, gapsWithoutSeed: true })).toBe('meterSkips');
    expect(first({ allDeep: true, hairPinned: false, allLoose: true })).toBe('cleanerTrenches');
    expect(first({ inTracks: true, tracksWorse: true, rowLate: true })).toBe('tyreTracks');
    expect(first({ gapsBent: true, coldRain: true, crustSeen: false })).toBe('coldShock');
    expect(
      first({ gapsLeafedOut: true, crustSeen: true, crustRain: true, packedSlot: false }),
    ).toBe('crust');
    expect(first({ gapsDry: true, seedsDry: true, dryWeather: true })).toBe('dryZone');
    expect(first({ allScatter: true, allSkips: false })).toBe('speed');
  });

  it('says nothing where nothing speaks for a cause, and asks only the scope that is meant', () => {
    expect(weighCauses({})).toEqual([]);
    expect(weighCauses({ rowShallow: false })).toEqual([]);
    expect(weighCauses({ gapsRotten: true }, ['row'])).toEqual([]);
  });

  it('counts what goes together once', () => {
    const [one] = weighCauses({ gapsDry: true }, ['field']).filter(
      ({ cause }) => cause === 'dryZone',
    );
    const [both] = weighCauses({ gapsDry: true, gapsDriedOut: true }, ['field']).filter(
      ({ cause }) => cause === 'dryZone',
    );
    expect(both!.odds).toBeCloseTo(one!.odds, 9);
    expect(both!.speaksFor).toHaveLength(1);
  });

  it('one more sign seen that speaks for a cause never makes it less likely, one against never more', () => {
    const some = fc.dictionary(fc.constantFrom(...signs), fc.boolean());
    fc.assert(
      fc.property(some, fc.constantFrom(...causes), fc.nat(), (given, [name, cause], which) => {
        const seen = given as SignsSeen;
        const { sign, seen: ratio } = cause.evidence[which % cause.evidence.length]!;
        const rest = { ...seen };
        delete rest[sign];
        const odds = (of: SignsSeen) =>
          weighCauses(of).find((one) => one.cause === name)?.odds ?? null;
        const [without, withIt] = [odds(rest), odds({ ...rest, [sign]: true })];
        if (without === null || withIt === null) return;
        if (ratio > 1) expect(withIt).toBeGreaterThanOrEqual(without * 0.999);
        if (ratio < 1) expect(withIt).toBeLessThanOrEqual(without * 1.001);
      }),
    );
  });
});
