import type { StopsTell } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits, type Units } from '../units/useUnits.ts';

const HEIGHT = 228;
const [LEFT, RIGHT, TOP, FOOT] = [44, 20, 10, 52];

/** What more stops buy: ± of the mean against their number; touched, it chooses. */
export function StopsCurve({
  curve,
  stops,
  wanted,
  minutesOf,
  onStops,
}: {
  curve: readonly StopsTell[];
  stops: number;
  /** The ± aimed for, as a share. */
  wanted: number;
  /** What so many stops cost, min. */
  minutesOf(stops: number): number;
  onStops(stops: number): void;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(380);
  const most = curve.at(-1)!.stops;
  const x = scaleLinear([0, most], [LEFT, width - RIGHT]);
  // The first few stops tell so little that the rest would lie flat.
  const top = Math.max(0.12, Math.min(0.5, curve.find((one) => one.stops === 5)!.halfWidth * 1.6));
  const y = scaleLinear([0, top], [HEIGHT - FOOT, TOP]).clamp(true);
  const path = (value: (one: StopsTell) => number) =>
    curve.map((one) => `${x(one.stops)},${y(value(one))}`);
  const now = curve.find((one) => one.stops === stops);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={HEIGHT}
        style={{ display: 'block', cursor: 'pointer' }}
        role="img"
        aria-label={`With ${stops} stops the mean is known to about ${percent(now?.halfWidth ?? 1, units)} either way.`}
        onClick={(event) => {
          const at = event.nativeEvent.offsetX;
          onStops(Math.max(2, Math.min(most, Math.round(x.invert(at)))));
        }}
      >
        <polygon
          points={[
            ...path(({ likely }) => likely[1]),
            ...path(({ likely }) => likely[0]).reverse(),
          ].join(' ')}
          fill="var(--band)"
        />
        <line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y(wanted)}
          y2={y(wanted)}
          stroke="var(--clay)"
          strokeDasharray="6 4"
        />
        <polyline
          points={path(({ halfWidth }) => halfWidth).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
        />
        <Axis scale={y} kind="share" side="left" at={LEFT} />
        {[0, 10, 20, 30, 40, 50, 60].map(
          (n) =>
            n <= most && (
              <g key={n} fontSize={13} textAnchor="middle">
                <text x={x(n)} y={HEIGHT - 32}>
                  {n === 0 ? 'stops' : n}
                </text>
                <text x={x(n)} y={HEIGHT - 12} fill="var(--ink-soft)">
                  {n === 0 ? 'hours' : units.fixed(minutesOf(n) / 60, 1)}
                </text>
              </g>
            ),
        )}
        {now && (
          <circle
            cx={x(stops)}
            cy={y(now.halfWidth)}
            r={7}
            fill="var(--clay)"
            stroke="var(--sheet)"
            strokeWidth={2}
          />
        )}
      </svg>
    </div>
  );
}

export const percent = (share: number, { fixed }: Units) =>
  `±${fixed(100 * share, share < 0.095 ? 1 : 0)} %`;
