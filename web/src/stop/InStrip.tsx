import type { Stop } from '@sendero/core';
import { Suspense } from 'react';
import { lazyExtra } from '../app/lazyExtra.ts';
import { useOpenTrial } from '../trials/useOpenTrial.ts';

const StripOfStop = lazyExtra(() => import('./StripOfStop.tsx'));

/** Where the planting has a trial, the strip a stop stands in; nothing where it has none. */
export function InStrip({
  stop,
  plantingId,
}: {
  stop: { id: string; data: Stop };
  plantingId: string;
}) {
  const trial = useOpenTrial(plantingId);
  return (
    trial && (
      <Suspense fallback={<div style={{ minHeight: 48 }} />}>
        <StripOfStop stop={stop} trial={trial} />
      </Suspense>
    )
  );
}
