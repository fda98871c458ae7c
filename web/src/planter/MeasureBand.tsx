import { MEASURE_FACTS, type CardMeasure } from '@sendero/core';
import type { ScaleLinear } from 'd3-scale';

/** What a row may differ by in a measure, and the line it is held against. @param y from a difference to its height: see `measureScale` */
export function MeasureBand({
  measure,
  y,
  from,
  to,
}: {
  measure: CardMeasure;
  y: ScaleLinear<number, number>;
  from: number;
  to: number;
}) {
  const { tolerance } = MEASURE_FACTS[measure];
  return (
    <>
      <rect
        x={from}
        y={Math.min(y(-tolerance), y(tolerance))}
        width={to - from}
        height={Math.abs(y(tolerance) - y(-tolerance))}
        fill="var(--band)"
      />
      <line x1={from} x2={to} y1={y(0)} y2={y(0)} stroke="var(--clay)" strokeWidth={1.2} />
    </>
  );
}
