import type { RowStand } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

interface Props {
  rows: RowStand[];
  expectedPerM2: number;
  denseStand: boolean;
  marked: number[];
}

/** Each planter row's density side by side, as the planter is seen from behind, against the expected live stand. */
export function RowBars({ rows, expectedPerM2, denseStand, marked }: Props) {
  const units = useUnits();
  const kind = units.standKind(denseStand);
  const { ref, width } = useDrawingWidth(640);
  const height = 210;
  const base = height - 34;
  const top = Math.max(expectedPerM2, ...rows.map(({ perM2 }) => perM2)) * 1.08;
  const left = 56;
  const y = scaleLinear([0, top], [base, 8]);
  const step = (width - left - 4) / rows.length;
  const words = rows.map(({ row, perM2 }) => `row ${row} ${units.number(perM2, kind)}`).join(', ');
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={`Plants by planter row, ${units.symbol(kind)}: ${words}`}
      >
        <Axis scale={y} kind={kind} side="left" at={left - 4} />
        {rows.map(({ row, perM2, behind }, i) => {
          const x = left + i * step;
          const late = behind ? behind.share * (base - y(perM2)) : 0;
          const hit = marked.includes(row);
          return (
            <g key={row}>
              <rect
                x={x + step * 0.14}
                width={step * 0.72}
                y={y(perM2)}
                height={base - y(perM2)}
                fill="var(--leaf)"
              />
              <rect
                x={x + step * 0.14}
                width={step * 0.72}
                y={y(perM2)}
                height={late}
                fill="var(--leaf-pale)"
                stroke="var(--leaf)"
              />
              {step >= 52 ? (
                <text
                  x={x + step / 2}
                  y={base - 10}
                  fontSize={13}
                  textAnchor="middle"
                  style={{ fill: 'var(--sheet)' }}
                >
                  {units.number(perM2, kind)}
                </text>
              ) : (
                <text
                  transform={`translate(${x + step / 2 + 4} ${base - 6}) rotate(-90)`}
                  fontSize={12}
                  style={{ fill: 'var(--sheet)' }}
                >
                  {units.number(perM2, kind)}
                </text>
              )}
              <text
                x={x + step / 2}
                y={base + 17}
                fontSize={15}
                fontWeight={hit ? 700 : 400}
                textAnchor="middle"
                style={{ fill: hit ? 'var(--signal)' : undefined }}
              >
                {hit ? `▲${row}` : row}
              </text>
            </g>
          );
        })}
        <line
          x1={left - 4}
          x2={width - 4}
          y1={y(expectedPerM2)}
          y2={y(expectedPerM2)}
          stroke="var(--clay)"
          strokeWidth={2}
          strokeDasharray="6 4"
        />
      </svg>
      <p className="small soft">
        Planter rows, left to right facing the direction of travel. Dashed: expected live. Pale top:
        plants behind.
      </p>
    </div>
  );
}
