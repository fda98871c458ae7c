import type { PlantReading } from '@sendero/core';
import { max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { Ground } from '../drawing/Ground.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

const [LEFT, SURFACE, HEIGHT, FOOT] = [44, 26, 210, 24];

/** Each late plant and its neighbour at the depth they were dug, joined by a line. */
export function PairsDrawing({ pairs }: { pairs: PlantReading['late']['pairs'] }) {
  const units = useUnits();
  const { ref, width: room } = useDrawingWidth(560);
  const column = Math.max(44, Math.min(90, (room - LEFT) / pairs.length));
  const width = LEFT + column * pairs.length;
  const deepest = max(pairs, ({ lateM, neighbourM }) => Math.max(lateM, neighbourM))! + 0.01;
  const y = scaleLinear([0, deepest], [SURFACE, HEIGHT - FOOT]);
  return (
    <div ref={ref} className="scroll-x" tabIndex={width > room ? 0 : undefined}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        style={{ display: 'block' }}
        aria-label={pairs
          .map(
            ({ ordinal, row, lateM, neighbourM }) =>
              `stop ${ordinal}${row ? ` row ${row}` : ''}: late ${units.show(lateM, 'seedDepth')}, neighbour ${units.show(neighbourM, 'seedDepth')}`,
          )
          .join('; ')}
      >
        <Ground y={y} left={LEFT} right={width} />
        {pairs.map(({ id, ordinal, row, lateM, neighbourM }, i) => {
          const x = LEFT + (i + 0.5) * column;
          return (
            <g key={id}>
              <path
                d={`M${x - 10} ${y(lateM)}V${SURFACE - 7}`}
                stroke="var(--clay)"
                strokeWidth={2}
                strokeDasharray="3 2"
              />
              <path
                d={`M${x + 10} ${y(neighbourM)}V${SURFACE - 18}`}
                stroke="var(--leaf)"
                strokeWidth={2.5}
              />
              <line
                x1={x - 10}
                x2={x + 10}
                y1={y(lateM)}
                y2={y(neighbourM)}
                stroke="var(--ink-soft)"
              />
              <circle
                cx={x - 10}
                cy={y(lateM)}
                r={5}
                fill="var(--sheet)"
                stroke="var(--clay)"
                strokeWidth={2.5}
              />
              <circle cx={x + 10} cy={y(neighbourM)} r={5} fill="var(--leaf)" />
              <text x={x} y={HEIGHT - 7} fontSize={13} textAnchor="middle">
                {row ? `r${row}` : `s${ordinal}`}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="small soft">
        Hollow: the late plant’s seed; full: its neighbour’s. Below: planter row (r), or the stop
        (s).
      </p>
    </div>
  );
}
