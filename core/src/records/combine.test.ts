import fc from 'fast-check';
import { v4 as newId } from 'uuid';
import { describe, expect, it } from 'vitest';
import {
  canCombine,
  combine,
  exampleFamily,
  kindOf,
  KIND_NAMES,
  type ExampleRecord,
  type Kind,
  type Planting,
} from './index.ts';

const family = exampleFamily(newId);
const held = (kind: Kind) =>
  family.filter((one) => one.kind === kind).map((one) => ({ ...one, deletedAt: null }));
const of = (kind: Kind) => family.find((one) => one.kind === kind)!;

describe('two of a kind put together', () => {
  it.each(KIND_NAMES)('leave nothing that still belongs to the %s that goes', (kind) => {
    const gone = of(kind);
    const { moved } = combine(kind, gone, { id: newId(), data: gone.data }, held);
    const links = (child: Kind) =>
      Object.entries(kindOf(child).parents).filter(([, parent]) => parent === kind);
    const after = family.map((one) => moved.find(({ id }) => id === one.id) ?? one);
    for (const one of after)
      for (const [link] of links(one.kind))
        expect((one.data as Record<string, unknown>)[link]).not.toBe(gone.id);
    // And nothing else is touched.
    for (const { kind: child } of moved) expect(links(child)).not.toEqual([]);
  });

  it('fill in what the one that stays did not know, and change nothing that it knew', () => {
    const field = (soil: string, areaM2: number | null) => ({
      id: newId(),
      data: {
        growerId: 'g',
        name: 'Long Forty',
        soil,
        areaM2,
        stationId: null,
        boundary: null,
        headlandM: null,
        passes: null,
        asTyped: {},
        archived: false,
      },
    });
    fc.assert(
      fc.property(
        fc.constantFrom('', 'loam'),
        fc.constantFrom('', 'clay'),
        fc.option(fc.integer({ min: 1, max: 9 })),
        fc.option(fc.integer({ min: 1, max: 9 })),
        (soil, otherSoil, area, otherArea) => {
          const { into } = combine(
            'field',
            field(otherSoil, otherArea),
            field(soil, area),
            () => [],
          );
          expect(into.soil).toBe(soil || otherSoil);
          expect(into.areaM2).toBe(area ?? otherArea);
        },
      ),
    );
  });

  it('keep figures as they were typed with the values they gave', () => {
    const field = (areaM2: number | null, typed: string) => ({
      id: newId(),
      data: {
        growerId: 'g',
        name: 'Long Forty',
        soil: '',
        areaM2,
        stationId: null,
        boundary: null,
        headlandM: null,
        passes: null,
        asTyped: { areaM2: typed },
        archived: false,
      },
    });
    const { into } = combine('field', field(161_874, '40 ac'), field(null, ''), () => []);
    expect(into).toMatchObject({ areaM2: 161_874, asTyped: { areaM2: '40 ac' } });
  });

  it('are two, and of the same crop, field and season', () => {
    const own = of('planting') as ExampleRecord & { data: Planting };
    expect(() => combine('planting', own, own, held)).toThrow(RangeError);
    expect(canCombine('planting', own.data, own.data)).toBe(true);
    expect(canCombine('planting', own.data, { ...own.data, crop: 'soybean' })).toBe(false);
  });
});
