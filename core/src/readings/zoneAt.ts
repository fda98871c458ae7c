import { isIn, onPlane, planeAt, type Position } from '../geo/index.ts';
import type { FieldPart } from '../records/index.ts';
import type { Held } from './held.ts';

/** Whether a part of a field is one of its zones. @example isZone('low') // true */
export const isZone = (part: FieldPart['part']): boolean =>
  part !== 'obstacle' && part !== 'gateway';

/** The zone of a field that a place lies in, by the id of the part; '' for none. @example zoneAt(parts, [-138.6, 44.6]) // '' */
export function zoneAt(parts: readonly Held<FieldPart>[], at: Position): string {
  const plane = planeAt(at);
  return (
    parts.find(
      ({ data }) => isZone(data.part) && data.shape && isIn(onPlane(plane, data.shape), [0, 0]),
    )?.id ?? ''
  );
}
