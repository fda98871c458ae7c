import { KINDS, type Kept, type Kind } from '@sendero/core';
import { expect, it } from 'vitest';
import { cardSeason } from './cardSeason.testing.ts';
import { seasonOfPlanter } from './seasonOfPlanter.ts';

/** The season's records as a screen holds them: the same records, in lists of its own. */
function asked() {
  const { records } = cardSeason();
  const kept = records.map(
    ({ kind, id, data }) =>
      ({ kind, id, data: KINDS[kind].schema.parse(data), revision: 1, deletedAt: null }) as Kept,
  );
  const of = <K extends Kind>(kind: K) => kept.filter((one) => one.kind === kind) as Kept<K>[];
  return () => ({
    planter: of('planter')[0]!,
    plantings: of('planting'),
    fields: of('field'),
    walks: of('walk'),
    stops: of('stop'),
    observations: of('observation'),
    lengths: of('flaggedLength'),
    counts: of('emergenceCount'),
    weights: null,
  });
}

it('whoever asks for a season of which nothing changed is given what was read and judged before', () => {
  const records = asked();
  const read = seasonOfPlanter(2027, records());
  const card = read.card();
  expect(card.rows[3]!.findings.length).toBeGreaterThan(0);
  expect(seasonOfPlanter(2027, records())).toBe(read);
  expect(seasonOfPlanter(2027, records()).card()).toBe(card);
});

it('another season, other weights and a row dug anew are read anew', () => {
  const records = asked();
  const read = seasonOfPlanter(2027, records());
  expect(seasonOfPlanter(2026, records()).season).toBe(2026);
  const weighed = { ...records(), weights: { oneBehind: 0.2, twoBehind: 0 } };
  expect(seasonOfPlanter(2027, weighed as never)).not.toBe(read);
  const { observations, ...others } = records();
  const without = seasonOfPlanter(2027, {
    ...others,
    observations: observations.filter(({ data }) => data.type !== 'trench' || data.row !== 4),
  });
  const depths = (of: typeof read) => of.cells.cells.filter(({ measure }) => measure === 'depth');
  expect(depths(without).some(({ row }) => row === 4)).toBe(false);
  expect(depths(read).some(({ row }) => row === 4)).toBe(true);
});
