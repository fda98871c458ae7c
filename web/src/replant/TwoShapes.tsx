import { OPTION_WORDS, type OptionReturn } from '@sendero/core';
import { max, min } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { useMemo } from 'react';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import styles from './replant.module.css';

const [TOP, FOOT, SIDE] = [8, 34, 14];
const POINTS = 72;

/** How often each return comes up, smoothed: a hill for each option. */
function hill(sample: readonly number[], from: number, to: number): [number, number][] {
  const step = (to - from) / POINTS;
  const width = 2.2 * step;
  return Array.from({ length: POINTS + 1 }, (_, i) => {
    const at = from + i * step;
    const height = sample.reduce(
      (sum, value) => sum + Math.exp(-(((value - at) / width) ** 2) / 2),
      0,
    );
    return [at, height / (sample.length * width)];
  });
}

/** What keeping and the best other thing would return, as two hills over one scale: how far they lie over each other is how close the call is. */
export function TwoShapes({ kept, other }: { kept: OptionReturn; other: OptionReturn }) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(640);
  const height = Math.min(260, Math.max(190, width * 0.36));
  const drawn = useMemo(() => {
    const all = [...kept.sample, ...other.sample];
    const [low, high] = [min(all)!, max(all)!];
    const room = 0.06 * Math.max(1e-9, high - low);
    const [from, to] = [low - room, high + room];
    return { from, to, hills: [hill(kept.sample, from, to), hill(other.sample, from, to)] };
  }, [kept, other]);
  const x = scaleLinear([drawn.from, drawn.to], [SIDE, width - SIDE]);
  const most = max(drawn.hills.flat(), ([, value]) => value)!;
  const y = scaleLinear([0, most], [height - FOOT, TOP]);
  const shape = (points: readonly [number, number][]) =>
    `M${x(drawn.from)} ${y(0)}${points.map(([at, value]) => `L${x(at).toFixed(1)} ${y(value).toFixed(1)}`).join('')}L${x(drawn.to)} ${y(0)}Z`;
  const looks = [
    { one: kept, colour: 'var(--leaf)', dash: undefined },
    { one: other, colour: 'var(--clay)', dash: '6 4' },
  ];
  return (
    <div ref={ref}>
      <div className="row" aria-hidden>
        {looks.map(({ one, colour, dash }) => (
          <span key={one.option} className={styles.legend}>
            <svg width={26} height={16}>
              <rect
                x={1}
                y={1}
                width={24}
                height={14}
                fill={colour}
                fillOpacity={0.28}
                stroke={colour}
                strokeWidth={2}
                strokeDasharray={dash}
              />
            </svg>
            {OPTION_WORDS[one.option]}{' '}
            <strong>{units.show(one.expectedPerM2, 'moneyPerArea')}</strong>
          </span>
        ))}
      </div>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Return of ${looks.map(({ one }) => `${OPTION_WORDS[one.option].toLowerCase()}: ${units.show(one.expectedPerM2, 'moneyPerArea')}, 95 % ${units.interval(one.interval, 'moneyPerArea')}`).join('; ')}`}
      >
        {looks.map(({ one, colour, dash }, i) => (
          <g key={one.option}>
            <path
              d={shape(drawn.hills[i]!)}
              fill={colour}
              fillOpacity={0.28}
              stroke={colour}
              strokeWidth={2}
              strokeDasharray={dash}
            />
            <line
              x1={x(one.expectedPerM2)}
              x2={x(one.expectedPerM2)}
              y1={TOP - 4}
              y2={y(0)}
              stroke={colour}
              strokeWidth={2}
              strokeDasharray={dash}
            />
          </g>
        ))}
        <line x1={SIDE} x2={width - SIDE} y1={y(0)} y2={y(0)} stroke="var(--ink-soft)" />
        <Axis scale={x} kind="moneyPerArea" side="bottom" at={y(0)} />
      </svg>
    </div>
  );
}
