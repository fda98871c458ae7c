import type { PlantReading } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { unitsOf } from '../units/useUnits.ts';
import { differenceText } from '../stand/compareWords.ts';
import { costWords, evenWords, gapWords, lateWords, rootWords } from './plantFindings.ts';

const us = unitsOf('us');
const share = (some: number, of: number, lower: number, upper: number) => ({
  some,
  of,
  share: some / of,
  lower,
  upper,
});
const nothing: PlantReading = {
  stages: [],
  tillers: null,
  heading: null,
  gaps: {
    dug: 0,
    finds: [],
    notFound: { some: 0, of: 0, share: 0, lower: 0, upper: 1 },
    depth: null,
    allowance: null,
    doubles: [],
  },
  late: { dug: 0, causes: [], placed: null, depth: null, pairs: [], tooShallow: 0 },
  roots: {
    plants: 0,
    forms: [],
    nodal: null,
    nodalBy: [],
    smeared: null,
    oldRoots: null,
    openSlots: null,
    turnedAtM: null,
  },
  signs: [],
  photos: [],
  rows: [],
  zones: [],
};

describe('sentences about plants', () => {
  it('say nothing of what was not looked at', () => {
    expect(evenWords(nothing)).toBeNull();
    expect([gapWords(nothing, us), lateWords(nothing, us), rootWords(nothing, us)].flat()).toEqual(
      [],
    );
  });

  it('never call a few digs a cause, and name the tag’s part', () => {
    const gaps = {
      ...nothing.gaps,
      dug: 2,
      finds: [{ name: 'rotten' as const, ...share(2, 2, 0.3, 1) }],
      allowance: { seeds: 60, failed: 2, expected: 3, p: 0.8, beyondAllowance: false },
    };
    const [finds, tag] = gapWords({ ...nothing, gaps }, us);
    expect(finds!.says).toContain('2 of 2 (95 %: 30 to 100 %)');
    expect(finds!.next).toMatch(/^Few were dug/);
    expect(tag!.says).toContain('lets expect 3.0');
    expect(tag!.tone).toBe('good');
    expect(tag!.says).not.toMatch(/not to blame/);
  });

  it('blame placing only where the interval says so, and ask for more of two pairs', () => {
    const late = (placed: ReturnType<typeof share>) =>
      lateWords({ ...nothing, late: { ...nothing.late, dug: placed.of, placed } }, us)[0]!;
    expect(late(share(9, 10, 0.6, 0.98)).next).toMatch(/^Mostly placement/);
    expect(late(share(1, 10, 0.02, 0.4)).next).toMatch(/^Mostly not placement/);
    expect(late(share(5, 10, 0.24, 0.76)).next).toMatch(
      /^How much of it is placement cannot be told/,
    );
    expect(late(share(2, 2, 0.34, 1)).next).toMatch(/^Few pairs/);
    expect(late(share(2, 2, 0.34, 1)).tone).toBe('plain');
  });

  it('one flat root or one open slot among twenty accuses no slot; half of them do', () => {
    const roots = (some: number, lower: number, upper: number) => {
      const flat = share(some, 20, lower, upper);
      return rootWords(
        {
          ...nothing,
          roots: {
            ...nothing.roots,
            plants: 20,
            forms: [
              { name: 'straight', ...share(20 - some, 20, 0.3, 0.99) },
              { name: 'flattened', ...flat },
            ],
            openSlots: flat,
          },
        },
        us,
      );
    };
    const [few, fewOpen] = roots(1, 0.01, 0.24);
    expect(few!.next).toMatch(/^Too few/);
    expect(fewOpen!.tone).toBe('plain');
    const [many, manyOpen] = roots(10, 0.3, 0.7);
    expect(many!.next).toMatch(/^Flat along the wall points to/);
    expect(manyOpen!.tone).toBe('act');
  });

  it('give a cost as a range with its unit, and one figure where the range has no width', () => {
    const plain = (text: string) => text.replace(/\s/g, ' ');
    expect(
      plain(costWords({ total: [0, 0.05], stand: [0, 0.02], spacing: [0, 0.03] }, 'cornYield', us)),
    ).toBe('0 to 8 bu/ac: plants missing and behind 0 to 3.2 bu/ac, spacing 0 to 4.8 bu/ac.');
    expect(plain(costWords({ total: [0, 0], stand: [0, 0], spacing: null }, 'beanYield', us))).toBe(
      '0 bu/ac: plants missing and behind 0 bu/ac.',
    );
  });

  it('call a difference better or worse by what it is a difference of', () => {
    const of = (figure: 'stand' | 'behind', value: number) =>
      differenceText({
        figure,
        a: null,
        b: null,
        difference: { value, lower: value - 0.02, upper: value + 0.02 },
        told: true,
      });
    expect(of('stand', 0.1)).toBe('+10 points (95 %: +8 to +12): better');
    expect(of('behind', 0.1)).toMatch(/worse$/);
    expect(of('behind', -0.1)).toMatch(/^−10 .* better$/);
  });
});
