import { intervalClass, slotsSpanned, stageStep, type Crop } from '@sendero/core';
import { max, mode } from 'd3-array';
import type { MouseEvent } from 'react';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useInSight } from '../drawing/useInSight.ts';
import styles from './spacing.module.css';

interface Props {
  positionsM: readonly number[];
  referenceM: number;
  lengthM: number;
  /** Where a plant would be placed next. */
  cursorM?: number;
  onTap?(positionM: number): void;
  label: string;
  height?: number;
  /** Stage of each plant, where it is known: a plant is drawn as far as it is, one behind the commonest hollow. */
  stages?: readonly (string | null)[];
  crop?: Crop;
  /** Places where somebody dug, or a tag hangs. */
  marks?: readonly { atM: number; sign: 'dug' | 'tag' }[];
}

const PAD = 14;

/** A stretch of row to scale: tape along it, plants on it, gaps and doubles drawn where they are. */
export function RowRibbon({
  positionsM,
  referenceM,
  lengthM,
  cursorM,
  onTap,
  label,
  height = 96,
  stages,
  crop,
  marks = [],
}: Props) {
  const { ref, width: room } = useDrawingWidth(640);
  // Wide enough that neighbouring plants stay apart; a long tape then scrolls.
  const width = Math.max(room, Math.round((lengthM / referenceM) * 15));
  const x = scaleLinear([0, lengthM], [PAD, width - PAD]);
  const ground = height - 34;
  const cursorX = cursorM === undefined ? null : x(cursorM);
  const scroller = useInSight(cursorX, width, 0.75);
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    if (!onTap) return;
    const box = event.currentTarget.getBoundingClientRect();
    const m = x.invert(((event.clientX - box.left) / box.width) * width);
    onTap(Math.min(lengthM, Math.max(0, m)));
  };
  const steps = (stages ?? []).map((stage) =>
    stage === null || !crop ? null : stageStep(crop, stage),
  );
  const common = mode(steps.filter((step) => step !== null)) ?? null;
  const furthest = max(steps, (step) => step ?? 0) ?? 0;
  /** Full size without a stage; a plant behind is smaller. */
  const grown = (i: number) => {
    const step = steps[i] ?? null;
    return step === null || furthest === 0 ? 1 : Math.max(0.45, 1 - 0.25 * (furthest - step));
  };
  const radius = Math.min(9, Math.max(4, (x(referenceM) - x(0)) * 0.3));
  return (
    <div ref={ref}>
      <div ref={scroller} className="scroll-x" tabIndex={width > room ? 0 : undefined}>
        <svg
          className={styles.ribbon}
          width={width}
          height={height}
          role="img"
          aria-label={label}
          onClick={tap}
          style={{ cursor: onTap ? 'crosshair' : undefined }}
        >
          <rect x={0} y={ground} width={width} height={10} fill="var(--soil)" />
          {positionsM.slice(1).map((at, i) => {
            const slots = slotsSpanned(at - positionsM[i]!, referenceM);
            const kind = intervalClass(slots);
            if (kind === 'single') return null;
            const from = x(positionsM[i]!);
            return kind === 'miss' ? (
              <g key={i}>
                <rect
                  x={from + radius}
                  width={Math.max(2, x(at) - from - 2 * radius)}
                  y={ground - 22}
                  height={22}
                  fill="none"
                  stroke="var(--signal)"
                  strokeWidth={2}
                  strokeDasharray="5 4"
                />
                <text
                  x={(from + x(at)) / 2}
                  y={ground - 6}
                  fontSize={14}
                  textAnchor="middle"
                  style={{ fill: 'var(--signal)' }}
                >
                  {slots - 1}
                </text>
              </g>
            ) : (
              <path
                key={i}
                d={`M${from} ${ground - 34}v-8h${Math.max(3, x(at) - from)}v8`}
                fill="none"
                stroke="var(--signal)"
                strokeWidth={2}
              />
            );
          })}
          {positionsM.map((at, i) => {
            const step = steps[i] ?? null;
            const size = grown(i);
            const behind = step !== null && common !== null && step < common;
            return (
              <g key={i}>
                <line
                  x1={x(at)}
                  x2={x(at)}
                  y1={ground}
                  y2={ground - 16 * size}
                  stroke="var(--leaf)"
                  strokeWidth={2.5}
                />
                <ellipse
                  cx={x(at)}
                  cy={ground - 20 * size}
                  rx={radius * size}
                  ry={radius * 0.8 * size}
                  fill={behind ? 'var(--sheet)' : 'var(--leaf)'}
                  stroke={behind ? 'var(--clay)' : undefined}
                  strokeWidth={2}
                />
              </g>
            );
          })}
          {marks.map(({ atM, sign }, i) => (
            <path
              key={i}
              d={
                sign === 'dug'
                  ? `M${x(atM) - 5} ${ground + 1}l5 9l5 -9z`
                  : `M${x(atM)} ${ground - 20}v-20l12 5l-12 5`
              }
              fill={sign === 'dug' ? 'var(--ink)' : 'var(--clay)'}
              stroke="var(--ink)"
            />
          ))}
          {cursorM !== undefined && cursorM <= lengthM && (
            <path d={`M${x(cursorM)} ${ground + 2}l-9 16h18z`} fill="var(--clay)" />
          )}
          <Axis scale={x} kind="rowLength" side="bottom" at={ground + 10} room={60} unitAtEach />
        </svg>
      </div>
    </div>
  );
}
