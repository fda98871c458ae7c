import { describe, expect, it } from 'vitest';
import {
  exampleFamily,
  type Count,
  type Kept,
  type Kind,
  type StandWalk,
} from '../records/index.ts';
import { readWalkFacts, readWalkStand } from './index.ts';

let made = 0;
const family = exampleFamily(
  () => `00000000-0000-7000-8000-${String((made += 1)).padStart(12, '0')}`,
);
const record = <K extends Kind>(kind: K) => {
  const { id, data } = family.find((one) => one.kind === kind)!;
  return { id, data: data as Kept<K>['data'] };
};
const stopAt = (ordinal: number, chosen = false) => ({
  id: `stop ${ordinal}`,
  data: { ...record('stop').data, ordinal, chosen, note: '' },
});
const count = (ordinal: number, row: number, inStep: number) =>
  ({
    id: `${ordinal} ${row}`,
    kind: 'observation',
    data: {
      ...record('observation').data,
      stopId: `stop ${ordinal}`,
      row,
      inStep,
      oneBehind: 0,
      twoBehind: 0,
    },
  }) as Kept<'observation'> & { data: Count };

const facts = (...stops: ReturnType<typeof stopAt>[]) =>
  readWalkFacts(
    { id: 'walk', data: record('walk').data as StandWalk },
    record('planting'),
    record('field').data,
    record('planter').data,
    stops,
    null,
  );

describe('a stand walk read', () => {
  it('knows its targets before the first count, and has nothing to say about the stand', () => {
    const read = readWalkStand(facts(stopAt(1)), [[]]);
    expect(read.summary).toBeNull();
    expect(read.rows).toEqual([]);
    // 7.9 seeds/m² at 95 % germination less 5 % field loss; 0.762 m rows: one seed each 0.166 m.
    expect(read.expectedPerM2).toBeCloseTo(7.9 * 0.95 * 0.95, 9);
    expect(read.spacingM).toBeCloseTo(1 / (7.9 * 0.762), 9);
    expect(read.ownWeights).toBe(false);
  });

  it('puts stops in their order, whatever order they are held in, each with its own counts', () => {
    const read = readWalkStand(facts(stopAt(3), stopAt(1), stopAt(2)), [
      [count(2, 1, 20)],
      [count(3, 1, 30), count(3, 2, 31)],
      [],
    ]);
    expect(read.stops.map(({ data }) => data.ordinal)).toEqual([1, 2, 3]);
    expect(read.stops.map(({ counts }) => counts.map(({ data }) => data.inStep))).toEqual([
      [],
      [20],
      [30, 31],
    ]);
  });

  it('leaves a stop chosen for its looks out of the mean and of the rows', () => {
    const counts = [[count(1, 4, 30)], [count(2, 4, 30)], [count(3, 4, 2)]];
    const fair = readWalkStand(facts(stopAt(1), stopAt(2), stopAt(3, true)), counts);
    // 30 plants in 5.31 m of a row 0.762 m wide.
    expect(fair.summary!.meanPerM2).toBeCloseTo(30 / (5.31 * 0.762), 9);
    expect(fair.rows).toHaveLength(1);
    const all = readWalkStand(facts(stopAt(1), stopAt(2), stopAt(3)), counts);
    expect(all.summary!.meanPerM2).toBeLessThan(fair.summary!.meanPerM2);
  });
});
