import type { StopStep } from '@sendero/core';

/** Where a step of a stop is worked. */
export const stepLink = (
  { walkId, stopId, ordinal }: { walkId: string; stopId: string; ordinal: number },
  step: StopStep,
  row?: number | null,
): string =>
  step === 'count'
    ? `/walks/${walkId}?stop=${ordinal}`
    : `/walks/${walkId}/stops/${stopId}/${step}${row ? `?row=${row}` : ''}`;
