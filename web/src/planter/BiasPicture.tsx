import type { MonitorBias } from '@sendero/core';
import { useDrawingWidth } from '../app/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { verdictWords } from './monitorWords.ts';

/** Each row's population as dug, with its interval, and as the monitor shows it. */
export function BiasPicture({
  rows,
  machine,
}: {
  rows: MonitorBias[];
  machine: MonitorBias | null;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(560);
  const lines = [...(machine ? [machine] : []), ...rows];
  const limits = ({ bias, interval }: MonitorBias) =>
    (interval ?? [bias, bias]).filter(Number.isFinite);
  const reach = Math.min(
    0.6,
    Math.max(0.1, ...lines.flatMap((line) => [...limits(line), line.bias].map(Math.abs))) * 1.1,
  );
  const [left, right, step] = [76, 96, 30];
  const middle = left + (width - left - right) / 2;
  const x = (share: number) =>
    middle + (Math.max(-reach, Math.min(reach, share)) / reach) * ((width - left - right) / 2);
  const height = lines.length * step + 40;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={lines.map(verdictWords).join(' ')}
      >
        {[-reach / 2, 0, reach / 2].map((share) => (
          <g key={share}>
            <line
              x1={x(share)}
              x2={x(share)}
              y1={4}
              y2={height - 34}
              stroke={share === 0 ? 'var(--ink)' : 'var(--line)'}
              strokeWidth={share === 0 ? 2 : 1}
            />
            <text x={x(share)} y={height - 18} fontSize={13} textAnchor="middle">
              {share === 0
                ? 'as dug'
                : `${share > 0 ? '+' : '−'}${Math.round(Math.abs(share) * 100)} %`}
            </text>
          </g>
        ))}
        <text x={left} y={height - 2} fontSize={12} style={{ fill: 'var(--ink-soft)' }}>
          ← monitor too low
        </text>
        <text
          x={width - right}
          y={height - 2}
          fontSize={12}
          textAnchor="end"
          style={{ fill: 'var(--ink-soft)' }}
        >
          too high →
        </text>
        {lines.map((line, i) => {
          const y = i * step + step / 2 + 2;
          const wrong = line.verdict === 'reads high' || line.verdict === 'reads low';
          const colour = wrong ? 'var(--signal)' : 'var(--ink)';
          return (
            <g key={line.row ?? 'machine'}>
              <text
                x={0}
                y={y + 5}
                fontSize={14}
                fontWeight={line.row === null || wrong ? 700 : 400}
              >
                {line.row === null ? 'Machine' : `Row ${line.row}`}
              </text>
              {line.interval && (
                <line
                  x1={x(line.interval[0])}
                  x2={x(line.interval[1])}
                  y1={y}
                  y2={y}
                  stroke={colour}
                  strokeWidth={line.row === null ? 5 : 3}
                  strokeLinecap="round"
                  opacity={0.45}
                />
              )}
              <circle cx={x(line.bias)} cy={y} r={line.row === null ? 6 : 4.5} fill={colour} />
              <text
                x={width - right + 10}
                y={y + 5}
                fontSize={13}
                style={{ fill: wrong ? 'var(--signal)' : 'var(--ink-soft)' }}
              >
                {line.verdict === 'cannot tell' ? 'too few' : line.verdict}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="small soft">
        Dot: monitor against the population dug; bar: 95 % interval from the distances dug.
        Population in {units.symbol('population')}.
      </p>
    </div>
  );
}
