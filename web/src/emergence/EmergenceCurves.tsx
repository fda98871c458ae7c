import {
  momentAfter,
  upBy,
  type EmergenceReading,
  type GroupReading,
  type Interval,
} from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { shortDate } from '../app/dates.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';

const [TOP, FOOT, LEFT, RIGHT] = [10, 30, 46, 74];

/** The curve of a group: the fitted one, or straight from visit to visit where none can be told. */
function pathOf(group: GroupReading, from: number, to: number): [number, number][] {
  const {
    fit: { curve },
    pool,
  } = group;
  if (curve)
    return Array.from({ length: 81 }, (_, i) => {
      const hours = from + ((to - from) * i) / 80;
      return [hours, upBy(curve, Math.max(0, hours))];
    });
  return [
    [from, 0],
    ...pool.hours.map((hours, i): [number, number] => [hours, pool.emerged[i]! / pool.sown]),
  ];
}

/** Share of the seeds up over time: all lengths, and each row or zone, on the same axes. */
export function EmergenceCurves({
  reading,
  groups,
  half,
  standing,
  chosen,
}: {
  reading: EmergenceReading;
  groups: readonly GroupReading[];
  half: Interval | null;
  /** Names that stand out. */
  standing: readonly string[];
  chosen: string | null;
}) {
  const { ref, width } = useDrawingWidth(640);
  const { all, planting, visits } = reading;
  if (!all) return null;
  const height = Math.min(340, Math.max(230, width * 0.42));
  const [first, last] = [visits[0]!.hours, visits.at(-1)!.hours];
  const from = Math.max(0, first - 36);
  const to = last + 12;
  const x = scaleLinear([from, to], [LEFT, width - RIGHT]);
  const y = scaleLinear([0, 1], [height - FOOT, TOP]);
  const draw = (points: [number, number][]) =>
    `M${points.map(([hours, share]) => `${x(hours).toFixed(1)} ${y(share).toFixed(1)}`).join('L')}`;
  const days = daysBetweenHours(planting.data.plantedOn, from, to);
  const each = Math.ceil(days.length / Math.max(2, Math.floor((width - LEFT - RIGHT) / 62)));
  const end = (group: GroupReading) => pathOf(group, from, to).at(-1)!;
  const named = groups.filter(({ name }) => standing.includes(name) || name === chosen);
  const labels = spread(
    [
      ...(groups.length > 2 ? [{ name: 'all', at: y(end(all)[1]) }] : []),
      ...(groups.length <= 2 ? groups : named).map((group) => ({
        name: group.name,
        at: y(end(group)[1]),
      })),
    ],
    16,
  );
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={`Share of the seeds up over time, ${visits.length} visits: ${all.pool.emerged
          .map(
            (n, i) =>
              `${Math.round((100 * n) / all.pool.sown)} % on ${shortDate(momentAfter(planting.data.plantedOn, all.pool.hours[i]!).slice(0, 10))}`,
          )
          .join(', ')}`}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <g key={share}>
            <line x1={LEFT} x2={width - RIGHT} y1={y(share)} y2={y(share)} stroke="var(--line)" />
            <text x={LEFT - 8} y={y(share) + 4} fontSize={12} textAnchor="end">
              {100 * share}
              {share === 1 ? ' %' : ''}
            </text>
          </g>
        ))}
        <line
          x1={LEFT}
          x2={width - RIGHT}
          y1={y(reading.expectedShare)}
          y2={y(reading.expectedShare)}
          stroke="var(--clay)"
          strokeDasharray="5 4"
        />
        <text
          x={LEFT + 4}
          y={y(reading.expectedShare) - 5}
          fontSize={12}
          style={{ fill: 'var(--clay)' }}
        >
          expected
        </text>
        {days.map(({ date, hours }, i) =>
          i % each === 0 ? (
            <g key={date}>
              <line
                x1={x(hours)}
                x2={x(hours)}
                y1={height - FOOT}
                y2={height - FOOT + 5}
                stroke="var(--ink-soft)"
              />
              <text x={x(hours)} y={height - 9} fontSize={12} textAnchor="middle">
                {shortDate(date)}
              </text>
            </g>
          ) : null,
        )}
        {half && all.told.t50H !== null && (
          <rect
            x={x(half.lower)}
            width={Math.max(2, x(half.upper) - x(half.lower))}
            y={TOP}
            height={height - FOOT - TOP}
            fill="var(--band)"
          />
        )}
        {groups.map((group) => {
          const out = standing.includes(group.name);
          const held = group.name === chosen;
          return (
            <path
              key={group.name}
              d={draw(pathOf(group, from, to))}
              fill="none"
              stroke={held ? 'var(--clay)' : out ? 'var(--signal)' : 'var(--leaf)'}
              strokeOpacity={out || held || groups.length <= 2 ? 1 : 0.38}
              strokeWidth={held ? 4 : out ? 3 : 1.6}
              strokeDasharray={group.fit.t50H === null ? '4 4' : undefined}
            />
          );
        })}
        {groups.length !== 1 && (
          <path
            d={draw(pathOf(all, from, to))}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={groups.length > 2 ? 3 : 0}
          />
        )}
        {groups.length === 1 && (
          <path d={draw(pathOf(all, from, to))} fill="none" stroke="var(--leaf)" strokeWidth={3} />
        )}
        {all.pool.hours.map((hours, i) => (
          <circle
            key={hours}
            cx={x(hours)}
            cy={y(all.pool.emerged[i]! / all.pool.sown)}
            r={5}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth={2}
          />
        ))}
        {labels.map(({ name, at }) => (
          <text key={name} x={width - RIGHT + 6} y={at + 4} fontSize={13} fontWeight={650}>
            {name}
          </text>
        ))}
      </svg>
    </div>
  );
}

/** The days between two times since planting, each at its noon. */
function daysBetweenHours(plantedOn: string, from: number, to: number) {
  const first = Math.ceil(from / 24);
  return Array.from({ length: Math.max(0, Math.floor(to / 24) - first + 1) }, (_, i) => ({
    hours: 24 * (first + i),
    date: momentAfter(plantedOn, 24 * (first + i)).slice(0, 10),
  }));
}

/** Moves labels apart so that each can be read. */
function spread<T extends { at: number }>(labels: T[], room: number): T[] {
  const sorted = [...labels].sort((a, b) => a.at - b.at);
  for (let i = 1; i < sorted.length; i++)
    if (sorted[i]!.at - sorted[i - 1]!.at < room)
      sorted[i] = { ...sorted[i]!, at: sorted[i - 1]!.at + room };
  return sorted;
}
