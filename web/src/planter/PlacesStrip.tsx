import { MEASURE_FACTS, MEASURE_WORDS, measureText, type CardMeasure } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { MeasureBand } from './MeasureBand.tsx';
import { measureScale } from './measureScale.ts';

export interface StripPoint {
  key: string;
  /** Where along the strip, in any unit that rises. */
  x: number;
  /** How far off, in the unit of the measure. */
  off: number;
  marked: boolean;
  /** Under the strip: the first and the last are written. */
  says: string;
}

const HEIGHT = 96;
const [TOP, BOTTOM] = [8, 72];

/** Figures of one measure along something (places, hours, rows), beside what a row may differ by. */
export function PlacesStrip({
  measure,
  points,
  label,
  joined = false,
}: {
  measure: CardMeasure;
  points: readonly StripPoint[];
  label: string;
  joined?: boolean;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(300);
  const { tolerance } = MEASURE_FACTS[measure];
  const reach = Math.max(1.4 * tolerance, ...points.map(({ off }) => Math.abs(off) * 1.1));
  const y = measureScale(measure, reach, [TOP, BOTTOM]);
  const at = points.map(({ x }) => x);
  const x = scaleLinear([Math.min(...at), Math.max(...at)], [14, width - 14]);
  const signed = (off: number) =>
    `${off < 0 ? '−' : '+'}${measureText(measure, Math.abs(off), units.show)}`;
  return (
    <div ref={ref} style={{ minWidth: 0, overflow: 'hidden' }}>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`${label}, ${MEASURE_WORDS[measure].name.toLowerCase()}: ${points.map(({ says, off }) => `${says} ${signed(off)}`).join(', ')}`}
        style={{ display: 'block' }}
      >
        <MeasureBand measure={measure} y={y} from={0} to={width} />
        {joined && (
          <polyline
            points={points.map((one) => `${x(one.x)},${y(one.off)}`).join(' ')}
            fill="none"
            stroke="var(--ink)"
          />
        )}
        {points.map((one) => (
          <path
            key={one.key}
            d={
              one.marked
                ? `M${x(one.x)} ${y(one.off) - 7}l7 7l-7 7l-7 -7Z`
                : `M${x(one.x) - 5} ${y(one.off)}a5 5 0 1 0 10 0a5 5 0 1 0 -10 0`
            }
            fill={one.marked ? 'var(--signal)' : 'var(--ink)'}
          />
        ))}
        <text x={0} y={HEIGHT - 6} fontSize={12}>
          {points[0]?.says}
        </text>
        {points.length > 1 && (
          <text x={width} y={HEIGHT - 6} fontSize={12} textAnchor="end">
            {points.at(-1)!.says}
          </text>
        )}
      </svg>
    </div>
  );
}
