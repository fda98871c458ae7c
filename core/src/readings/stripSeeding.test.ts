import { describe, expect, it } from 'vitest';
import { validate, type StandWalk } from '../records/index.ts';
import { toSi } from '../units/index.ts';
import {
  factsAt,
  readWalkFacts,
  readWalkStand,
  stripSeedings,
  tapeAt,
  tapeLengthIn,
} from './index.ts';
import { spacingOfTapes } from './spacingOfTapes.ts';
import { example } from './walk.testing.ts';

const ROW = toSi(30, 'in');
const planting = { ...example('planting') };
planting.data = { ...planting.data, rowWidthM: ROW, seedsPerM2: 8 };
const checked = validate('trial', {
  ...example('trial').data,
  plantingId: planting.id,
  factors: [
    {
      question: 'rowWidth',
      levels: [
        { label: '30 in', value: ROW },
        { label: '15 in', value: ROW / 2 },
      ],
    },
  ],
  check: 0,
  replicates: 2,
});
if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
const trial = { id: 'trial', data: checked.data };
const seedings = stripSeedings(planting.data, { trial, strips: [] });
const narrow = [...seedings].find(([, { rowWidthM }]) => rowWidthM < ROW)![0];
const wide = [...seedings].find(([, { rowWidthM }]) => rowWidthM === ROW)![0];

const stopIn = (id: string, strip: number | null) => ({
  id,
  data: {
    ...example('stop').data,
    chosen: false,
    planned: null,
    trialId: strip === null ? null : 'trial',
    strip,
  },
});
/** A stop in the strip of narrow rows, and one outside of the trial. */
const stops = [stopIn('in', narrow), stopIn('out', null)];
const walk = (lengthM: number) => ({
  id: 'walk',
  data: { ...example('walk').data, method: 'oneRow', lengthM } as StandWalk,
});
const factsOf = (lengthM: number) =>
  readWalkFacts(walk(lengthM), planting, example('field').data, null, stops, null, null, [
    { trial, strips: [] },
  ]);

describe('a stop in a strip of other rows', () => {
  it('has the density of its own rows: the same plants in half the width are twice as dense', () => {
    const count = (stopId: string) => ({
      kind: 'observation' as const,
      id: stopId,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: '',
      data: {
        stopId,
        type: 'count' as const,
        row: null,
        lengthM: 5,
        rowWidthM: ROW,
        inStep: 20,
        oneBehind: 0,
        twoBehind: 0,
      },
    });
    const read = readWalkStand(factsOf(5), [[count('in')], [count('out')]]);
    expect(read.summary!.stops.map(({ perM2 }) => perM2)).toEqual([
      expect.closeTo(20 / (5 * (ROW / 2)), 9),
      expect.closeTo(20 / (5 * ROW), 9),
    ]);
  });

  it('tapes of strips of several widths are each read by their own spacing: evenly spaced plants leave no empty place', () => {
    const facts = factsOf(5);
    const tape = (stopId: string) => {
      const { spacingM } = factsAt(facts, stopId);
      return {
        kind: 'observation' as const,
        id: stopId,
        revision: 1,
        deletedAt: null,
        editedBy: '',
        editedAt: '',
        data: {
          stopId,
          type: 'tape' as const,
          row: 1,
          positionsM: Array.from({ length: 11 }, (_, i) => i * spacingM),
          readToM: null,
          typed: [],
          stages: [],
          stagedBy: 'collars' as const,
        },
      };
    };
    const read = readWalkStand(facts, [[tape('in')], [tape('out')]]);
    const together = spacingOfTapes(read.stops, read.spacingM)!;
    expect(together).toMatchObject({ emptySlots: 0, slots: 20 });
    expect(together.qualityOfFeedIndex).toBe(1);
    expect(together.sdM).toBeCloseTo(0, 9);
  });

  it('has the targets and spacing of its strip', () => {
    const facts = factsOf(5);
    expect(factsAt(facts, 'in').spacingM).toBeCloseTo(1 / (8 * (ROW / 2)), 9);
    expect(factsAt(facts, 'out').spacingM).toBeCloseTo(1 / (8 * ROW), 9);
  });

  it('a tape cut for 1/1000 acre is twice as long in rows half as wide; another length stays', () => {
    const thousandth = toSi(17.424, 'ft');
    expect(tapeAt(factsAt(factsOf(thousandth), 'in'))).toBeCloseTo(2 * thousandth, 9);
    expect(tapeAt(factsAt(factsOf(thousandth), 'out'))).toBeCloseTo(thousandth, 9);
    expect(tapeAt(factsAt(factsOf(3), 'in'))).toBe(3);
    expect(() => tapeLengthIn({ lengthM: -1, rowWidthM: 1 }, 1)).toThrow(/lengthM/);
  });

  it('what was done in a strip counts, not what was planned', () => {
    const done = { ...example('trialStrip').data, trialId: 'trial', number: wide, done: 1 };
    const swapped = stripSeedings(planting.data, { trial, strips: [{ id: 's', data: done }] });
    expect(swapped.get(wide)!.rowWidthM).toBeCloseTo(ROW / 2, 12);
    const missed = { ...done, number: narrow, done: 'missed' as const };
    expect(
      stripSeedings(planting.data, { trial, strips: [{ id: 's', data: missed }] }).get(narrow),
    ).toEqual({ rowWidthM: ROW, seedsPerM2: 8 });
  });
});
