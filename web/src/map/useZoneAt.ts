import { zoneAt, type Kept, type Position } from '@sendero/core';
import { useCallback } from 'react';

/** Which zone of a field a place lies in; '' for none. */
export const useZoneAt = (parts: readonly Kept<'fieldPart'>[]) =>
  useCallback((at: Position) => zoneAt(parts, at), [parts]);
