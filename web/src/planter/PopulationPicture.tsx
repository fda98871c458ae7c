import type { DroppedPopulation, MonitorComparison, MonitorFigure } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { verdictWords } from './monitorWords.ts';

/** Population as dug, by row and for the machine, with its intervals, and what the monitor shows beside it. */
export function PopulationPicture({
  dropped,
  figures,
  comparison,
  targetPerM2,
}: {
  dropped: DroppedPopulation;
  figures: MonitorFigure[];
  comparison: MonitorComparison;
  targetPerM2: number;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(560);
  const shown = (row: number | null) => figures.find((figure) => figure.row === row)?.perM2;
  const verdict = (row: number | null) =>
    row === null
      ? comparison.machine?.verdict
      : comparison.rows.find((one) => one.row === row)?.verdict;
  const lines = [
    { row: null, ...dropped.machine },
    ...dropped.rows.map(({ row, perM2, intervalPerM2 }) => ({ row, perM2, intervalPerM2 })),
  ];
  const values = [
    targetPerM2,
    ...lines.map(({ perM2 }) => perM2),
    ...figures.map(({ perM2 }) => perM2),
  ];
  const middle = dropped.machine.perM2;
  // Wide enough for the figures; an interval that runs out of the picture is cut at its edge.
  const reach = Math.min(
    0.7,
    Math.max(0.3, ...values.map((value) => Math.abs(value / middle - 1) * 1.25)),
  );
  const [left, right, step] = [74, 92, 30];
  const x = scaleLinear([middle * (1 - reach), middle * (1 + reach)], [left, width - right]).clamp(
    true,
  );
  const height = lines.length * step + 62;
  const foot = height - 56;
  const said = [...(comparison.machine ? [comparison.machine] : []), ...comparison.rows];
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={said.map((one) => verdictWords(one, units)).join(' ')}
      >
        <line
          x1={x(targetPerM2)}
          x2={x(targetPerM2)}
          y1={0}
          y2={foot}
          stroke="var(--clay)"
          strokeWidth={1.5}
          strokeDasharray="6 4"
        />
        <Axis scale={x} kind="population" side="bottom" at={foot} />
        <text x={x(targetPerM2)} y={height - 16} fontSize={13} textAnchor="middle">
          target {units.show(targetPerM2, 'population')}
        </text>
        {lines.map(({ row, perM2, intervalPerM2 }, i) => {
          const y = i * step + step / 2 + 2;
          const says = verdict(row);
          const wrong = says === 'reads high' || says === 'reads low';
          const monitor = shown(row);
          return (
            <g key={row ?? 'machine'}>
              <text x={0} y={y + 5} fontSize={14} fontWeight={row === null || wrong ? 700 : 400}>
                {row === null ? 'Machine' : `Row ${row}`}
              </text>
              {intervalPerM2 && (
                <line
                  x1={x(intervalPerM2[0])}
                  x2={x(intervalPerM2[1])}
                  y1={y}
                  y2={y}
                  stroke="var(--soil)"
                  strokeWidth={row === null ? 8 : 5}
                  strokeLinecap="round"
                />
              )}
              <circle cx={x(perM2)} cy={y} r={row === null ? 6 : 4.5} fill="var(--ink)" />
              {monitor !== undefined && (
                <path
                  d={`M${x(monitor)} ${y + 2}l-7 -12h14z`}
                  fill={wrong ? 'var(--signal)' : 'var(--sheet)'}
                  stroke={wrong ? 'var(--signal)' : 'var(--clay)'}
                  strokeWidth={2}
                />
              )}
              <text
                x={width - right + 10}
                y={y + 5}
                fontSize={13}
                fontWeight={wrong ? 700 : 400}
                style={{ fill: wrong ? 'var(--signal)' : 'var(--ink-soft)' }}
              >
                {says === undefined
                  ? units.number(perM2, 'population')
                  : says === 'cannot tell'
                    ? 'too few'
                    : says}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="small soft">
        ● as dug with its 95 % interval, ▽ as the monitor shows it, {units.symbol('population')}.
        Rows borrow each other’s spread; few distances make wide intervals.
      </p>
    </div>
  );
}
