import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergeEdits, sameData } from './merge.ts';

const edit = fc.record({
  name: fc.constantFrom('a', 'b', 'c'),
  rows: fc.nat(3),
  asTyped: fc.dictionary(fc.constantFrom('x', 'y'), fc.constantFrom('1', '2')),
  list: fc.array(fc.nat(2), { maxLength: 2 }),
});

describe('two edits made apart', () => {
  it('go together where they changed different things, also inside an object', () =>
    expect(
      mergeEdits(
        { name: 'Goose', rows: 12, asTyped: { step: '1/4', width: '30' } },
        { name: 'Grey Goose', rows: 12, asTyped: { step: '1/4', width: '76 cm' } },
        { name: 'Goose', rows: 16, asTyped: { step: '1/8', width: '30' } },
      ),
    ).toEqual({
      data: { name: 'Grey Goose', rows: 16, asTyped: { step: '1/8', width: '76 cm' } },
      clashes: [],
    }));
  it('clash where both changed one thing: mine is shown, nothing is chosen', () =>
    expect(mergeEdits({ n: 1, m: 1 }, { n: 2, m: 5 }, { n: 3, m: 1 })).toEqual({
      data: { n: 3, m: 5 },
      clashes: ['n'],
    }));
  it('lists are one thing: two tapes read apart are a choice, never a mixture', () =>
    expect(mergeEdits({ at: [1] }, { at: [1, 2] }, { at: [1, 3] }).clashes).toEqual(['at']));
  it('two first counts of one row are no sum: it may be the same plants', () =>
    expect(mergeEdits(null, { inStep: 10 }, { inStep: 12 }).clashes).toEqual(['inStep']));

  it('nothing is lost: what a side alone changed is in the result', () => {
    fc.assert(
      fc.property(edit, edit, edit, (base, theirs, mine) => {
        const { data, clashes } = mergeEdits(base, theirs, mine);
        for (const name of ['name', 'rows', 'list'] as const) {
          const merged = (data as typeof base)[name];
          if (sameData(base[name], mine[name])) expect(merged).toEqual(theirs[name]);
          else if (sameData(base[name], theirs[name])) expect(merged).toEqual(mine[name]);
          else if (!sameData(theirs[name], mine[name])) expect(clashes).toContain(name);
        }
      }),
    );
  });
  it('the order in which two edits arrive does not matter when they go together', () => {
    fc.assert(
      fc.property(edit, edit, edit, (base, a, b) => {
        const [one, other] = [mergeEdits(base, a, b), mergeEdits(base, b, a)];
        expect(one.clashes).toEqual(other.clashes);
        if (one.clashes.length === 0) expect(sameData(one.data, other.data)).toBe(true);
      }),
    );
  });
  it('taps of everybody add up, in whatever order and from whatever view they were made', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ taps: fc.integer({ min: 1, max: 9 }), seen: fc.nat(9) }), {
          minLength: 1,
          maxLength: 12,
        }),
        (edits) => {
          const versions = [{ n: 0 }];
          for (const { taps, seen } of edits) {
            const base = versions[Math.min(seen, versions.length - 1)]!;
            const merged = mergeEdits(
              base,
              versions.at(-1),
              { n: base.n + taps },
              { tapped: ['n'] },
            );
            expect(merged.clashes).toEqual([]);
            versions.push(merged.data as { n: number });
          }
          expect(versions.at(-1)!.n).toBe(edits.reduce((sum, { taps }) => sum + taps, 0));
        },
      ),
    );
  });
});
