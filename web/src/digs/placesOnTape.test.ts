import type { Tape } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { laggardsOnTape, placesOnTape } from './placesOnTape.ts';

const tape = (positionsM: number[], stages: (string | null)[] = []): Tape => ({
  stopId: 's',
  type: 'tape',
  row: 4,
  positionsM,
  readToM: 2,
  typed: [],
  stages,
  stagedBy: 'collars',
});

describe('places on a tape', () => {
  it('are its gaps, by the plants that are missing, and its doubles', () => {
    const places = placesOnTape(tape([0.1, 0.3, 0.32, 0.9, 1.1, 1.9]), 0.2);
    expect(places.map(({ what, empty }) => [what, empty])).toEqual([
      ['double', 0],
      ['gap', 2],
      ['gap', 3],
    ]);
    expect(places[1]!.atM).toBeCloseTo(0.61, 9);
  });

  it('blank ends are gaps; a tape without a plant has no place to point at', () => {
    const places = placesOnTape(tape([0.7, 0.9]), 0.2);
    expect(places.map(({ what, empty }) => [what, empty])).toEqual([
      ['gap', 3],
      ['gap', 5],
    ]);
    expect(placesOnTape(tape([]), 0.2)).toEqual([]);
  });

  it('where nobody recorded how far the tape was read, its ends are not gaps', () => {
    const open = { ...tape([0.7, 0.9, 1.5]), readToM: null };
    expect(placesOnTape(open, 0.2).map(({ fromM, empty }) => [fromM, empty])).toEqual([[0.9, 2]]);
  });

  it('late plants stand with the plant in step nearest to each', () => {
    const found = laggardsOnTape(
      tape([0.1, 0.3, 0.5, 0.7], ['V3', 'V1', 'V2', 'V3']),
      (stage) => 3 - Number(stage.slice(1)),
    );
    expect(found).toEqual([
      { atM: 0.3, stage: 'V1', lag: 2, neighbourAtM: 0.1 },
      { atM: 0.5, stage: 'V2', lag: 1, neighbourAtM: 0.7 },
    ]);
  });
});
