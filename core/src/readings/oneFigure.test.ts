import { group } from 'd3-array';
import { describe, expect, it } from 'vitest';
import { DEFAULT_WEIGHTS } from '../stand/index.ts';
import type { StandWalk } from '../records/index.ts';
import { of, records } from './demoCard.testing.ts';
import { fieldSpacing } from './fieldSpacing.ts';
import {
  cardCells,
  readEmergence,
  readWalkFacts,
  readWalkStand,
  type TrialOfWalk,
} from './index.ts';

/** The same quantity, asked of two views of the demo, is one value. */

const PLANTERS = ['Goose', 'Marigold', 'Comb'];
const trialsOf = (plantingId: string): TrialOfWalk[] =>
  of('trial')
    .filter(({ data }) => data.plantingId === plantingId)
    .map((trial) => ({
      trial,
      strips: of('trialStrip').filter(({ data }) => data.trialId === trial.id),
    }));
const cardOf = (name: string) => {
  const asked = records(name);
  return cardCells({ ...asked, trials: asked.plantings.flatMap(({ id }) => trialsOf(id)) });
};
/** Stand walks of a planter's plantings, as their result pages read them. */
const walksOf = (name: string) => {
  const { plantings, planter } = records(name);
  return plantings.flatMap((planting) =>
    of('walk')
      .filter(({ data }) => data.plantingId === planting.id && data.purpose !== 'trench')
      .map((walk) => {
        const stops = of('stop').filter(({ data }) => data.walkId === walk.id);
        const facts = readWalkFacts(
          { id: walk.id, data: walk.data as StandWalk },
          planting,
          of('field').find(({ id }) => id === planting.data.fieldId)!.data,
          planter.data,
          stops,
          DEFAULT_WEIGHTS,
          null,
          trialsOf(planting.id),
        );
        return readWalkStand(
          facts,
          stops.map(({ id }) =>
            of('observation')
              .filter(({ data }) => data.stopId === id)
              .map((one) => ({ ...one, kind: 'observation', editedBy: '' }) as never),
          ),
        );
      }),
  );
};

describe('one figure, one value', () => {
  it('spacing of a row: result of a walk and planter card', () => {
    let seen = 0;
    for (const name of ['Goose', 'Marigold']) {
      const cells = cardOf(name).cells.filter(({ measure }) => measure === 'feed');
      for (const stand of walksOf(name)) {
        const found = fieldSpacing(stand.stops, {
          referenceM: stand.spacingM,
          rows: stand.planter?.rows ?? null,
        });
        for (const { row, tapes, found: own } of found?.rows ?? []) {
          const places = cells.filter((cell) => cell.walkId === stand.walk.id && cell.row === row);
          expect(places).toHaveLength(tapes);
          const slots = places.reduce((sum, cell) => sum + cell.of, 0);
          const singly = places.reduce((sum, cell) => sum + cell.of * cell.value, 0) / slots;
          expect(slots).toBe(own.slots);
          expect(singly).toBeCloseTo(own.qualityOfFeedIndex!, 2);
          seen += 1;
        }
      }
    }
    expect(seen).toBeGreaterThan(4);
  });

  it('stand and late plants of a row: result of a walk and planter card', () => {
    let seen = 0;
    for (const name of PLANTERS) {
      const { cells } = cardOf(name);
      for (const stand of walksOf(name))
        for (const { row, perM2, behind } of stand.rows) {
          const own = cells.filter(
            (cell) => cell.measure === 'stand' && cell.walkId === stand.walk.id && cell.row === row,
          );
          const mean = own.reduce((sum, cell) => sum + cell.value, 0) / own.length;
          expect(mean * stand.expectedPerM2).toBeCloseTo(perM2, 6);
          const late = cells.filter(
            (cell) => cell.measure === 'late' && cell.walkId === stand.walk.id && cell.row === row,
          );
          const plants = late.reduce((sum, cell) => sum + cell.of, 0);
          if (plants > 0)
            expect(late.reduce((sum, cell) => sum + cell.value * cell.of, 0) / plants).toBeCloseTo(
              behind!.share,
              9,
            );
          seen += 1;
        }
    }
    expect(seen).toBeGreaterThan(10);
  });

  it('emergence of a row: its page and planter card', () => {
    let seen = 0;
    for (const name of PLANTERS) {
      const asked = records(name);
      const cells = group(cardOf(name).cells, ({ measure }) => measure);
      for (const planting of asked.plantings) {
        const lengths = asked.lengths.filter(
          ({ data }) => data.plantingId === planting.id && data.row !== null,
        );
        if (lengths.length === 0) continue;
        const ids = new Set(lengths.map(({ id }) => id));
        const page = readEmergence(
          planting,
          lengths,
          asked.counts.filter(({ data }) => ids.has(data.lengthId)),
        );
        for (const { row, lengths: own, told } of page.rows) {
          if (own.length !== 1) continue;
          const cellOf = (measure: 'emergence' | 'emergenceSpread') =>
            cells.get(measure)?.find((cell) => cell.row === row && cell.plantingId === planting.id)
              ?.value;
          if (told.t50H !== null) expect(cellOf('emergence')).toBeCloseTo(told.t50H, 9);
          if (told.t10H !== null && told.t90H !== null)
            expect(cellOf('emergenceSpread')).toBeCloseTo(told.t90H - told.t10H, 9);
          seen += 1;
        }
      }
    }
    expect(seen).toBeGreaterThan(10);
  });
});
