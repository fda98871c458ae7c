import { readBelow, type BelowGround, type Planting } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { belowHeadline, causeTexts } from './belowWords.ts';

type Seed = BelowGround['seeds'][number];
const planting = {
  id: 'p',
  data: {
    crop: 'corn',
    plantedOn: '2027-05-01',
    depthTargetM: 0.0508,
    germination: 0.95,
  } as Planting,
};
const seeds = (n: number, state: Seed['state'], moist: boolean | null): Seed[] =>
  Array.from({ length: n }, () => ({ state, depthM: 0.0508, typed: '', moist, shootM: null }));
const dig = (on: string, row: number, dug: Seed[]) => ({
  id: `${on} ${row}`,
  data: {
    plantingId: 'p',
    row,
    at: `${on}T18:00:00.000Z`,
    on,
    zoneOffsetMin: -360,
    seeds: dug,
    over: [],
    crustM: null,
    note: '',
  } as BelowGround,
});
/** What the screen says of seeds dug on a day, without any weather of the field. */
const read = (...digs: ReturnType<typeof dig>[]) => {
  const reading = readBelow(planting, digs, null)!;
  return { reading, says: causeTexts(reading).map(({ says, canDo }) => `${says} ${canDo}`) };
};

describe('hard seed, without a weather station', () => {
  it('in dry soil a week after planting is stalled for lack of water', () => {
    const { reading, says } = read(dig('2027-05-08', 1, seeds(10, 'dry', false)));
    expect(belowHeadline(reading)).toMatch(/^0 of 10 seeds/);
    expect(says[0]).toContain('dry soil: 10 of 10 seeds');
    expect(says.join(' ')).not.toContain('Nothing to do but wait');
    expect(reading.upOn).toBeNull();
  });
  it('beside rooted seeds of its row is stalled, whatever was recorded of the soil', () => {
    const { reading, says } = read(
      dig('2027-05-04', 1, [...seeds(5, 'dry', null), ...seeds(5, 'root', true)]),
    );
    expect(belowHeadline(reading)).toMatch(/^5 of 10 seeds/);
    expect(says.join(' ')).toContain('dry soil');
    const moist = read(dig('2027-05-04', 1, [...seeds(5, 'dry', true), ...seeds(5, 'root', true)]));
    expect(moist.says.join(' ')).toContain('Hard seed in moist soil: 5 of 10');
  });
  it('compares a seed with its own row only', () => {
    const { reading } = read(
      dig('2027-05-04', 1, seeds(5, 'dry', null)),
      dig('2027-05-04', 2, seeds(5, 'root', true)),
    );
    expect(reading.judged.fates.stuck.seeds).toBe(0);
  });
  it('on planting day waits like any other', () => {
    const { says } = read(dig('2027-05-01', 1, seeds(10, 'dry', false)));
    expect(says).toEqual(['Every seed dug is on its way. Nothing to do but wait.']);
  });
  it('when many have stalled and no cause can be named, asks for what is missing', () => {
    const { says } = read(
      dig('2027-05-04', 1, [...seeds(5, 'swollen', true), ...seeds(9, 'shoot', true)]),
    );
    expect(says.join(' ')).not.toContain('Nothing to do but wait');
  });
});
