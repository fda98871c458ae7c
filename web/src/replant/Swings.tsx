import { SWING_WORDS, type ReplantAdvice } from '@sendero/core';
import { max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

const [ROW, TOP] = [38, 22];

/** What moves the call, each by itself over nine tenths of its spread: left of the middle line keeping is ahead, right of it replanting. */
export function Swings({ swings }: Pick<ReplantAdvice, 'swings'>) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(420);
  const far = max(swings.flatMap(({ low, high }) => [Math.abs(low), Math.abs(high)])) ?? 1;
  const x = scaleLinear([-far, far], [10, width - 10]);
  const height = TOP + swings.length * ROW + 30;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`What moves the call most: ${swings.map(({ what }) => SWING_WORDS[what].toLowerCase()).join(', ')}`}
      >
        <text x={x(0) - 8} y={14} fontSize={13} textAnchor="end" fill="var(--ink)">
          ◀ keeping ahead
        </text>
        <text x={x(0) + 8} y={14} fontSize={13} fill="var(--ink)">
          replanting ahead ▶
        </text>
        {swings.map(({ what, low, high }, i) => {
          const y = TOP + i * ROW;
          const [from, to] = [Math.min(low, high), Math.max(low, high)];
          return (
            <g key={what}>
              <text x={10} y={y + 13} fontSize={13} fill="var(--ink)">
                {SWING_WORDS[what]}
              </text>
              <rect
                x={x(from)}
                y={y + 18}
                width={Math.max(2, x(to) - x(from))}
                height={12}
                fill="var(--soil)"
                stroke="var(--clay)"
              />
            </g>
          );
        })}
        <line x1={x(0)} x2={x(0)} y1={4} y2={height - 28} stroke="var(--ink)" strokeWidth={1.5} />
        <Axis scale={x} kind="moneyPerArea" side="bottom" at={height - 28} />
      </svg>
      <span className="small soft">
        Replanting less keeping, in {units.symbol('moneyPerArea').replace('/', 'money per ')}.
      </span>
    </div>
  );
}
