import type { UnitSystem } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { unitsOf, type Units } from '../units/useUnits.ts';
import { changeText, nextText, readingText, reasonText } from './adviceWords.ts';

const units = (system: UnitSystem): Units => {
  const own = unitsOf(system);
  return { ...own, show: (...of) => own.show(...of).replaceAll('\u00a0', ' ') };
};

describe('the adviser’s words', () => {
  it('a reason has its direction and its size', () => {
    expect(reasonText({ because: 'sand', byM: 0.00635 }, 'corn', units('us'))).toBe(
      '¼ in deeper: Sand dries fast',
    );
    expect(reasonText({ because: 'crust', byM: -0.00635 }, 'corn', units('metric'))).toBe(
      '0.6 cm shallower: A crust is met less deep',
    );
    expect(reasonText({ because: 'aim', byM: 0.0508 }, 'corn', units('us'))).toBe(
      'The school’s aim: 2 in',
    );
  });
  it('a limit says which end it is', () => {
    expect(reasonText({ because: 'limit', byM: 0.01 }, 'corn', units('us'))).toMatch(/crown/);
    expect(reasonText({ because: 'limit', byM: 0.01 }, 'soybean', units('us'))).not.toMatch(
      /crown/,
    );
    expect(reasonText({ because: 'limit', byM: -0.01 }, 'corn', units('us'))).toMatch(/deepest/);
  });
  it('a change is told in the person’s own units', () => {
    const thicker = { if: 'dryLayerThicker', toM: 0.0635 } as const;
    expect(changeText(thicker, units('us'))).toBe('2½ in with a thicker dry layer (by ¾ in)');
    expect(changeText(thicker, units('metric'))).toBe(
      '6.3 cm with a thicker dry layer (by 1.9 cm)',
    );
    expect(changeText({ if: 'rain', toM: 0.0508 }, units('us'))).toBe(
      '2 in with rain in the forecast',
    );
  });
  it('the next step says where to set and read, and what if it is dry again', () => {
    const next = { do: 'setAndRead', atM: 0.0635 } as const;
    expect(nextText({ next, ifDryM: 0.0762 }, units('us'))).toEqual({
      does: 'Set 2½ in and read there',
      then: expect.stringMatching(/Moist: stay\. Dry there too: on to 3 in\.$/),
    });
    expect(nextText({ next, ifDryM: null }, units('us')).then).toMatch(/wait for rain\.$/);
    expect(nextText({ next: { do: 'wait', atM: 0.0762 }, ifDryM: null }, units('metric'))).toEqual({
      does: 'No depth in reach: wait for rain',
      then: expect.stringMatching(/7\.6 cm/),
    });
  });
  it('a reading is told with its share of what its owner calls adequate', () => {
    const reading = { depthM: 0.0508, value: 18.5, adequate: 30 };
    expect(readingText(reading, units('us'))).toBe('2 in: 18.5, 62 % of adequate');
    expect(readingText({ depthM: 0.0508, feel: 'wet' }, units('metric'))).toBe('5.1 cm: wet');
  });
});
