import type { AgainstCheck, QuantityKind } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { letterOf } from './treatmentLook.ts';

const ROW = 44;

/** The mean of each treatment, and what it is over the check with its interval: what touches the line in the middle is not told from it. */
export function AgainstPicture({
  against,
  check,
  kind,
  means,
}: {
  against: readonly AgainstCheck[];
  check: string;
  kind: QuantityKind | null;
  /** By label. */
  means: ReadonlyMap<string, number>;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(520);
  const far = Math.max(...against.flatMap(({ interval }) => interval.map(Math.abs)), 1e-12);
  const x = scaleLinear([-far, far], [14, width - 14]);
  const height = 26 + against.length * ROW;
  const figure = (value: number) => (kind ? units.show(value, kind) : `${Math.round(value)} h`);
  const mean = (label: string) => figure(means.get(label)!);
  const say = (value: number) => `${value < 0 ? '−' : '+'}${figure(Math.abs(value))}`;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Less ${check}: ${against
          .map(({ treatment, difference }) => `${treatment.label} ${say(difference)}`)
          .join(', ')}`}
      >
        <line x1={x(0)} x2={x(0)} y1={18} y2={height} stroke="var(--ink)" strokeWidth={1.5} />
        <text x={x(0)} y={13} fontSize={13} textAnchor="middle">
          {check}, {mean(check)}
        </text>
        {against.map(({ treatment, difference, interval: [low, high] }, i) => {
          const top = 26 + i * ROW;
          const told = low > 0 || high < 0;
          return (
            <g key={treatment.index}>
              <text x={4} y={top + 11} fontSize={13}>
                {letterOf(treatment.index)} {treatment.label}, {mean(treatment.label)}
              </text>
              <text x={width - 4} y={top + 11} fontSize={13} textAnchor="end" fontWeight={700}>
                {say(difference)}
              </text>
              <line
                x1={x(low)}
                x2={x(high)}
                y1={top + 25}
                y2={top + 25}
                stroke={told ? 'var(--clay)' : 'var(--ink-soft)'}
                strokeWidth={told ? 5 : 2.5}
              />
              <circle
                cx={x(difference)}
                cy={top + 25}
                r={6}
                fill={told ? 'var(--clay)' : 'var(--sheet)'}
                stroke="var(--ink)"
                strokeWidth={1.5}
              />
            </g>
          );
        })}
      </svg>
    </div>
  );
}
