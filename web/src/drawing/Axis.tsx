import type { QuantityKind } from '@sendero/core';
import type { ScaleLinear } from 'd3-scale';
import { widthOf } from './lanes.ts';
import { useUnits } from '../units/useUnits.ts';

type Scale = ScaleLinear<number, number>;

/**
 * The axis of a drawing, with marks at round figures of the person's own unit. The unit stands once: at
 * the first mark of an axis along the bottom, at the zero of one down the side.
 */
export function Axis({
  scale,
  kind,
  side,
  at,
  room = side === 'bottom' ? 88 : 34,
  unitAtEach = false,
}: {
  /** SI to pixels. */
  scale: Scale;
  kind: QuantityKind;
  side: 'bottom' | 'left';
  /** Where the axis lies across its direction, pixels. */
  at: number;
  /** Pixels a mark should have to itself. */
  room?: number;
  /** For a drawing of which only a part may be in sight. */
  unitAtEach?: boolean;
}) {
  const units = useUnits();
  const [low, high] = scale.domain() as [number, number];
  const [from, to] = scale.range() as [number, number];
  const ticks = units.ticks(low, high, kind, Math.max(2, Math.floor(Math.abs(to - from) / room)));
  return ticks.map(({ value, text }, i) => {
    const place = scale(value);
    const unit = i === 0 || unitAtEach ? besideNumber(units.symbol(kind)) : '';
    return side === 'bottom' ? (
      <g key={value}>
        <line
          x1={place}
          x2={place}
          y1={at}
          y2={at + 6}
          stroke="var(--ink-soft)"
          strokeWidth={1.2}
        />
        <text
          x={Math.max(place, widthOf(text + unit, 13) / 2)}
          y={at + 21}
          fontSize={13}
          textAnchor="middle"
        >
          {text}
          {unit}
        </text>
      </g>
    ) : (
      <g key={value}>
        <line x1={at - 6} x2={at} y1={place} y2={place} stroke="var(--ink-soft)" />
        <text x={at - 9} y={place + 4} fontSize={12} textAnchor="end">
          {value === 0 ? units.symbol(kind) : text}
        </text>
      </g>
    );
  });
}

/** @example besideNumber('ft') // ' ft', but '/ac' joins its number */
const besideNumber = (symbol: string) => (symbol.startsWith('/') ? symbol : ` ${symbol}`);
