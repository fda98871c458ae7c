import type { Cause } from '@sendero/core';

const ROWS = 8;
const STEPS = 12;
/** Rows, and places along them, at which a cause of each scope leaves its mark. */
const HIT: Record<Cause['scope'], (row: number, step: number) => boolean> = {
  row: (row, step) => row === 3 && step % 3 !== 1,
  machine: (row, step) => (row * 7 + step * 5) % 4 === 0,
  field: (row, step) => (row - 5) ** 2 / 6 + (step - 7) ** 2 / 9 < 1,
};

/** A few passes of plants from above, and where such a cause leaves them missing: in one row, in all of them, or in a place. */
export function CauseDrawing({ scope, says }: { scope: Cause['scope']; says: string }) {
  return (
    <svg
      viewBox={`0 0 ${ROWS * 26} ${STEPS * 14 + 8}`}
      role="img"
      aria-label={`${says}: where plants go missing, rows side by side`}
      style={{ maxWidth: 260, width: '100%' }}
    >
      {Array.from({ length: ROWS }, (_, row) => (
        <g key={row}>
          <line
            x1={row * 26 + 13}
            x2={row * 26 + 13}
            y1={2}
            y2={STEPS * 14 + 4}
            stroke="var(--soil)"
            strokeWidth={1}
          />
          {Array.from({ length: STEPS }, (_, step) =>
            HIT[scope](row, step) ? (
              <circle
                key={step}
                cx={row * 26 + 13}
                cy={step * 14 + 9}
                r={4}
                fill="var(--sheet)"
                stroke="var(--signal)"
                strokeWidth={1.5}
                strokeDasharray="2 2"
              />
            ) : (
              <path
                key={step}
                d={`M${row * 26 + 13} ${step * 14 + 14}q-7 -3 -6 -8q6 1 6 8q0 -7 6 -8q1 5 -6 8`}
                fill="var(--leaf)"
              />
            ),
          )}
        </g>
      ))}
    </svg>
  );
}
