import { INCH_M, crownDepth, wetness, type Crop, type MoistureReading } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';

const DEEPEST = 4.2 * INCH_M;
const SURFACE = 34;

/** The furrow cut across: surface, dry layer, moisture line, seed, and where crown and nodal roots will sit. It moves with what it shows. */
export function FurrowSection({
  crop,
  depthM,
  rangeM,
  dryLayerM,
  readings,
}: {
  crop: Crop;
  depthM: number;
  rangeM: [number, number];
  dryLayerM: number | null;
  readings: readonly MoistureReading[];
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(420);
  const height = 330;
  const y = scaleLinear([0, DEEPEST], [SURFACE, height - 6]);
  const x = width / 2;
  const crownM = crownDepth(depthM, crop);
  const slide = (depth: number) => ({
    transform: `translateY(${y(depth)}px)`,
    transition: 'transform 300ms ease-out',
  });
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block' }}
        role="img"
        aria-label={`Furrow in cross-section: seed at ${units.show(depthM, 'seedDepth')}${dryLayerM === null ? '' : `, dry soil down to ${units.show(dryLayerM, 'seedDepth')}`}${readings.map((one) => `, ${wetness(one) >= 1 ? 'moist' : 'short of moisture'} at ${units.show(one.depthM, 'seedDepth')}`).join('')}${crownM === null ? '' : `, crown at ${units.show(crownM, 'seedDepth')}`}`}
      >
        <rect x={36} y={SURFACE} width={width - 36} height={height} fill="var(--band)" />
        {dryLayerM !== null && (
          <g style={slide(Math.min(dryLayerM, DEEPEST))}>
            <rect x={36} y={0} width={width - 36} height={height} fill="var(--moist)" />
            <line
              x1={36}
              x2={width}
              y1={0}
              y2={0}
              stroke="var(--ink-soft)"
              strokeDasharray="2 4"
              strokeWidth={2}
            />
            <text x={56} y={-6} fontSize={13}>
              dry
            </text>
            <text x={56} y={16} fontSize={13}>
              moist
            </text>
          </g>
        )}
        <g style={{ ...slide(rangeM[0]), opacity: 0.9 }}>
          <rect
            x={40}
            y={0}
            width={8}
            height={y(rangeM[1]) - y(rangeM[0])}
            fill="var(--clay)"
            opacity={0.55}
          />
        </g>
        {readings.map((reading, i) => {
          const moist = wetness(reading) >= 1;
          return (
            <g key={i} style={slide(Math.min(reading.depthM, DEEPEST))}>
              <circle
                cx={66}
                r={6}
                fill={moist ? 'var(--ink)' : 'var(--sheet)'}
                stroke="var(--ink)"
                strokeWidth={2}
              />
              <text x={78} y={5} fontSize={13}>
                {moist ? 'moist' : 'short'}
              </text>
            </g>
          );
        })}
        <line x1={36} x2={width} y1={SURFACE} y2={SURFACE} stroke="var(--ink)" strokeWidth={3} />
        <Axis scale={y} kind="seedDepth" side="left" at={36} />
        {/* The opened slot, closed again over the seed. */}
        <g style={slide(depthM)}>
          <path
            d={`M${x - 34} ${-(y(depthM) - SURFACE)} L${x - 5} 2 Q${x} 7 ${x + 5} 2 L${x + 34} ${-(y(depthM) - SURFACE)}`}
            fill="none"
            stroke="var(--ink-soft)"
            strokeWidth={1.5}
            strokeDasharray="5 4"
          />
          <line
            x1={x}
            x2={x}
            y1={-6}
            y2={-(y(depthM) - SURFACE) - 16}
            stroke="var(--leaf)"
            strokeWidth={3}
            strokeLinecap="round"
          />
          <ellipse cx={x} cy={-4} rx={8} ry={6} fill="var(--clay)" />
          <text x={x + 44} y={2} fontSize={15} fontWeight={700}>
            seed {units.show(depthM, 'seedDepth')}
          </text>
          {crop === 'soybean' && (
            <g>
              {[-12, -4, 5, 13].map((dx, i) => (
                <circle
                  key={dx}
                  cx={x + dx}
                  cy={14 + (i % 2) * 7}
                  r={3}
                  fill="none"
                  stroke="var(--leaf)"
                  strokeWidth={2}
                />
              ))}
              <text x={x + 44} y={24} fontSize={13}>
                nodules below
              </text>
            </g>
          )}
        </g>
        {crownM !== null && (
          <g style={slide(crownM)}>
            {[-1, 1].map((side) => (
              <path
                key={side}
                d={`M${x} 0 q${side * 16} 3 ${side * 34} 22 M${x} 2 q${side * 8} 8 ${side * 18} 26`}
                fill="none"
                stroke="var(--leaf)"
                strokeWidth={2}
                strokeLinecap="round"
              />
            ))}
            <circle cx={x} cy={0} r={4} fill="var(--leaf)" />
            <text x={x + 44} y={4} fontSize={13}>
              crown {units.show(crownM, 'seedDepth')}
            </text>
          </g>
        )}
        <path
          d={`M${x} ${SURFACE - 8} c-4 -10 -14 -12 -20 -10 c3 8 12 12 20 10 c4 -12 14 -14 20 -12 c-3 9 -12 13 -20 12z`}
          fill="var(--leaf)"
        />
      </svg>
    </div>
  );
}
