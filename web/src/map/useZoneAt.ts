import { isIn, onPlane, planeAt, type Kept, type Position } from '@sendero/core';
import { useCallback } from 'react';
import { isZone } from './fieldFeatures.ts';

/** Which zone of a field a place lies in; '' for none. */
export const useZoneAt = (parts: readonly Kept<'fieldPart'>[]) =>
  useCallback(
    (at: Position) => {
      const plane = planeAt(at);
      return (
        parts.find(
          ({ data }) => isZone(data.part) && data.shape && isIn(onPlane(plane, data.shape), [0, 0]),
        )?.id ?? ''
      );
    },
    [parts],
  );
