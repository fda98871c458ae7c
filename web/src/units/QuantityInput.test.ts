import { describe, expect, it } from 'vitest';
import { enteredFrom } from './QuantityInput.tsx';
import { unitsOf } from './useUnits.ts';

describe('a kept figure comes back', () => {
  it('exactly as typed while it still says the same', () => {
    expect(enteredFrom(0.04445, '1 3/4"', 'seedDepth', unitsOf('us')).text).toBe('1 3/4"');
    expect(enteredFrom(0.04445, '1 3/4"', 'seedDepth', unitsOf('metric')).text).toBe('1 3/4"');
  });
  it('in the person’s units when what was typed had none and means something else here', () => {
    expect(enteredFrom(0.762, '30', 'rowWidth', unitsOf('us')).text).toBe('30');
    expect(enteredFrom(0.762, '30', 'rowWidth', unitsOf('metric')).text).toBe('76.2\u00a0cm');
  });
  it('printed when nothing was typed, empty when there is none', () => {
    expect(enteredFrom(0.0508, undefined, 'seedDepth', unitsOf('us')).text).toBe('2\u00a0in');
    expect(enteredFrom(null, '40 ac', 'area', unitsOf('us'))).toEqual({ text: '', value: null });
  });
});
