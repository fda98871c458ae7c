import type { Crop } from '@sendero/core';
import type { ReactNode } from 'react';

const GROUND = 50;
const LEAF = 'var(--leaf)';
const MARK = 'var(--clay)';

/** A plant of a crop at a stage, drawn for what its stage is told by: collars, nodes, leaves of the main stem. */
export function PlantDrawing({
  crop,
  stage,
  size = 56,
}: {
  crop: Crop;
  stage: string;
  size?: number;
}) {
  const draw = { corn, soybean, wheat }[crop];
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 56 56"
      aria-hidden
      style={{ display: 'block', margin: '0 auto' }}
    >
      <line x1={6} x2={50} y1={GROUND} y2={GROUND} stroke="var(--soil)" strokeWidth={3} />
      <g fill="none" stroke={LEAF} strokeWidth={2.4} strokeLinecap="round" strokeLinejoin="round">
        {draw(stage)}
      </g>
    </svg>
  );
}

const numberOf = (stage: string) => Number(stage.slice(1)) || 0;
const side = (i: number) => (i % 2 === 0 ? 1 : -1);

/** Corn: each leaf with a collar has a short mark across the stem; two leaves more stand in the whorl without one. */
function corn(stage: string): ReactNode {
  if (stage === 'VE') return <path d="M28 50 V36 M28 36 q-1 -6 1 -10" strokeWidth={4} />;
  const late = stage === 'VT' || stage.startsWith('R');
  const leaves = late ? 7 : Math.min(numberOf(stage), 8);
  const top = late ? 12 : 34 - 2.8 * leaves;
  const step = (46 - top) / (leaves + 1);
  return (
    <>
      <path d={`M28 50 V${top}`} strokeWidth={3} />
      {Array.from({ length: leaves }, (_, i) => {
        const y = 46 - (i + 1) * step;
        const s = side(i);
        // The first leaf is short with a round tip.
        const leaf =
          i === 0
            ? `M28 ${y} q${s * 5} -7 ${s * 10} -4 q${s * 4} 2 ${s * 1} 6`
            : `M28 ${y} q${s * 8} -13 ${s * 17} -5 q${s * 4} 4 ${s * 4} 9`;
        return (
          <g key={i}>
            <path d={leaf} />
            <path d={`M25 ${y} h6`} stroke={MARK} strokeWidth={2.6} />
          </g>
        );
      })}
      {late ? (
        <path
          d={`M28 ${top} v-8 M28 ${top} l-5 -6 M28 ${top} l5 -6`}
          stroke={MARK}
          strokeWidth={1.8}
        />
      ) : (
        <path
          d={`M28 ${top} q-1 -6 -7 -9 M28 ${top} q1 -6 6 -10`}
          strokeDasharray="1 4.5"
          strokeWidth={2}
        />
      )}
      {stage.startsWith('R') && (
        <ellipse cx={33} cy={28} rx={3.5} ry={7} fill={MARK} stroke="none" />
      )}
      {!late && numberOf(stage) > 8 && <Count of={numberOf(stage)} />}
    </>
  );
}

const Count = ({ of }: { of: number }) => (
  <text
    x={46}
    y={14}
    fontSize={12}
    textAnchor="middle"
    stroke="none"
    style={{ fill: 'var(--ink)' }}
  >
    {of}
  </text>
);

const Three = ({ x, y, s }: { x: number; y: number; s: number }) => (
  <g fill={LEAF} stroke="none">
    <ellipse cx={x + s * 5} cy={y} rx={4.6} ry={3} />
    <ellipse cx={x + s * 1} cy={y - 4} rx={3} ry={4} />
    <ellipse cx={x + s * 1} cy={y + 4} rx={3} ry={3.4} />
  </g>
);

/** Soybean: a mark at each node whose leaf is open. */
function soybean(stage: string): ReactNode {
  if (stage === 'VE')
    return (
      <>
        <path d="M28 50 V38 q0 -8 6 -6" strokeWidth={3} />
        <ellipse cx={37} cy={32} rx={6} ry={4} fill={LEAF} stroke="none" />
      </>
    );
  const late = stage.startsWith('R');
  const nodes = stage === 'VC' ? 0 : late ? 4 : Math.min(numberOf(stage), 5);
  const top = 34 - 5.5 * nodes;
  return (
    <>
      <path d={`M28 50 V${top}`} strokeWidth={2.6} />
      <g fill={LEAF} stroke="none">
        <ellipse cx={22} cy={43} rx={5} ry={2.6} opacity={0.55} />
        <ellipse cx={34} cy={43} rx={5} ry={2.6} opacity={0.55} />
        <circle cx={20} cy={34} r={5} />
        <circle cx={36} cy={34} r={5} />
      </g>
      <path d="M24 34 h8" stroke={MARK} />
      {Array.from({ length: nodes }, (_, i) => {
        const y = 28 - i * 5.5;
        const s = side(i);
        return (
          <g key={i}>
            <path d={`M28 ${y} l${s * 7} -3`} />
            <Three x={28 + s * 9} y={y - 3} s={s} />
            <path d={`M25 ${y} h6`} stroke={MARK} />
          </g>
        );
      })}
      {late && (
        <g fill={MARK} stroke="none">
          <circle cx={31} cy={24} r={2.6} />
          <circle cx={25} cy={18} r={2.6} />
        </g>
      )}
      {!late && numberOf(stage) > 5 && <Count of={numberOf(stage)} />}
    </>
  );
}

/** Small grains: the leaves of the main stem, each marked where it leaves it. */
function wheat(stage: string): ReactNode {
  const code = Number(stage);
  if (code < 20) {
    const leaves = code - 10;
    if (leaves === 0) return <path d="M28 50 V34" strokeWidth={3.4} />;
    return (
      <>
        <path d={`M28 50 V${40 - 2.2 * leaves}`} strokeWidth={2.6} />
        {Array.from({ length: leaves }, (_, i) => {
          const y = 46 - (i + 1) * (16 / leaves) * 0.9;
          const s = side(i);
          return (
            <g key={i}>
              <path d={`M28 ${y} q${s * 5} -12 ${s * (9 + i)} -22`} />
              <path d={`M25.5 ${y} h5`} stroke={MARK} />
            </g>
          );
        })}
      </>
    );
  }
  const nodes = code < 37 ? code - 30 : 3;
  return (
    <>
      <path d={`M28 50 V${code >= 51 ? 10 : 18}`} strokeWidth={2.6} />
      <path d="M28 40 q-8 -8 -16 -8 M28 32 q8 -8 16 -6 M28 24 q-6 -8 -13 -9" />
      {Array.from({ length: nodes }, (_, i) => (
        <circle key={i} cx={28} cy={45 - i * 6} r={2.6} fill={MARK} stroke="none" />
      ))}
      {(code === 41 || code === 45) && (
        <ellipse cx={28} cy={18} rx={code === 45 ? 5 : 3.5} ry={8} fill={LEAF} stroke="none" />
      )}
      {code >= 51 && (
        <ellipse
          cx={28}
          cy={code === 51 ? 14 : 11}
          rx={3.6}
          ry={code === 51 ? 5 : 9}
          fill={code >= 75 ? MARK : LEAF}
          stroke={MARK}
          strokeWidth={1}
        />
      )}
    </>
  );
}
