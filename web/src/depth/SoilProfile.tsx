import { max } from 'd3-array';
import { crownDepth, isOff, type Crop, type DepthVerdict, type DrawnSeed } from '@sendero/core';
import { useMergedRef } from '@mantine/hooks';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useInSight } from '../drawing/useInSight.ts';
import { useUnits } from '../units/useUnits.ts';

interface Props {
  rows: { row: number; seeds: DrawnSeed[]; verdict?: DepthVerdict; below?: string }[];
  crop: Crop;
  targetM: number;
  toleranceM: number;
  dryLayerM: number | null;
  height?: number;
  /** Row being dug; tapping a row makes it so. */
  chosen?: number;
  onChoose?(row: number): void;
}

const SURFACE = 22;
/** Room for the axis, pixels. */
const LEFT = 40;

/** All planter rows side by side in cross-section: seeds at their measured depth, the target band, the moisture line, the crown. */
export function SoilProfile({
  rows,
  crop,
  targetM,
  toleranceM,
  dryLayerM,
  height = 230,
  chosen,
  onChoose,
}: Props) {
  const units = useUnits();
  const { ref, width: room } = useDrawingWidth(640);
  const column = Math.max(22, (room - LEFT - 4) / Math.max(1, rows.length));
  const width = LEFT + column * rows.length + 4;
  const depths = rows.flatMap(({ seeds }) => seeds.flatMap(({ depthM }) => depthM ?? []));
  const deepest = Math.max(targetM + 3 * toleranceM, dryLayerM ?? 0, max(depths) ?? 0) + 0.008;
  const bottom = height - (rows.some(({ below }) => below) ? 44 : 26);
  const y = scaleLinear([0, deepest], [SURFACE, bottom]);
  const crownM = crownDepth(targetM, crop);
  const words = rows
    .map(({ row, seeds, verdict }) => {
      const read = seeds.flatMap(({ depthM }) =>
        depthM === null ? ['lost'] : [units.number(depthM, 'seedDepth')],
      );
      return `row ${row}: ${read.join(', ') || 'not dug'}${verdict ? `, ${verdict}` : ''}`;
    })
    .join('; ');
  // The row being dug is in sight, however many there are.
  const at = rows.findIndex(({ row }) => row === chosen);
  const frame = useInSight(at < 0 ? null : LEFT + (at + 0.5) * column, width);
  return (
    <div
      ref={useMergedRef(ref, frame)}
      className="scroll-x"
      tabIndex={width > room ? 0 : undefined}
    >
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={`Depth of seeds by row, ${units.symbol('seedDepth')}; target ${units.show(targetM, 'seedDepth')}. ${words}`}
      >
        <rect
          x={LEFT}
          y={SURFACE}
          width={width - LEFT}
          height={bottom - SURFACE}
          fill="var(--band)"
        />
        {dryLayerM !== null && (
          <>
            <rect
              x={LEFT}
              y={y(dryLayerM)}
              width={width - LEFT}
              height={Math.max(0, bottom - y(dryLayerM))}
              fill="var(--moist)"
            />
            <line
              x1={LEFT}
              x2={width}
              y1={y(dryLayerM)}
              y2={y(dryLayerM)}
              stroke="var(--ink-soft)"
              strokeWidth={1.5}
              strokeDasharray="2 4"
            />
            <text x={width - 6} y={y(dryLayerM) - 4} fontSize={12} textAnchor="end">
              moisture line
            </text>
          </>
        )}
        <rect
          x={LEFT}
          y={y(Math.max(0, targetM - toleranceM))}
          width={width - LEFT}
          height={y(targetM + toleranceM) - y(Math.max(0, targetM - toleranceM))}
          fill="var(--sheet)"
          opacity={0.75}
        />
        <line
          x1={LEFT}
          x2={width}
          y1={y(targetM)}
          y2={y(targetM)}
          stroke="var(--clay)"
          strokeWidth={1.5}
        />
        {crownM !== null && (
          <line
            x1={LEFT}
            x2={width}
            y1={y(crownM)}
            y2={y(crownM)}
            stroke="var(--leaf)"
            strokeWidth={1.5}
            strokeDasharray="1 5"
            strokeLinecap="round"
          />
        )}
        <line
          x1={LEFT}
          x2={width}
          y1={SURFACE}
          y2={SURFACE}
          stroke="var(--ink)"
          strokeWidth={2.5}
        />
        <Axis scale={y} kind="seedDepth" side="left" at={LEFT} />
        {rows.map(({ row, seeds, verdict, below }, i) => {
          const x = LEFT + (i + 0.5) * column;
          const off = isOff(verdict);
          const spread = Math.min(column - 12, 34);
          return (
            <g
              key={row}
              onClick={onChoose && (() => onChoose(row))}
              style={onChoose ? { cursor: 'pointer' } : undefined}
              data-row={row}
            >
              <rect
                x={x - column / 2 + 1}
                y={2}
                width={column - 2}
                height={height - 4}
                fill={row === chosen ? 'var(--clay)' : 'transparent'}
                fillOpacity={row === chosen ? 0.1 : 1}
                stroke={row === chosen ? 'var(--clay)' : 'none'}
                strokeWidth={2.5}
                rx={4}
              />
              {seeds.map((seed, s) => {
                const sx =
                  seeds.length === 1 ? x : x - spread / 2 + (s * spread) / (seeds.length - 1);
                return (
                  <SeedMark
                    key={s}
                    seed={seed}
                    x={sx}
                    y={y}
                    targetM={targetM}
                    toleranceM={toleranceM}
                  />
                );
              })}
              <text
                x={x}
                y={bottom + 17}
                fontSize={15}
                fontWeight={off || row === chosen ? 700 : 400}
                textAnchor="middle"
                style={{ fill: off ? 'var(--signal)' : undefined }}
              >
                {row}
              </text>
              {below && (
                <text
                  x={x}
                  y={bottom + 35}
                  fontSize={column < 40 ? 12 : 14}
                  fontWeight={off ? 700 : 400}
                  textAnchor="middle"
                  style={{ fill: off ? 'var(--signal)' : 'var(--ink-soft)' }}
                >
                  {below}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

/** A seed: filled inside the band, a ring outside it, struck through when it lies dry; a cross at the surface when lost. */
function SeedMark({
  seed: { depthM, moist, plant },
  x,
  y,
  targetM,
  toleranceM,
}: {
  seed: DrawnSeed;
  x: number;
  y(depthM: number): number;
  targetM: number;
  toleranceM: number;
}) {
  if (depthM === null)
    return (
      <path
        d={`M${x - 4} ${SURFACE - 12}l8 8m0 -8l-8 8`}
        stroke="var(--ink)"
        strokeWidth={2}
        fill="none"
      />
    );
  const inside = Math.abs(depthM - targetM) <= toleranceM + 1e-9;
  return (
    <g>
      <circle
        cx={x}
        cy={y(depthM)}
        r={inside ? 4.6 : 4.2}
        fill={inside ? 'var(--ink)' : 'var(--sheet)'}
        stroke={inside ? 'var(--ink)' : 'var(--signal)'}
        strokeWidth={inside ? 0 : 2.6}
      />
      {plant && (
        <path
          d={
            plant === 'late'
              ? `M${x} ${y(depthM) - 4}v-5`
              : `M${x} ${y(depthM) - 4}v-7m-4 -2l4 3l4 -3`
          }
          fill="none"
          stroke={plant === 'late' ? 'var(--clay)' : 'var(--leaf)'}
          strokeWidth={2}
        />
      )}
      {moist === false && (
        <line
          x1={x - 7}
          x2={x + 7}
          y1={y(depthM) + 6}
          y2={y(depthM) - 6}
          stroke="var(--signal)"
          strokeWidth={2}
        />
      )}
    </g>
  );
}

/** What the marks of the drawing mean. */
export function SoilProfileKey({ crown, moisture }: { crown: boolean; moisture: boolean }) {
  return (
    <p className="small soft">
      ● inside the tolerance, ○ outside it, struck through: in dry soil, × kicked out. Pale band:
      target
      {crown ? ', green dots: where the crown will sit' : ''}
      {moisture ? ', darker: moist soil' : ''}. Rows left to right facing the direction of travel.
    </p>
  );
}
