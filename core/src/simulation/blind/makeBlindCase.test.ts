import { describe, expect, it } from 'vitest';
import { diagnoseCase } from '../../readings/index.ts';
import { KINDS } from '../../records/index.ts';
import { FAULTS, makeBlindCase } from './index.ts';

const made = (fault: string, strength = 1, row = 4) =>
  makeBlindCase({ seed: 4711, faults: [{ fault, row, strength }], planterRows: 12 });

describe('a blind case', () => {
  it('is records as the app keeps them', () => {
    const records = made('depthStop');
    const kinds = {
      planting: records.plantings,
      field: records.fields,
      walk: records.walks,
      stop: records.stops,
      observation: records.observations,
      flaggedLength: records.lengths,
      emergenceCount: records.counts,
      weatherMonth: records.months,
      planter: [records.planter],
    } as const;
    for (const [kind, all] of Object.entries(kinds)) {
      expect(all.length, kind).toBeGreaterThan(0);
      for (const { data } of all) {
        const read = KINDS[kind as keyof typeof kinds].schema.safeParse(data);
        expect(read.success, `${kind}: ${JSON.stringify(read.error?.issues)}`).toBe(true);
      }
    }
  });

  it('is the ordinary effort: one check of every row, one series, one walk of eight stops', () => {
    const { walks, stops, observations, lengths } = made('speed');
    expect(walks.map(({ data }) => data.purpose)).toEqual(['trench', 'stand']);
    const walk = walks[1]!.id;
    expect(stops.filter(({ data }) => data.walkId === walk)).toHaveLength(8);
    expect(new Set(lengths.map(({ data }) => data.row)).size).toBe(12);
    const opened = observations.flatMap(({ data }) => (data.type === 'trench' ? [data.row] : []));
    expect(new Set(opened).size).toBe(12);
  });

  it('is the same for the same seed, another for another, and does not say what was put in', () => {
    expect(made('crust')).toEqual(made('crust'));
    const other = makeBlindCase({
      seed: 4712,
      faults: [{ fault: 'crust', strength: 1 }],
      planterRows: 12,
    });
    expect(other).not.toEqual(made('crust'));
    expect(JSON.stringify(made('starterSalt'))).not.toContain('starterSalt');
  });

  it('puts in what it is asked for: there are at least 24 kinds, and each plain one is among the first three', () => {
    expect(FAULTS.length).toBeGreaterThanOrEqual(24);
    // A damaged cell is told by long tapes alone: see docs/methods.md.
    const missed = FAULTS.filter((fault) => fault !== 'deadCell').filter(
      (fault) =>
        !diagnoseCase(made(fault, 0.9))
          .causes.slice(0, 3)
          .some(({ cause }) => cause === fault),
    );
    expect(missed).toEqual([]);
  });

  it('refuses what it does not know', () => {
    expect(() => made('gremlins')).toThrow(/fault/);
    expect(() => made('depthStop', 2)).toThrow(/strength/);
    expect(() => made('depthStop', 1, 13)).toThrow(/row/);
    expect(() => makeBlindCase({ seed: 1, faults: [], planterRows: 0 })).toThrow(/planterRows/);
  });

  it('works on other machines too: 16 rows, and 4', () => {
    for (const planterRows of [16, 4]) {
      const records = makeBlindCase({
        seed: 31,
        faults: [{ fault: 'speed', strength: 1 }],
        planterRows,
      });
      expect(diagnoseCase(records).causes[0]!.cause).toBe('speed');
    }
  });

  it('says nothing is wrong of a sound one, and never a finding without its evidence', () => {
    const sound = diagnoseCase(makeBlindCase({ seed: 77, faults: [], planterRows: 12 }));
    expect(sound.clean).toBe(true);
    const told = diagnoseCase(made('plantedWet'));
    expect(told.clean).toBe(false);
    for (const { evidence } of told.causes) expect(evidence.some((one) => one.for)).toBe(true);
  });
});
