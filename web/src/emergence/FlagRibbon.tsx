import type { LengthReading, LengthVisit } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { shortDate } from '../app/dates.ts';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import styles from './emergence.module.css';

/** Each visit its own flag: a colour and the number of the visit, so that no colour stands alone. */
const FLAGS = [
  'var(--clay)',
  'var(--leaf)',
  'var(--soil)',
  'var(--signal)',
  'var(--ink)',
  'var(--moist)',
];
const HEIGHT = 108;

/** The length drawn to scale with a flag for each plant, by visit; a tap sets the next one. */
export function FlagRibbon({
  length,
  visit: own,
  onFlag,
}: {
  length: LengthReading;
  /** The visit that is being made, once something is counted at it. */
  visit: LengthVisit | undefined;
  onFlag(placeM: number): void;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(360);
  const { lengthM } = length.data;
  const x = scaleLinear([0, lengthM], [14, width - 14]).clamp(true);
  const flagged = length.visits.flatMap((visit, i) =>
    (visit.count.data.flagsM ?? []).map((placeM) => ({
      placeM,
      visit: i + 1,
      now: visit === own,
      on: visit.count.data.on,
    })),
  );
  const now = flagged.filter((flag) => flag.now);
  return (
    <div ref={ref} className="stack tight">
      <svg
        width={width}
        height={HEIGHT}
        className={styles.ribbon}
        role="img"
        aria-label={`${units.show(lengthM, 'rowLength')} of row, ${flagged.length} flags, ${now.length} of them set now`}
        onClick={(event) => {
          const { left } = event.currentTarget.getBoundingClientRect();
          onFlag(Math.round(x.invert(event.clientX - left) * 100) / 100);
        }}
      >
        <rect x={14} y={58} width={width - 28} height={12} fill="var(--soil)" opacity={0.5} />
        {flagged.map(({ placeM, visit, now: isNow, on }, i) => (
          <g key={i} transform={`translate(${x(placeM)} 60)`} opacity={isNow ? 1 : 0.75}>
            <title>{`${shortDate(on)}, at ${units.show(placeM, 'rowLength')}`}</title>
            <line y1={0} y2={-46} stroke="var(--ink)" strokeWidth={1.5} />
            <path
              d="M0 -46 h15 l-4 6 l4 6 h-15 z"
              fill={FLAGS[(visit - 1) % FLAGS.length]}
              stroke="var(--ink)"
              strokeWidth={isNow ? 1.5 : 0.5}
            />
            <text x={4} y={-36} fontSize={10} fontWeight={700} style={{ fill: 'var(--sheet)' }}>
              {visit}
            </text>
          </g>
        ))}
        <Axis scale={x} kind="tapePosition" side="bottom" at={74} />
      </svg>
      <p className="small soft">
        Tap where a plant is newly up. Flags bear the number of their visit.
        {now.length === 0 && flagged.length === 0 ? ' None is set yet.' : ''}
      </p>
    </div>
  );
}
