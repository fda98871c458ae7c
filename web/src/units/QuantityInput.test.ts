import { read, show, showNumber, unitSymbol } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { enteredFrom } from './QuantityInput.tsx';
import type { Units } from './useUnits.ts';

const units = (system: 'us' | 'metric'): Units => ({
  system,
  show: (value, kind) => show(value, kind, system),
  number: (value, kind) => showNumber(value, kind, system),
  symbol: (kind) => unitSymbol(kind, system),
  read: (text, kind) => read(text, kind, system),
  interval: () => '',
  standKind: () => 'population',
});

describe('a kept figure comes back', () => {
  it('exactly as typed while it still says the same', () => {
    expect(enteredFrom(0.04445, '1 3/4"', 'seedDepth', units('us')).text).toBe('1 3/4"');
    expect(enteredFrom(0.04445, '1 3/4"', 'seedDepth', units('metric')).text).toBe('1 3/4"');
  });
  it('in the person’s units when what was typed had none and means something else here', () => {
    expect(enteredFrom(0.762, '30', 'rowWidth', units('us')).text).toBe('30');
    expect(enteredFrom(0.762, '30', 'rowWidth', units('metric')).text).toBe('76.2\u00a0cm');
  });
  it('printed when nothing was typed, empty when there is none', () => {
    expect(enteredFrom(0.0508, undefined, 'seedDepth', units('us')).text).toBe('2\u00a0in');
    expect(enteredFrom(null, '40 ac', 'area', units('us'))).toEqual({ text: '', value: null });
  });
});
