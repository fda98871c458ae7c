import type { QuantityKind, Response } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

const [HEIGHT, LEFT] = [220, 52];
const STEPS = 40;

/** The curve through the levels with its band, the strips as points, and where the best lies. */
export function ResponsePicture({
  response,
  points,
  kind,
  yKind,
}: {
  response: Response;
  points: readonly { x: number; value: number }[];
  kind: QuantityKind;
  yKind: QuantityKind;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(520);
  const [low, high] = [
    Math.min(...points.map(({ x }) => x)),
    Math.max(...points.map(({ x }) => x)),
  ];
  const curve = Array.from({ length: STEPS + 1 }, (_, i) => {
    const at = low + ((high - low) * i) / STEPS;
    return { at, ...response.predict(at) };
  });
  const values = [...points.map(({ value }) => value), ...curve.map(({ value }) => value)];
  const x = scaleLinear([low, high], [LEFT + 8, width - 14]);
  const y = scaleLinear([Math.min(...values), Math.max(...values)], [HEIGHT - 40, 12]);
  const path = (of: (one: (typeof curve)[number]) => number) =>
    curve.map((one) => `${x(one.at)} ${y(of(one))}`);
  const { interval, x: best } = response.optimum;
  const inside = (value: number) => Math.max(low, Math.min(high, value));
  return (
    <div ref={ref}>
      <svg width={width} height={HEIGHT} role="img" aria-label="Curve through the levels">
        {interval && (
          <rect
            x={x(inside(interval[0]))}
            y={10}
            width={Math.max(1, x(inside(interval[1])) - x(inside(interval[0])))}
            height={HEIGHT - 50}
            fill="var(--band)"
          />
        )}
        <polygon
          points={[
            ...path(({ value, se }) => value + 2 * se),
            ...path(({ value, se }) => value - 2 * se).reverse(),
          ].join(' ')}
          fill="var(--soil)"
          opacity={0.35}
        />
        <polyline
          points={path(({ value }) => value).join(' ')}
          fill="none"
          stroke="var(--clay)"
          strokeWidth={2.5}
        />
        {points.map(({ x: at, value }, i) => (
          <circle key={i} cx={x(at)} cy={y(value)} r={3} fill="var(--ink)" />
        ))}
        <path d={`M${x(best)} ${HEIGHT - 40}v-14`} stroke="var(--ink)" strokeWidth={2} />
        <Axis scale={y} kind={yKind} side="left" at={LEFT} room={44} />
        <Axis scale={x} kind={kind} side="bottom" at={HEIGHT - 40} />
      </svg>
      <span className="small soft">
        Up: {units.symbol(yKind)}; points: strips. Shaded across: where the best may lie (95
        {'\u00a0'}%).
      </span>
    </div>
  );
}
