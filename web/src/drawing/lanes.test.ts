import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lanes } from './lanes.ts';

describe('lanes of labels', () => {
  it('lies none over another in its lane, and uses no lane in vain', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ max: 300, min: 0 }), fc.integer({ min: 1, max: 80 }))),
        (given) => {
          const spans = given.map(([from, length]) => [from, from + length] as const);
          const own = lanes(spans);
          spans.forEach(([a, b], i) =>
            spans.slice(0, i).forEach(([c, d], j) => {
              if (own[i] === own[j]) expect(b <= c || a >= d).toBe(true);
            }),
          );
          expect(new Set(own).size).toBe(Math.max(-1, ...own) + 1);
        },
      ),
    );
  });
});
