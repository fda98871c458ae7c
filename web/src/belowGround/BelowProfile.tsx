import type { BelowReading, SeedFate } from '@sendero/core';
import { scaleLinear } from 'd3-scale';
import { Ground } from '../drawing/Ground.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import { FATE_WORDS, STATE_WORDS } from './belowWords.ts';

const [LEFT, SURFACE, HEIGHT, FOOT] = [40, 22, 260, 26];

/** A seed by its fate: full on course, hollow when stuck, crossed out when lost; a root or shoot as far as it is. */
function Seed({
  fate,
  shoot,
  root,
  bent,
}: {
  fate: SeedFate;
  shoot: boolean;
  root: boolean;
  bent: boolean;
}) {
  const colour =
    fate === 'onCourse' ? 'var(--leaf)' : fate === 'stuck' ? 'var(--clay)' : 'var(--signal)';
  return (
    <g stroke={colour} strokeWidth={2} fill="none">
      {root && <path d="M0 4 q2 5 0 9" />}
      {shoot && (bent ? <path d="M0 -4 q7 -4 3 -8 q-4 2 -5 -2" /> : <path d="M0 -4 v-11" />)}
      <ellipse rx={5} ry={4} fill={fate === 'onCourse' ? colour : 'var(--sheet)'} />
      {fate === 'lost' && <path d="M-6 -6 L6 6 M6 -6 L-6 6" />}
    </g>
  );
}

/** Rows side by side in cross-section: every seed dug at its depth, as it was found. */
export function BelowProfile({ reading, targetM }: { reading: BelowReading; targetM: number }) {
  const units = useUnits();
  const { ref, width: room } = useDrawingWidth(640);
  const { rows } = reading;
  const column = Math.max(64, (room - LEFT - 4) / Math.max(1, rows.length));
  const width = LEFT + column * rows.length + 4;
  const depths = rows.flatMap(({ seeds }) => seeds.flatMap(({ depthM }) => depthM ?? []));
  const bottom = HEIGHT - FOOT;
  const y = scaleLinear([0, Math.max(targetM, ...depths) + 0.02], [SURFACE, bottom]);
  const count = (fate: SeedFate, seeds: (typeof rows)[number]['seeds']) =>
    seeds.filter((seed) => seed.fate === fate).length;
  return (
    <div ref={ref} className="scroll-x" tabIndex={width > room ? 0 : undefined}>
      <svg
        width={width}
        height={HEIGHT}
        style={{ display: 'block' }}
        role="img"
        aria-label={rows
          .map(
            ({ row, seeds }) =>
              `${row === null ? 'No row' : `Row ${row}`}: ${seeds.map(({ state, depthM }) => `${STATE_WORDS[state].one}${depthM === null ? '' : ` at ${units.show(depthM, 'seedDepth')}`}`).join(', ')}`,
          )
          .join('; ')}
      >
        <Ground y={y} left={LEFT} right={width} />
        <line
          x1={LEFT}
          x2={width}
          y1={y(targetM)}
          y2={y(targetM)}
          stroke="var(--clay)"
          strokeDasharray="3 4"
        />
        {rows.map(({ row, seeds }, i) => {
          const left = LEFT + i * column;
          return (
            <g key={row}>
              {i > 0 && <line x1={left} x2={left} y1={SURFACE} y2={bottom} stroke="var(--line)" />}
              {seeds[0]?.over.includes('crust') && (
                <rect
                  x={left + 2}
                  y={SURFACE - 6}
                  width={column - 4}
                  height={6}
                  fill="var(--ink-soft)"
                />
              )}
              {seeds.map(({ state, fate, depthM }, s) => (
                <g
                  key={s}
                  transform={`translate(${left + ((s + 0.5) * column) / seeds.length} ${y(depthM ?? targetM)})`}
                  opacity={depthM === null ? 0.6 : 1}
                >
                  <Seed
                    fate={fate}
                    root={['root', 'shoot', 'bent'].includes(state)}
                    shoot={state === 'shoot' || state === 'bent'}
                    bent={state === 'bent'}
                  />
                </g>
              ))}
              <text x={left + column / 2} y={HEIGHT - 8} fontSize={13} textAnchor="middle">
                {row ?? '–'}
                <tspan style={{ fill: 'var(--ink-soft)' }}>
                  {' '}
                  {count('onCourse', seeds)}/{seeds.length}
                </tspan>
              </text>
            </g>
          );
        })}
      </svg>
      <p className="small soft">
        Full: {FATE_WORDS.onCourse}. Hollow: {FATE_WORDS.stuck}. Crossed: {FATE_WORDS.lost}. Below
        each row: how many of those dug are on course. Seeds without a depth are drawn at the
        target, pale.
      </p>
    </div>
  );
}
