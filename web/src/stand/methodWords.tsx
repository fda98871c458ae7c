import type { CountMethod } from '@sendero/core';

export const METHOD_WORDS: Record<CountMethod, { label: string; how: string }> = {
  everyRow: { label: 'Every row', how: 'Each planter row beside the tape, told apart' },
  oneRow: { label: 'One row', how: 'One row along the tape' },
  bothSides: { label: 'Both sides, halved', how: 'Rows left and right of the tape together' },
  hoop: { label: 'Hoop', how: 'Plants inside a hoop, for drilled stands' },
  perFoot: { label: 'Short length', how: 'Plants per foot, for close rows' },
};

const plants = (y: number, from: number, to: number, step: number) =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => (
    <circle key={`${y}-${i}`} cx={from + i * step} cy={y} r={3.4} fill="var(--leaf)" />
  ));
const tape = (y: number, from = 10, to = 130) => (
  <rect x={from} y={y - 2} width={to - from} height={4} fill="var(--clay)" />
);

/** A small picture of where the tape or hoop lies. */
export function MethodPicture({ method }: { method: CountMethod }) {
  return (
    <svg viewBox="0 0 140 56" aria-hidden>
      {method === 'oneRow' && (
        <>
          {plants(20, 14, 128, 12)}
          {tape(34)}
        </>
      )}
      {method === 'bothSides' && (
        <>
          {plants(14, 14, 128, 12)}
          {tape(28)}
          {plants(42, 14, 128, 12)}
        </>
      )}
      {method === 'everyRow' && (
        <>
          {plants(8, 14, 128, 12)}
          {plants(21, 14, 128, 12)}
          {plants(34, 14, 128, 12)}
          {plants(47, 14, 128, 12)}
          {tape(14.5)}
        </>
      )}
      {method === 'hoop' && (
        <>
          {plants(8, 34, 106, 6)}
          {plants(21, 30, 110, 6)}
          {plants(34, 30, 110, 6)}
          {plants(47, 34, 106, 6)}
          <circle cx={70} cy={28} r={25} fill="none" stroke="var(--clay)" strokeWidth={4} />
        </>
      )}
      {method === 'perFoot' && (
        <>
          {plants(28, 14, 128, 6)}
          {tape(42, 50, 86)}
        </>
      )}
    </svg>
  );
}
