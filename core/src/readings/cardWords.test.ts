import { usUnits } from './demoCard.testing.ts';
import { describe, expect, it } from 'vitest';
import type { CardMeasure } from '../planter/index.ts';
import { INCH_M, show, showRough } from '../units/index.ts';
import {
  costText,
  findingText,
  gapsText,
  machineText,
  measureText,
  patternText,
  proofText,
  raiseText,
  rowSentence,
  rowShort,
  seenText,
  type CardFinding,
  type CardRow,
  type WorkProof,
} from './index.ts';

const us = (value: number, kind: Parameters<typeof show>[1]) => show(value, kind, 'us');
const metric = (value: number, kind: Parameters<typeof show>[1]) => show(value, kind, 'metric');
const plain = (text: string | null) => (text ?? '').replace(/\s/g, ' ');
const finding = (
  measure: CardMeasure,
  difference: number,
  change: Partial<CardFinding> = {},
): CardFinding => ({
  measure,
  against: 'sisters',
  side: difference > 0 ? 'above' : 'below',
  difference,
  interval: [difference - 0.05, difference + 0.05],
  places: 8,
  plantingIds: ['a', 'b'],
  check: null,
  ...change,
});
const row = (findings: CardFinding[], change: Partial<CardRow> = {}): CardRow => ({
  row: 4,
  findings,
  gaps: null,
  badness: findings.length,
  seen: true,
  ...change,
});
const repeating = {
  row: 4,
  repeating: { cells: 30, pValue: 0.0004, phase: 3, missesInPhase: 9, misses: 12 },
  again: null,
  longestM: 30,
  turns: 6,
  tapeToTellM: null,
};

describe('what a finding says', () => {
  it.each([
    [finding('late', 0.21), '21 points more late plants (95 %: 16 to 26 points)'],
    [finding('stand', -0.12), '12 points thinner (95 %: 7 to 17 points)'],
    [finding('stand', 0.12), '12 points thicker (95 %: 7 to 17 points)'],
    [finding('feed', -0.2), '20 points fewer places filled singly (95 %: 15 to 25 points)'],
    [finding('emergence', 26, { interval: [14, 38] }), '26 h later half up (95 %: 14 to 38 h)'],
    [finding('monitor', -0.18, { interval: null }), '18 points less shown than dropped'],
    [
      finding('depth', -0.75 * INCH_M, {
        against: 'target',
        interval: [-INCH_M, -0.5 * INCH_M],
      }),
      '¾ in too shallow (95 %: ½ to 1 in)',
    ],
    [
      finding('depth', 0.5 * INCH_M, { interval: [0.25 * INCH_M, 0.75 * INCH_M] }),
      '½ in deeper (95 %: ¼ to ¾ in)',
    ],
  ])('%#', (found, says) => expect(plain(findingText(found, us))).toBe(says));

  it('in the person’s own unit', () => {
    const deep = finding('depth', 0.02, { against: 'target', interval: [0.01, 0.03] });
    expect(plain(findingText(deep, metric))).toBe('2.0 cm too deep (95 %: 1.0 to 3.0 cm)');
    expect(plain(measureText('depthSpread', 0.0064, metric))).toBe('6 mm');
    expect(measureText('emergence', 312.4, us)).toBe('312 h');
    expect(measureText('late', 0.176, us)).toBe('18 %');
  });

  it('an interval that reaches past nothing ends there', () => {
    const wide = finding('late', 0.03, { interval: [-0.04, 0.1] });
    expect(plain(findingText(wide, us))).toBe('3 points more late plants (95 %: 0 to 10 points)');
  });

  it('says where it is from', () => {
    expect(seenText(finding('late', 0.2))).toBe('against its sisters, at 8 places in 2 fields');
    expect(seenText(finding('depth', 0.02, { against: 'target', plantingIds: ['a'] }))).toBe(
      'against what it should be, at 8 places in this field',
    );
    expect(seenText(finding('depth', 0.02, { check: 'a' }))).toMatch(/^by one check/);
  });

  it('an interval without an end says what is known of it, and never its end', () => {
    const from = (low: number) =>
      plain(findingText(finding('late', 0.2, { interval: [low, Infinity] }), us));
    expect(from(0.08)).toBe('20 points more late plants (95 %: at least 8 points)');
    expect(from(-Infinity)).toBe('20 points more late plants');
    expect(from(0)).toBe('20 points more late plants');
  });
});

describe('what a row says', () => {
  it('everything in one sentence, or its first finding and how many more', () => {
    const both = row([finding('late', 0.2), finding('stand', -0.1)], { gaps: repeating });
    expect(plain(rowSentence(both, us))).toBe(
      'Row 4: 20 points more late plants (95 %: 15 to 25 points), 10 points thinner (95 %: 5 to 15 points) and a gap at every 30th seed (9 of its 12; by chance in under 1 of 1,000 rows): a dead or damaged cell.',
    );
    expect(plain(rowShort(both, us))).toBe(
      'Row 4: 20 points more late plants (95 %: 15 to 25 points), and 2 more',
    );
    expect(plain(rowShort(row([finding('late', 0.2)]), us))).not.toContain('more,');
    expect(rowSentence(row([]), us)).toBeNull();
    expect(rowShort(row([], { gaps: repeating }), us)).toBe('Row 4: a gap at every 30th seed');
    expect(gapsText({ ...repeating, repeating: null })).toBeNull();
  });
});

describe('what the machine says', () => {
  it('its depth, and rows that belong together', () => {
    expect(
      plain(
        machineText(
          {
            measure: 'depth',
            value: -0.5 * INCH_M,
            interval: null,
            target: 0,
            insideWindow: false,
          },
          us,
        ),
      ),
    ).toBe('The machine as a whole plants ½ in too shallow.');
    const pattern = {
      measure: 'stand' as const,
      difference: -0.08,
      interval: [-0.12, -0.04] as [number, number],
      p: 0.001,
      pHolm: 0.002,
    };
    expect(plain(patternText({ ...pattern, pattern: 'half', rows: [1, 2, 3, 4] }, us))).toBe(
      'The left half (rows 1 to 4) shows 8 points thinner than the others (95 %: 4 to 12 points).',
    );
    expect(plain(patternText({ ...pattern, pattern: 'wings', rows: [1, 8] }, us))).toMatch(
      /^The wings \(rows 1 and 8\) show /,
    );
    expect(plain(patternText({ ...pattern, pattern: 'section', rows: [5, 6] }, us))).toMatch(
      /^The section of rows 5 and 6 shows /,
    );
  });

  it('what would raise its grade', () => {
    const grade = { grade: 80, parts: [] };
    expect(raiseText({ ...grade, raise: null })).toBeNull();
    expect(raiseText({ ...grade, raise: { rows: [4], part: 'depth', by: 1.2 } })).toBe(
      'Row 4 as good as its sisters: 1 point more (seeds at depth).',
    );
    expect(raiseText({ ...grade, raise: { rows: [4, 6], part: 'evenness', by: 3.4 } })).toBe(
      'Rows 4 and 6 as good as their sisters: 3 points more (plants in step).',
    );
  });
});

describe('what is said of repairs and money', () => {
  const figure = (difference: number, n: number) => ({
    difference,
    se: 0.001,
    df: 20,
    interval: [difference - 0.002, difference + 0.002] as [number, number],
    n,
    sd: 0.006,
  });
  const proof = (change: Partial<WorkProof>): WorkProof => ({
    proof: 'worked',
    before: figure(-0.5 * INCH_M, 6),
    after: figure(0, 9),
    p: 0.001,
    more: null,
    tolerance: 0.25 * INCH_M,
    ...change,
  });
  it('it worked, it did not, or how many more would tell', () => {
    expect(plain(proofText('depth', proof({}), us))).toBe(
      'It worked: ½ in too shallow before, on target since, 9 seeds.',
    );
    expect(
      plain(proofText('depth', proof({ proof: 'didNot', after: figure(-0.5 * INCH_M, 8) }), us)),
    ).toBe('It did not work: ½ in too shallow before, ½ in too shallow since, 8 seeds.');
    expect(
      plain(
        proofText(
          'depth',
          proof({ proof: 'cannotTell', after: figure(-0.2 * INCH_M, 4), more: [3, 8] }),
          us,
        ),
      ),
    ).toBe(
      'Cannot tell yet: ½ in too shallow before, ¼ in too shallow since, 4 seeds. 3 to 8 more seeds should tell.',
    );
    expect(
      proofText('depth', proof({ proof: 'cannotTell', after: figure(-0.004, 4) }), us),
    ).toMatch(/more will not tell\.$/);
    expect(proofText('late', proof({ proof: 'notSeen', after: null }), us)).toBe('Not seen since.');
    expect(
      plain(
        proofText(
          'late',
          proof({ before: figure(0.2, 6), after: figure(0.01, 6), tolerance: 0.1 }),
          us,
        ),
      ),
    ).toBe('It worked: 20 points more late plants before, like its sisters since, 6 places.');
  });

  it('a cost in each crop, its money where there is a price', () => {
    const schools = { compensating: [0, 0.01], strict: [0, 0.01] } as {
      compensating: [number, number];
      strict: [number, number];
    };
    const cost = {
      crop: 'corn' as const,
      areaM2: 40_468.564224,
      kgPerM2: [0.0627, 0.1254] as [number, number],
      kg: [2540, 5080] as [number, number],
      schools,
      money: null,
      byDefault: true,
    };
    expect(plain(costText([cost], usUnits, 1))).toBe(
      '10 to 20 bu/ac of corn on the 10 ac it planted: 100 to 200 bu',
    );
    expect(
      plain(
        costText(
          [{ ...cost, money: [420, 1840] }],
          { show: metric, rough: (value, kind) => showRough(value, kind, 'metric') },
          2,
        ),
      ),
    ).toBe(
      '0.63 to 1.3 t/ha of corn on the 4.0 ha they planted: 2.5 to 5.1 t, 420 to 1,840 in your money',
    );
  });
});
