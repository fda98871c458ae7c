import type { FieldPattern, QuantityKind } from '@sendero/core';
import type { useUnits } from '../units/useUnits.ts';

/** A pattern over the field, in a sentence. @param subject what shows it, e.g. 'The stand' */
export function patternText(
  pattern: FieldPattern,
  subject: string,
  kind: QuantityKind,
  units: ReturnType<typeof useUnits>,
  nameOf: (zone: string) => string,
): string {
  const show = (value: number) => units.show(value, kind);
  const p = `p ${units.chance(pattern.pHolm)}`;
  switch (pattern.pattern) {
    case 'zone': {
      const [least, ...others] = pattern.zones;
      const most = others.at(-1)!;
      return `${subject} differs by zone: ${show(least!.mean)} in ${nameOf(least!.zone)}, ${show(most.mean)} in ${nameOf(most.zone)} (${p}).`;
    }
    case 'along':
    case 'across':
      return `${subject} rises toward the ${pattern.toward}, ${pattern.pattern} the passes: about ${show(pattern.change)} from one end to the other (${p}).`;
    case 'edge':
      return `${subject} is ${show(Math.abs(pattern.change))} ${pattern.change < 0 ? 'lower' : 'higher'} within ${units.show(pattern.withinM, 'distance')} of the edge than inside (${p}).`;
    case 'patches':
      return `${subject} lies in patches: stops near each other are more alike than chance makes them (${p}).`;
  }
}
