import {
  MEASURE_FACTS,
  MEASURE_WORDS,
  measureText,
  rowOn,
  rowOverYears,
  type YearLine,
} from '@sendero/core';
import { useMemo } from 'react';
import { shortDate } from '../app/dates.ts';
import { useChildren } from '../data/hooks.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { MeasureBand } from './MeasureBand.tsx';
import { measureScale } from './measureScale.ts';
import { useSeasonOfPlanter } from './useSeasonOfPlanter.ts';
import { seasonEnds, useUnitMoves } from './useUnitMoves.ts';

/** Lines shown at once. */
const MOST_LINES = 3;

/** A row through the seasons on this device, with what was changed on it in between. */
export default function OverYears({ planterId, row }: { planterId: string; row: number }) {
  const back0 = useSeasonOfPlanter(planterId);
  const back1 = useSeasonOfPlanter(planterId, 1);
  const back2 = useSeasonOfPlanter(planterId, 2);
  const items = useChildren('workItem', 'planterId', planterId);
  const moves = useUnitMoves(planterId);
  const seasons = useMemo(
    () =>
      [back2, back1, back0].flatMap((read) =>
        read && read.cells.cells.length > 0 ? [{ season: read.season, card: read.card() }] : [],
      ),
    [back0, back1, back2],
  );
  // Seasons are judged once; choosing another row only reads them.
  const lines = useMemo(
    () => rowOverYears(seasons, row, moves).slice(0, MOST_LINES),
    [seasons, row, moves],
  );
  const done = items.filter(
    ({ data }) =>
      data.doneOn !== null && data.rows.includes(rowOn(row, moves, seasonEnds(data.season))),
  );
  const came = moves.filter(({ rowA, rowB }) => rowA === row || rowB === row);
  if (lines.length === 0 && came.length === 0) return null;
  return (
    <div className="stack tight" role="group" aria-label={`Row ${row} over the years`}>
      <h3>Over the years</h3>
      {lines.map((line) => (
        <YearPicture key={line.measure} line={line} />
      ))}
      {came.map(({ rowA, rowB, on }) => (
        <p key={`${on} ${rowA} ${rowB}`} className="small">
          <b>
            {shortDate(on)}, {on.slice(0, 4)}
          </b>{' '}
          This unit came from row {rowA === row ? rowB : rowA}; its history came with it.
        </p>
      ))}
      {done.map(({ id, data }) => (
        <p key={id} className="small">
          <b>
            {shortDate(data.doneOn!)}, {data.doneOn!.slice(0, 4)}
          </b>{' '}
          {data.what}
          {data.doneNote && `: ${data.doneNote}`}
        </p>
      ))}
    </div>
  );
}

function YearPicture({ line: { measure, points } }: { line: YearLine }) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(300);
  const { tolerance } = MEASURE_FACTS[measure];
  const reach = Math.max(
    1.6 * tolerance,
    ...points.flatMap(({ difference, interval }) => (interval ?? [difference]).map(Math.abs)),
  );
  const y = measureScale(measure, reach, [22, 92]);
  const x = (i: number) => 40 + (i * (width - 80)) / Math.max(1, points.length - 1);
  const says = (difference: number) =>
    Math.abs(difference) < tolerance / 8 ||
    measureText(measure, Math.abs(difference), units.show) === measureText(measure, 0, units.show)
      ? measure === 'depth'
        ? 'on target'
        : 'like its sisters'
      : `${difference < 0 ? '−' : '+'}${measureText(measure, Math.abs(difference), units.show)}`;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={114}
        role="img"
        aria-label={`${MEASURE_WORDS[measure].name}: ${points.map(({ season, difference }) => `${season} ${says(difference)}`).join(', ')}`}
        style={{ display: 'block' }}
      >
        <text x={0} y={13} fontSize={13} fontWeight={700}>
          {MEASURE_WORDS[measure].name}
        </text>
        <MeasureBand measure={measure} y={y} from={0} to={width} />
        <polyline
          points={points.map(({ difference }, i) => `${x(i)},${y(difference)}`).join(' ')}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
        {points.map(({ season, difference, interval, named }, i) => (
          <g key={season}>
            {interval && (
              <line
                x1={x(i)}
                x2={x(i)}
                y1={y(interval[0])}
                y2={y(interval[1])}
                stroke={named ? 'var(--signal)' : 'var(--soil)'}
                strokeWidth={4}
                strokeLinecap="round"
              />
            )}
            <circle
              cx={x(i)}
              cy={y(difference)}
              r={5}
              fill={named ? 'var(--signal)' : 'var(--ink)'}
            />
            <text
              x={i === 0 ? 0 : i === points.length - 1 ? width : x(i)}
              y={109}
              fontSize={12}
              textAnchor={i === 0 ? 'start' : i === points.length - 1 ? 'end' : 'middle'}
            >
              {season}: {says(difference)}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}
