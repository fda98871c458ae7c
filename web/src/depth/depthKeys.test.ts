import { read } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { depthLabel, depthOf, depthTyped, partsOf, partsPerWhole } from './depthKeys.ts';

describe.each(['us', 'metric'] as const)('depth keys, %s', (system) => {
  it('every key says, keeps and reads back the depth it enters', () => {
    for (let whole = 0; whole < 5; whole++) {
      for (let part = 0; part < partsPerWhole(system); part++) {
        const key = { whole, part };
        const depthM = depthOf(key, system);
        expect(partsOf(depthM, system)).toEqual(key);
        const typed = read(depthTyped(key, system), 'seedDepth', system);
        expect(typed.ok && typed.value).toBeCloseTo(depthM, 12);
      }
    }
  });
});

it('keys are labelled as people write depths', () => {
  expect(depthLabel({ whole: 1, part: 6 }, 'us')).toBe('1¾');
  expect(depthTyped({ whole: 0, part: 4 }, 'us')).toBe('1/2 in');
  expect(depthLabel({ whole: 5, part: 0 }, 'metric')).toBe('5.0');
});
