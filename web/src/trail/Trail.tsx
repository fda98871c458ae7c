import { urgencyOf, type TrailMark } from '@sendero/core';
import { useDrawingWidth } from '../app/useDrawingWidth.ts';
import { Link } from 'react-router';
import { shortDate } from '../app/dates.ts';

/** The planting's path through the season; each way-mark leads to its work. */
export function Trail({ marks }: { marks: readonly TrailMark[] }) {
  const { ref, width } = useDrawingWidth(760);
  const x = (i: number) => 58 + (i * (width - 116)) / (marks.length - 1);
  const y = (i: number) => (i % 2 === 0 ? 52 : 34);
  const path = marks
    .map((_, i) =>
      i === 0
        ? `M${x(0) - 60} 60 Q${x(0) - 20} 62 ${x(0)} ${y(0)}`
        : `S${(x(i - 1) + x(i)) / 2} ${i % 2 ? 20 : 66} ${x(i)} ${y(i)}`,
    )
    .join(' ');
  return (
    <nav className="trail" aria-label="Trail of this planting">
      <div ref={ref}>
        <svg width={width} height={118} style={{ display: 'block' }}>
          <path
            d={path}
            fill="none"
            stroke="var(--clay)"
            strokeWidth={4}
            strokeLinecap="round"
            strokeDasharray="0.1 10"
          />
          {marks.map((one, i) => {
            const { mark, label, link, state, from, to, instead } = one;
            const act = urgencyOf(one) !== null;
            const when =
              instead ??
              {
                done: `done ${shortDate(to)}`,
                due: `due by ${shortDate(to)}`,
                overdue: `overdue since ${shortDate(to)}`,
                missed: 'not made',
                later: `from ${shortDate(from)}`,
                notNeeded: 'not needed',
              }[state];
            const drawing = (
              <g>
                <rect x={x(i) - 55} y={4} width={110} height={110} fill="transparent" />
                <circle
                  cx={x(i)}
                  cy={y(i)}
                  r={15}
                  fill={state === 'done' ? 'var(--clay)' : 'var(--sheet)'}
                  stroke={act ? 'var(--signal)' : 'var(--clay)'}
                  strokeWidth={act ? 5 : 3}
                />
                {state === 'done' && (
                  <path
                    d={`M${x(i) - 6} ${y(i)}l4 5 8-10`}
                    fill="none"
                    stroke="var(--paper)"
                    strokeWidth={3}
                  />
                )}
                <text
                  x={x(i)}
                  y={86}
                  fontSize={width < 500 ? 15 : 17}
                  fontWeight={650}
                  textAnchor="middle"
                >
                  {label}
                </text>
                <text
                  x={x(i)}
                  y={106}
                  fontSize={width < 500 ? 12 : 14}
                  textAnchor="middle"
                  style={{ fill: act ? 'var(--signal)' : 'var(--ink-soft)' }}
                >
                  {when}
                </text>
              </g>
            );
            return link ? (
              <Link key={mark} to={link} aria-label={`${label}, ${when}`}>
                {drawing}
              </Link>
            ) : (
              <g key={mark}>{drawing}</g>
            );
          })}
        </svg>
      </div>
    </nav>
  );
}
