import { describe, expect, it } from 'vitest';
import type { Observation } from '../records/index.ts';
import { makeBlindCase } from '../simulation/index.ts';
import { diagnoseCase } from './diagnoseCase.ts';

const sound = makeBlindCase({ seed: 5, faults: [], planterRows: 12, effort: 'thorough' });
type PlantDig = Extract<Observation, { type: 'plantDig' }>;
/** A sound season whose furrows or plants look otherwise. */
const leading = (change: (seen: Observation) => Observation) => {
  const observations = sound.observations.map(({ id, data }) => ({ id, data: change(data) }));
  return diagnoseCase({ ...sound, observations }).causes[0] ?? null;
};
const everyPlant = (own: Partial<PlantDig['plant']>, more: Partial<PlantDig> = {}) =>
  leading((seen) =>
    seen.type === 'plantDig' ? { ...seen, ...more, plant: { ...seen.plant, ...own } } : seen,
  );

describe('what all rows show is no row’s fault', () => {
  it('slot open and wall smeared in every furrow: planted too wet, no row named', () => {
    const found = leading((seen) =>
      seen.type === 'trench' ? { ...seen, closing: 'open', wall: 'smeared' } : seen,
    );
    expect(found).toMatchObject({ cause: 'plantedWet', rows: null });
    expect(found!.probability).toBeGreaterThan(0.8);
  });
  it('slot open in every furrow, or at every plant dug later, in a known row or not: the closing system', () => {
    for (const found of [
      leading((seen) => (seen.type === 'trench' ? { ...seen, closing: 'open' } : seen)),
      everyPlant({ slot: 'open' }),
      everyPlant({ slot: 'open' }, { row: null }),
    ])
      expect(found).toMatchObject({ cause: 'closingSystem', rows: null });
  });
  it('walls smeared at every plant dug later reach the machine', () =>
    expect(everyPlant({ slot: 'reopened', wall: 'smeared' })).toMatchObject({
      cause: 'plantedWet',
      rows: null,
    }));
  it('late plants deeper than their neighbors in all rows accuse no depth stop', () => {
    const found = leading((seen) =>
      seen.type === 'plantDig' && seen.neighbour
        ? {
            ...seen,
            late: 'oneBehind',
            plant: { ...seen.plant, way: 'seed', depthM: 0.07 },
            neighbour: { ...seen.neighbour, way: 'seed', depthM: 0.05 },
          }
        : seen,
    );
    expect(found?.cause).not.toBe('depthStop');
    expect(found?.rows ?? null).toBeNull();
  });
  it('a slot open in one row of twelve is that row’s', () =>
    expect(
      leading((seen) =>
        seen.type === 'trench' && seen.row === 4 ? { ...seen, closing: 'open' } : seen,
      ),
    ).toMatchObject({ cause: 'openClosing', rows: [4] }));
  it('when only two rows were opened, neither is named for what it shows', () => {
    const observations = sound.observations
      .filter(({ data }) => data.type !== 'trench' || data.row <= 2)
      .map(({ id, data }): { id: string; data: Observation } => ({
        id,
        data: data.type === 'trench' ? { ...data, closing: 'open' } : data,
      }));
    const { causes } = diagnoseCase({ ...sound, observations });
    expect(causes.filter(({ cause }) => cause === 'openClosing')).toEqual([]);
  });
});
