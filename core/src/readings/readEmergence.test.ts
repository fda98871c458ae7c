import { describe, expect, it } from 'vitest';
import type { EmergenceCount, FlaggedLength, Planting } from '../records/index.ts';
import { hoursSince, momentAfter, readEmergence } from './readEmergence.ts';

const planting = {
  id: 'p',
  data: {
    plantedOn: '2027-05-01',
    seedsPerM2: 8,
    rowWidthM: 0.75,
    germination: 0.95,
    fieldLoss: 0.05,
    crop: 'corn',
  } as Planting,
};
const length = (id: string, row: number | null, more: Partial<FlaggedLength> = {}) => ({
  id,
  data: {
    plantingId: 'p',
    row,
    zone: '',
    lengthM: 5,
    sownFrom: 'rate',
    seeds: null,
    place: '',
    at: '2027-05-07T14:00:00.000Z',
    note: '',
    asTyped: {},
    ...more,
  } as FlaggedLength,
});
/** A count at 8 in the morning, six hours west. */
const count = (
  lengthId: string,
  day: number,
  plants: number,
  more: Partial<EmergenceCount> = {},
) => {
  const on = `2027-05-${String(day).padStart(2, '0')}`;
  return {
    id: `${lengthId} ${day} ${more.round ?? 1}`,
    data: {
      lengthId,
      at: `${on}T14:00:00.000Z`,
      on,
      zoneOffsetMin: -360,
      round: 1,
      counted: 'new',
      plants,
      lost: 0,
      flagsM: null,
      note: '',
      ...more,
    } as EmergenceCount,
  };
};
const ofRow = (row: number, counts: number[]) =>
  counts.map((plants, i) => count(`row ${row}`, 9 + 2 * i, plants));

describe('readEmergence', () => {
  it('adds what is new, and takes a count of all as the sum so far', () => {
    const { lengths } = readEmergence(
      planting,
      [length('a', 1)],
      [count('a', 9, 5), count('a', 11, 20, { counted: 'all' }), count('a', 13, 4)],
    );
    expect(lengths[0]!.visits.map(({ fresh, emerged }) => [fresh, emerged])).toEqual([
      [5, 5],
      [15, 20],
      [4, 24],
    ]);
    expect(lengths[0]!.sown).toBeCloseTo(30, 9);
  });

  it('takes fewer than before as a loss to be explained; what came up stays up', () => {
    const seen = [count('a', 9, 12), count('a', 11, 9, { counted: 'all' })];
    const asked = readEmergence(planting, [length('a', 1)], seen).lengths[0]!.visits[1]!;
    expect(asked).toMatchObject({ fresh: 0, emerged: 12, standing: 9, missing: 3 });
    const told = readEmergence(
      planting,
      [length('a', 1)],
      [seen[0]!, count('a', 11, 11, { counted: 'all', lost: 3 })],
    ).lengths[0]!.visits[1]!;
    expect(told).toMatchObject({ fresh: 2, emerged: 14, standing: 11, missing: 0 });
  });

  it('tells when half were up only between its visits, else between which visits it was', () => {
    const lengths = [length('row 1', 1), length('row 2', 2)];
    const curve = readEmergence(planting, lengths, [
      ...ofRow(1, [2, 12, 12, 2, 0]),
      ...ofRow(2, [1, 10, 14, 3, 0]),
    ]);
    expect(curve.all!.told.t50H).toBeGreaterThan(8 * 24 - 4);
    expect(curve.all!.told.t50H).toBeLessThan(14 * 24 - 4);
    expect(curve.coming).toBe('done');
    expect(curve.lookAgainOn).toBeNull();
    expect(curve.rows.map(({ row }) => row)).toEqual([1, 2]);

    const step = readEmergence(planting, lengths, [
      ...ofRow(1, [0, 28, 0]),
      ...ofRow(2, [0, 27, 0]),
    ]);
    expect(step.all!.told).toEqual({ t10H: null, t50H: null, t90H: null });
    expect(step.all!.halfBetweenH).toEqual([188, 236]);
    expect(momentAfter('2027-05-01', 188)).toBe('2027-05-09T08:00');
  });

  it('says when to look again: every two days while plants come', () => {
    const first = readEmergence(planting, [length('row 1', 1)], ofRow(1, [0]));
    expect(first).toMatchObject({ coming: 'notYet', lookAgainOn: '2027-05-11' });
    const second = readEmergence(planting, [length('row 1', 1)], ofRow(1, [0, 9]));
    expect(second).toMatchObject({ coming: 'coming', lookAgainOn: '2027-05-13' });
  });

  it('does not take a visit that has only begun for the end of emergence', () => {
    const lengths = [length('row 1', 1), length('row 2', 2), length('row 3', 3)];
    const both = [...ofRow(1, [4, 12]), ...ofRow(2, [3, 14]), ...ofRow(3, [2, 9])];
    const begun = readEmergence(planting, lengths, [...both, count('row 1', 13, 0)]);
    expect(begun).toMatchObject({ coming: 'coming', lookAgainOn: '2027-05-13' });
    expect(begun.newest!.on).toBe('2027-05-11');
  });

  it('notices more plants than seeds, as far as the seeds are known', () => {
    const seen = ofRow(1, [10, 24]);
    const byRate = readEmergence(planting, [length('row 1', 1)], seen);
    expect(byRate.lengths[0]!.moreThanSown).toBe(false);
    expect(Number.isFinite(byRate.all!.fit.logLikelihood)).toBe(true);
    const dug = length('row 1', 1, { sownFrom: 'digs', seeds: 33 });
    expect(readEmergence(planting, [dug], seen).lengths[0]!.moreThanSown).toBe(true);
  });

  it('sets zones beside each other when there are two', () => {
    const lengths = [length('row 1', 1, { zone: 'rise' }), length('row 2', 2, { zone: 'bottom' })];
    const { zones } = readEmergence(planting, lengths, [...ofRow(1, [5, 20]), ...ofRow(2, [1, 9])]);
    expect(zones.map(({ name }) => name)).toEqual(['rise', 'bottom']);
  });

  it('is silent before the first visit', () =>
    expect(readEmergence(planting, [length('row 1', 1)], [])).toMatchObject({
      all: null,
      rows: [],
      coming: null,
      lookAgainOn: null,
    }));

  it('counts hours on the field’s clock, whatever the zone', () => {
    expect(hoursSince('2027-05-01', '2027-05-02T18:00:00.000Z', -360)).toBe(24);
    expect(hoursSince('2027-05-01', '2027-05-02T02:00:00.000Z', 600)).toBe(24);
  });
});
