import {
  intervalOf,
  MEASURE_FACTS,
  MEASURE_WORDS,
  measureText,
  type CardMeasure,
  type JudgedMeasure,
  type JudgedRow,
  type PlanterCard,
  type Show,
} from '@sendero/core';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { MeasureBand } from './MeasureBand.tsx';
import { measureScale } from './measureScale.ts';

const MACHINE = 100;
/** Tolerances to either side that a lane shows. */
const REACH = 3;
/** A lane in which something is told from chance, and one in which nothing is. */
const LOUD = 64;
const QUIET = 30;
/** Room above a lane for its name. */
const HEAD = 24;
const PART_WORDS = {
  placing: 'Placing the seed',
  metering: 'Metering it',
  plants: 'What came of it',
};

/**
 * The machine from behind, its rows in place, and under each row what was measured of it: a lane a measure, each row beside its
 * sisters (the line) with its 95 % interval, the tolerance as a band.
 */
export function MachinePicture({
  card,
  chosen,
  onChoose,
}: {
  card: PlanterCard;
  chosen: number | null;
  onChoose(row: number): void;
}) {
  const units = useUnits();
  const { ref, width: room } = useDrawingWidth(720);
  const { rows, trackRows, sectionRows } = card.planter;
  const column = Math.max(20, (room - 8) / rows);
  const width = Math.max(room, column * rows + 8);
  const x = (row: number) => 4 + (row - 0.5) * column;
  const named = new Set(card.worst);
  const lanes = card.measures.filter(({ judged }) => judged.rows.length > 1);
  const high = lanes.map((lane) => {
    const whole = card.machine.find(({ measure }) => measure === lane.measure);
    const loud =
      whole !== undefined ||
      card.patterns.some(({ measure }) => measure === lane.measure) ||
      card.rows.some(({ findings }) => findings.some(({ measure }) => measure === lane.measure));
    return loud ? LOUD : QUIET;
  });
  const topOf = (i: number) => high.slice(0, i).reduce((top, own) => top + HEAD + own, MACHINE);
  const placed = lanes.map((lane, i) => {
    const { part } = MEASURE_FACTS[lane.measure];
    const first = i === 0 || MEASURE_FACTS[lanes[i - 1]!.measure].part !== part;
    return { lane, top: topOf(i), high: high[i]!, part: first ? part : null };
  });
  const height = topOf(lanes.length) + 8;
  return (
    <div ref={ref} className="scroll-x" tabIndex={width > room ? 0 : undefined}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={`${card.planter.name} from behind, ${rows} rows from the left. Rows named: ${card.worst.join(', ') || 'none'}. Measures: ${lanes.map(({ measure }) => MEASURE_WORDS[measure].name.toLowerCase()).join(', ')}.`}
      >
        {chosen !== null && (
          <rect
            x={x(chosen) - column / 2 + 1}
            y={2}
            width={column - 2}
            height={height - 4}
            fill="var(--clay)"
            fillOpacity={0.1}
            stroke="var(--clay)"
            strokeWidth={2}
            rx={4}
          />
        )}
        {trackRows.map((row) => (
          <g key={row} stroke="var(--ink-soft)" strokeWidth={1.5} opacity={0.75}>
            <rect x={x(row) - 8} y={8} width={16} height={66} rx={5} fill="var(--soil)" />
            {[16, 26, 36, 46, 56, 66].map((y) => (
              <path key={y} d={`M${x(row) - 7} ${y}l7 -5l7 5`} fill="none" />
            ))}
          </g>
        ))}
        <rect x={4} y={14} width={column * rows} height={8} rx={2} fill="var(--clay)" />
        {sectionRows !== null &&
          Array.from({ length: Math.ceil(rows / sectionRows) - 1 }, (_, s) => (
            <line
              key={s}
              x1={4 + (s + 1) * sectionRows * column}
              x2={4 + (s + 1) * sectionRows * column}
              y1={6}
              y2={30}
              stroke="var(--ink)"
              strokeWidth={3}
            />
          ))}
        {card.rows.map(({ row, seen }) => (
          <Unit
            key={row}
            x={x(row)}
            row={row}
            named={named.has(row)}
            seen={seen}
            narrow={column < 26}
          />
        ))}
        {placed.map((one) => (
          <Lane
            key={one.lane.measure}
            {...one}
            width={width}
            x={x}
            card={card}
            column={column}
            mean={meanText(
              one.lane.measure,
              card.machine.find(({ measure }) => measure === one.lane.measure)?.value ??
                one.lane.judged.mean,
              units.show,
            )}
          />
        ))}
        {card.rows.map(({ row }) => (
          <rect
            key={row}
            x={x(row) - column / 2}
            y={0}
            width={column}
            height={height}
            fill="transparent"
            style={{ cursor: 'pointer' }}
            onClick={() => onChoose(row)}
            data-row={row}
          />
        ))}
      </svg>
    </div>
  );
}

/** One row unit seen from behind: its arms, its box, and the pair of closing wheels. */
function Unit({
  x,
  row,
  named,
  seen,
  narrow,
}: {
  x: number;
  row: number;
  named: boolean;
  seen: boolean;
  narrow: boolean;
}) {
  const colour = named ? 'var(--signal)' : seen ? 'var(--leaf)' : 'var(--ink-soft)';
  return (
    <g>
      <rect x={x - 2} y={22} width={4} height={12} fill="var(--ink)" />
      <rect
        x={x - 7}
        y={32}
        width={14}
        height={18}
        rx={2}
        fill={seen ? colour : 'var(--sheet)'}
        stroke={colour}
        strokeWidth={1.5}
      />
      <path
        d={`M${x - 8} 54l5 18M${x + 8} 54l-5 18`}
        stroke="var(--ink)"
        strokeWidth={3.5}
        strokeLinecap="round"
      />
      <text
        x={x}
        y={90}
        fontSize={narrow ? 11 : 14}
        textAnchor="middle"
        fontWeight={named ? 700 : 400}
        style={{ fill: named ? 'var(--signal)' : 'var(--ink)' }}
      >
        {row}
      </text>
    </g>
  );
}

/** @example meanText('depth', -0.003, show) // 'mean ⅛ in too shallow' */
function meanText(measure: CardMeasure, mean: number, show: Show): string {
  if (measure !== 'depth') return `mean ${measureText(measure, mean, show)}`;
  return Math.abs(mean) < 0.0016
    ? 'mean on target'
    : `mean ${show(Math.abs(mean), 'seedDepth')} too ${mean < 0 ? 'shallow' : 'deep'}`;
}

function Lane({
  lane: { measure, judged },
  top,
  high,
  part,
  width,
  x,
  card,
  column,
  mean,
}: {
  lane: JudgedMeasure;
  top: number;
  high: number;
  /** Named where its lanes begin. */
  part: keyof typeof PART_WORDS | null;
  column: number;
  width: number;
  x(row: number): number;
  card: PlanterCard;
  mean: string;
}) {
  const units = useUnits();
  const { tolerance } = MEASURE_FACTS[measure];
  const [head, foot] = [top + HEAD + 6, top + HEAD + high - 8];
  /** What a row is held against: the target where there is one, else its sisters. */
  const off = (row: JudgedRow) => (row.against.target ?? row.against.sisters).difference;
  const reach = Math.max(
    (high === QUIET ? 2 : REACH) * tolerance,
    ...(high === QUIET ? [] : judged.rows.map((row) => 1.15 * Math.abs(off(row)))),
  );
  const y = measureScale(measure, reach, [head, foot]).clamp(true);
  return (
    <g>
      <text className="halo" x={4} y={top + 14} fontSize={13} fontWeight={700}>
        {MEASURE_WORDS[measure].name}
        <tspan fontWeight={400} style={{ fill: 'var(--ink-soft)' }}>
          {` ${mean}; band ± ${measureText(measure, tolerance, units.show)}`}
        </tspan>
      </text>
      {part && width > 500 && (
        <text x={width - 4} y={top + 14} fontSize={13} textAnchor="end" fontStyle="italic">
          {PART_WORDS[part]}
        </text>
      )}
      {card.patterns
        .filter((one) => one.measure === measure)
        .map(({ pattern, rows }) => (
          <path
            key={pattern}
            d={`M${x(rows[0]!) - column * 0.4} ${foot - 2}v6H${x(rows.at(-1)!) + column * 0.4}v-6`}
            fill="none"
            stroke="var(--signal)"
            strokeWidth={2}
          />
        ))}
      <MeasureBand measure={measure} y={y} from={4} to={width - 4} />
      {judged.rows.map((row) => {
        const told = card.rows[row.row - 1]?.findings.find((one) => one.measure === measure);
        const value = told?.difference ?? off(row);
        const against = row.against.target ?? row.against.sisters;
        const interval = told?.interval ?? intervalOf(against);
        const at = y(value);
        return (
          <g key={row.row}>
            {interval && (
              <line
                x1={x(row.row)}
                x2={x(row.row)}
                y1={y(interval[0])}
                y2={y(interval[1])}
                stroke={told ? 'var(--signal)' : 'var(--soil)'}
                strokeWidth={4}
                strokeLinecap="round"
              />
            )}
            {told ? (
              <path
                d={`M${x(row.row)} ${at - 7}l7 7l-7 7l-7 -7z`}
                fill="var(--signal)"
                stroke="var(--sheet)"
                strokeWidth={1}
              />
            ) : (
              <circle
                cx={x(row.row)}
                cy={at}
                r={4}
                fill={against.se > 0 ? 'var(--ink)' : 'var(--sheet)'}
                stroke="var(--ink)"
                strokeWidth={1.5}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}
