import { emergenceVisits, flaggedCounts, type Kept } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { useMemo } from 'react';
import { useAll } from '../data/hooks.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';

const HEIGHT = 130;
const [TOP, FOOT, LEFT] = [8, 106, 48];

/** Every flagged row of the first planting that has this one: share of its seeds up by the hour. */
function curvesOf(
  plantings: readonly Kept<'planting'>[],
  lengths: readonly Kept<'flaggedLength'>[],
  counts: readonly Kept<'emergenceCount'>[],
  row: number,
) {
  const ofRows = lengths.filter(({ data }) => data.row !== null);
  const planting = plantings.find(({ id }) =>
    ofRows.some(({ data }) => data.plantingId === id && data.row === row),
  );
  if (!planting) return [];
  const own = ofRows.filter(({ data }) => data.plantingId === planting.id);
  const ids = new Set(own.map(({ id }) => id));
  const { lengths: all } = emergenceVisits(
    planting.data,
    own,
    counts.filter(({ data }) => ids.has(data.lengthId)),
  );
  return all.flatMap((one) => {
    const { sown, rounds } = flaggedCounts(one);
    const points = rounds.map((at) => [at.hours, at.emerged / sown] as const);
    return rounds.length > 1 && sown > 0 ? [{ id: one.id, row: one.data.row, points }] : [];
  });
}

/** How a row came up beside its sisters: share of its seeds up, visit by visit, in the field it was flagged in. */
export default function RowCurve({
  plantings,
  row,
}: {
  plantings: readonly Kept<'planting'>[];
  row: number;
}) {
  const lengths = useAll('flaggedLength');
  const counts = useAll('emergenceCount');
  const { ref, width } = useDrawingWidth(300);
  const read = useMemo(
    () => curvesOf(plantings, lengths, counts, row),
    [plantings, lengths, counts, row],
  );
  if (!read.some((one) => one.row === row)) return null;
  const hours = read.flatMap(({ points }) => points.map(([at]) => at));
  const x = scaleLinear([Math.min(...hours), Math.max(...hours)], [LEFT, width - 8]);
  const y = scaleLinear([0, 1], [FOOT, TOP]);
  const path = (points: readonly (readonly [number, number])[]) =>
    `M${points.map(([at, share]) => `${x(at)} ${y(share)}`).join('L')}`;
  const own = read.filter((one) => one.row === row);
  const last = own[0]!.points.at(-1)!;
  return (
    <div ref={ref}>
      <h3>Coming up</h3>
      <svg
        width={width}
        height={HEIGHT}
        role="img"
        aria-label={`Row ${row} coming up beside its sisters: ${Math.round(100 * last[1])} % of its seeds after ${Math.round(last[0] / 24)} days`}
        style={{ display: 'block' }}
      >
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <line x1={LEFT} x2={width} y1={y(share)} y2={y(share)} stroke="var(--line)" />
            <text x={LEFT - 5} y={y(share) + 4} fontSize={12} textAnchor="end">
              {100 * share} %
            </text>
          </g>
        ))}
        {read
          .filter((one) => one.row !== row)
          .map(({ id, points }) => (
            <path key={id} d={path(points)} fill="none" stroke="var(--soil)" strokeWidth={1.2} />
          ))}
        {own.map(({ id, points }) => (
          <path key={id} d={path(points)} fill="none" stroke="var(--ink)" strokeWidth={3} />
        ))}
        <text x={LEFT} y={HEIGHT - 6} fontSize={12}>
          {Math.round(Math.min(...hours) / 24)} days after planting
        </text>
        <text x={width - 8} y={HEIGHT - 6} fontSize={12} textAnchor="end">
          {Math.round(Math.max(...hours) / 24)} days
        </text>
      </svg>
    </div>
  );
}
