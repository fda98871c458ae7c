import { describe, expect, it } from 'vitest';
import type { BelowGround, Planting } from '../records/index.ts';
import type { HeatDay } from '../weather/index.ts';
import { readBelow } from './readBelow.ts';

const planting = {
  id: 'p',
  data: {
    crop: 'corn',
    plantedOn: '2027-05-01',
    depthTargetM: 0.0508,
    germination: 0.95,
  } as Planting,
};
type Seed = BelowGround['seeds'][number];
const seed = (
  state: Seed['state'],
  depthM: number | null = 0.0508,
  moist: boolean | null = true,
): Seed => ({
  state,
  depthM,
  typed: '',
  moist,
  shootM: null,
});
const dig = (on: string, row: number, seeds: Seed[]) => ({
  id: `${on} ${row}`,
  data: {
    plantingId: 'p',
    row,
    at: `${on}T18:00:00.000Z`,
    on,
    zoneOffsetMin: -360,
    seeds,
    over: [],
    crustM: null,
    note: '',
  } as BelowGround,
});
/** Five °C·day a day from planting on. */
const heat = (days: number): HeatDay[] =>
  Array.from({ length: days }, (_, i) => ({
    on: `2027-05-${String(i + 1).padStart(2, '0')}`,
    heat: i === 0 ? 2.5 : 5,
    from: 'soil',
    rainM: 0,
  }));

describe('readBelow', () => {
  it('reads the newest day, rows in order, and names the days before', () => {
    const found = readBelow(
      planting,
      [
        dig('2027-05-05', 1, [seed('dry')]),
        dig('2027-05-09', 7, [seed('root'), seed('shoot')]),
        dig('2027-05-09', 2, [seed('shoot')]),
        dig('2027-05-11', 3, []),
      ],
      { heat: heat(12), spells: [] },
    )!;
    expect(found.on).toBe('2027-05-09');
    expect(found.before).toEqual(['2027-05-05']);
    expect(found.rows.map(({ row, seeds }) => [row, seeds.length])).toEqual([
      [2, 1],
      [7, 2],
    ]);
    // Noon of May 9: half a day and seven whole ones, and half of the ninth.
    expect(found.heat).toBeCloseTo(40, 6);
    expect(found.judged.seeds).toBe(3);
  });

  it('says when those on course are up, at the heat of the last days, and when to look again', () => {
    const at = (days: number) =>
      readBelow(planting, [dig('2027-05-09', 2, [seed('shoot')])], {
        heat: heat(days),
        spells: [],
      })!;
    // 63.9 °C·day to be up, 40 there, 5 a day.
    expect(at(12)).toMatchObject({ upOn: '2027-05-14', lookAgainOn: '2027-05-12' });
    const unknown = readBelow(planting, [dig('2027-05-09', 2, [seed('shoot')])], null)!;
    expect(unknown).toMatchObject({ heat: null, upOn: null, lookAgainOn: '2027-05-12' });
    expect(unknown.judged.expected).toBeNull();
  });

  it('sets the depth of what lies dry beside the rest, where enough was read', () => {
    const shallow = Array.from({ length: 4 }, () => seed('dry', 0.02, false));
    const others = Array.from({ length: 5 }, () => seed('shoot', 0.05));
    const found = readBelow(planting, [dig('2027-05-09', 2, [...shallow, ...others])], {
      heat: heat(12),
      spells: [],
    })!;
    expect(found.dryDepthM).toBeCloseTo(0.02, 9);
    expect(found.otherDepthM).toBeCloseTo(0.05, 9);
    expect(found.judged.causes[0]?.cause).toBe('dryZone');
    expect(
      readBelow(planting, [dig('2027-05-09', 2, [seed('dry', 0.02, false)])], null)!.dryDepthM,
    ).toBeNull();
  });

  it('is silent before the first check', () => expect(readBelow(planting, [], null)).toBeNull());
});
