import { momentAfter, type EmergenceReading, type GroupReading } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { shortDate } from '../app/dates.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { signedHours, whenTold } from './emergenceWords.ts';
import type { LatenessAnswer } from './lateness.ts';
import styles from './emergence.module.css';

const LINE = 34;

/** Where a group stands in the order of lateness: by its own time, else by the visit that saw half of it. */
const middleOf = ({ told, fit, halfBetweenH }: GroupReading) =>
  told.t50H ?? fit.t50H ?? (halfBetweenH ? (halfBetweenH[0] + halfBetweenH[1]) / 2 : Infinity);

/** A strip for each row or zone, the latest first: from its first tenth to its ninth, and when half were up. */
export function EmergenceStrips({
  reading,
  groups,
  answer,
  chosen,
  onChoose,
}: {
  reading: EmergenceReading;
  groups: readonly GroupReading[];
  answer: LatenessAnswer | null;
  chosen: string | null;
  onChoose(name: string | null): void;
}) {
  const { ref, width } = useDrawingWidth(640);
  const { plantedOn } = reading.planting.data;
  const [first, last] = [reading.visits[0]!.hours, reading.visits.at(-1)!.hours];
  const right = width > 520 ? 150 : 92;
  const x = scaleLinear([first - 12, last + 6], [0, Math.max(80, width - 78 - right)]).clamp(true);
  const lateBy = new Map(answer?.groups.map(({ name, laterH }) => [name, laterH]));
  const ordered = [...groups].sort(
    (a, b) =>
      (lateBy.get(b.name) ?? -Infinity) - (lateBy.get(a.name) ?? -Infinity) ||
      middleOf(b) - middleOf(a),
  );
  const wide = Math.max(80, width - 78 - right);
  const each = Math.ceil(reading.visits.length / Math.max(1, Math.floor(wide / 58)));
  return (
    <div ref={ref} role="group" aria-label="When each came up, the latest first">
      <div className={styles.stripHead} aria-hidden>
        <span />
        <svg width={wide} height={18}>
          {reading.visits.map(({ round, hours, on }, i) =>
            i % each === 0 ? (
              <text
                key={round}
                x={Math.min(Math.max(x(hours), 22), wide - 22)}
                y={13}
                fontSize={12}
                textAnchor="middle"
              >
                {shortDate(on)}
              </text>
            ) : null,
          )}
        </svg>
        <span className="small soft">half up, h</span>
      </div>
      {ordered.map((group) => {
        const { name, told, halfBetweenH, pool } = group;
        const late = answer?.groups.find((one) => one.name === name);
        const out = late?.verdict === 'later';
        const bar: [number, number] | null = told.t50H
          ? [told.t10H ?? first - 12, told.t90H ?? last + 6]
          : halfBetweenH;
        return (
          <button
            key={name}
            className={styles.strip}
            aria-pressed={name === chosen}
            onClick={() => onChoose(name === chosen ? null : name)}
            aria-label={`${name}: ${told.t50H ? `half up ${whenTold(plantedOn, told.t50H, halfBetweenH ?? [0, Infinity])}` : halfBetweenH ? 'half up between two visits' : 'nothing up'}, ${pool.emerged.at(-1) ?? 0} of ${Math.round(pool.sown)}${out ? `, ${late.verdict} than the others` : ''}`}
          >
            <span className={styles.stripName}>{name}</span>
            <svg width={wide} height={LINE} aria-hidden>
              {reading.visits.map(({ round, hours }) => (
                <line
                  key={round}
                  x1={x(hours)}
                  x2={x(hours)}
                  y1={2}
                  y2={LINE - 2}
                  stroke="var(--line)"
                />
              ))}
              {bar && (
                <rect
                  x={x(bar[0])}
                  width={Math.max(3, x(bar[1]) - x(bar[0]))}
                  y={10}
                  height={LINE - 20}
                  rx={3}
                  fill={told.t50H ? (out ? 'var(--signal)' : 'var(--leaf)') : 'none'}
                  fillOpacity={0.45}
                  stroke={out ? 'var(--signal)' : 'var(--leaf)'}
                  strokeDasharray={told.t50H ? undefined : '4 3'}
                />
              )}
              {told.t50H && (
                <line
                  x1={x(told.t50H)}
                  x2={x(told.t50H)}
                  y1={5}
                  y2={LINE - 5}
                  stroke={out ? 'var(--signal)' : 'var(--ink)'}
                  strokeWidth={3}
                />
              )}
            </svg>
            <span className={styles.stripSays} data-out={out || undefined}>
              {late
                ? `${signedHours(late.laterH)} h`
                : told.t50H
                  ? shortDate(momentAfter(plantedOn, told.t50H).slice(0, 10))
                  : '–'}
              {late && width > 520 && (
                <span className="small soft">
                  {' '}
                  ({signedHours(late.interval.lower)} to {signedHours(late.interval.upper)})
                </span>
              )}
            </span>
          </button>
        );
      })}
    </div>
  );
}
