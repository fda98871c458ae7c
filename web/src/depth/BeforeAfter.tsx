import type { RowChange } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

const OUTCOME_WORDS = {
  worked: 'it worked',
  'cannot tell yet': 'cannot tell yet',
  'dig again': 'dig again',
};

/** What became of an adjustment, with what would tell when it cannot be told yet. */
function outcomeText({
  outcome,
  nearer,
  moreDigs,
}: Pick<RowChange, 'outcome' | 'nearer' | 'moreDigs'>) {
  if (outcome === 'did not') return nearer ? 'nearer, still off' : 'it did not work';
  if (outcome === 'cannot tell yet' && Array.isArray(moreDigs))
    return `cannot tell: ${moreDigs[0]}–${moreDigs[1]} more digs`;
  return OUTCOME_WORDS[outcome];
}

/** Adjusted rows, before and after, against the target band. */
export function BeforeAfter({
  changes,
  targetM,
  toleranceM,
}: {
  changes: RowChange[];
  targetM: number;
  toleranceM: number;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(520);
  const [left, right, line] = [64, 176, 44];
  const depths = changes.flatMap(({ beforeM, afterM }) =>
    [beforeM, afterM].filter((d) => d !== null),
  );
  const least = Math.min(targetM - 2 * toleranceM, ...depths) - toleranceM / 2;
  const most = Math.max(targetM + 2 * toleranceM, ...depths) + toleranceM / 2;
  const x = scaleLinear([least, most], [left, left + Math.max(60, width - left - right)]);
  const height = changes.length * line + 44;
  const foot = height - 42;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={`Before and after: ${changes
          .map(
            ({ row, beforeM, afterM, ...change }) =>
              `row ${row} ${beforeM === null ? '' : `from ${units.show(beforeM, 'seedDepth')} `}${afterM === null ? '' : `to ${units.show(afterM, 'seedDepth')}, `}${outcomeText(change)}`,
          )
          .join('; ')}`}
      >
        <rect
          x={x(targetM - toleranceM)}
          width={x(targetM + toleranceM) - x(targetM - toleranceM)}
          y={0}
          height={foot}
          fill="var(--band)"
        />
        <line x1={x(targetM)} x2={x(targetM)} y1={0} y2={foot} stroke="var(--clay)" />
        <Axis scale={x} kind="seedDepth" side="bottom" at={foot} room={56} />
        <text x={x(targetM)} y={height - 4} fontSize={13} textAnchor="middle">
          target {units.show(targetM, 'seedDepth')}
        </text>
        {changes.map((change, i) => {
          const { row, beforeM, afterM, outcome } = change;
          const y = i * line + line / 2;
          const bad = outcome === 'did not';
          return (
            <g key={row}>
              <text x={2} y={y + 5} fontSize={15} fontWeight={650}>
                Row {row}
              </text>
              {beforeM !== null && (
                <circle
                  cx={x(beforeM)}
                  cy={y}
                  r={6}
                  fill="var(--sheet)"
                  stroke="var(--ink-soft)"
                  strokeWidth={2}
                />
              )}
              {beforeM !== null && afterM !== null && Math.abs(x(afterM) - x(beforeM)) > 14 && (
                <line
                  x1={x(beforeM) + (afterM > beforeM ? 7 : -7)}
                  x2={x(afterM) + (afterM > beforeM ? -8 : 8)}
                  y1={y}
                  y2={y}
                  stroke="var(--ink-soft)"
                  strokeWidth={2}
                  strokeDasharray="4 3"
                />
              )}
              {afterM !== null && (
                <circle cx={x(afterM)} cy={y} r={7} fill={bad ? 'var(--signal)' : 'var(--ink)'} />
              )}
              <text
                x={width - right + 12}
                y={y + (afterM === null ? 5 : -2)}
                fontSize={14}
                fontWeight={650}
                style={{ fill: bad ? 'var(--signal)' : undefined }}
              >
                {outcomeText(change)}
              </text>
              {afterM !== null && (
                <text
                  x={width - right + 12}
                  y={y + 15}
                  fontSize={13}
                  style={{ fill: 'var(--ink-soft)' }}
                >
                  {beforeM === null ? '' : `${units.number(beforeM, 'seedDepth')} → `}
                  {units.show(afterM, 'seedDepth')}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
