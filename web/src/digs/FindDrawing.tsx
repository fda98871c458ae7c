import type { DoubleFind, GapFind, RootForm } from '@sendero/core';
import type { ReactNode } from 'react';

const SEED = 'var(--clay)';
const GONE = 'var(--signal)';

const Seed = ({ y = 34, full = true }: { y?: number; full?: boolean }) => (
  <ellipse cx={28} cy={y} rx={7} ry={5.4} fill={full ? SEED : 'none'} stroke={SEED} />
);

/** What lies where a plant should stand, in a cut through the soil: surface above, the seed's place in the middle. */
const FOUND: Record<GapFind | DoubleFind, ReactNode> = {
  noSeed: (
    <path d="M20 34 h16" stroke={GONE} strokeDasharray="3 4" strokeLinecap="butt" strokeWidth={3} />
  ),
  eaten: (
    <>
      <path d="M28 14 q-7 8 -6 18 q6 4 12 0 q1 -10 -6 -18" fill="var(--sheet)" stroke={SEED} />
      <path d="M23 36 l4 -3 M29 37 l5 -3" stroke={GONE} />
    </>
  ),
  hollow: (
    <>
      <Seed full={false} />
      <path d="M24 34 q4 -5 8 0" stroke={GONE} strokeWidth={3} />
      <path d="M36 34 q5 -2 7 3" stroke={GONE} />
    </>
  ),
  dry: (
    <>
      <Seed />
      <path d="M14 20 l6 4 M40 21 l-5 4 M27 17 v6" stroke="var(--ink-soft)" />
    </>
  ),
  rotten: (
    <>
      <Seed full={false} />
      <path d="M23 33 h2 M28 31 h2 M32 34 h2 M26 37 h2 M30 37 h2" stroke={GONE} strokeWidth={2.6} />
    </>
  ),
  dried: (
    <>
      <Seed />
      <path d="M28 39 v5 M26 44 l4 3" stroke={SEED} />
      <path d="M28 29 l-4 -3 l4 -2" stroke="var(--ink-soft)" />
    </>
  ),
  bent: (
    <>
      <Seed y={38} />
      <path d="M28 33 q8 -3 3 -7 q-8 -3 -2 -8 q5 -1 4 3" stroke="var(--leaf)" strokeWidth={2.6} />
    </>
  ),
  leafedOut: (
    <>
      <Seed y={40} />
      <path
        d="M28 35 V26 M28 26 q-9 -1 -10 -6 M28 26 q9 0 11 -5"
        stroke="var(--leaf)"
        strokeWidth={2.6}
      />
      <path d="M12 14 h32" stroke="var(--ink)" strokeWidth={4} />
    </>
  ),
  abnormal: (
    <>
      <Seed y={38} />
      <path d="M28 33 V20" stroke="var(--leaf)" strokeWidth={2.6} />
      <path d="M23 26 l10 -4" stroke={GONE} />
    </>
  ),
  coming: (
    <>
      <Seed y={40} />
      <path d="M28 35 V18 M28 45 v6" stroke="var(--leaf)" strokeWidth={2.8} />
    </>
  ),
  together: (
    <>
      <ellipse cx={23} cy={36} rx={5} ry={4} fill={SEED} stroke={SEED} />
      <ellipse cx={33} cy={36} rx={5} ry={4} fill={SEED} stroke={SEED} />
      <path d="M23 32 V14 M33 32 V14" stroke="var(--leaf)" strokeWidth={2.6} />
    </>
  ),
  rolled: (
    <>
      <ellipse cx={20} cy={40} rx={5} ry={4} fill={SEED} stroke={SEED} />
      <ellipse cx={37} cy={30} rx={5} ry={4} fill={SEED} stroke={SEED} />
      <path d="M20 36 V14 M37 26 V14" stroke="var(--leaf)" strokeWidth={2.6} />
      <path d="M26 40 q6 0 8 -5" stroke={GONE} strokeDasharray="2 3" />
    </>
  ),
  notSown: (
    <>
      <ellipse cx={23} cy={38} rx={5} ry={4} fill={SEED} stroke={SEED} />
      <path d="M23 34 V14" stroke="var(--leaf)" strokeWidth={2.6} />
      <path d="M36 24 V14 M33 20 l6 -2" stroke="var(--ink-soft)" strokeWidth={2.6} />
    </>
  ),
};

/** What was found at a gap or a double. */
export const FindDrawing = ({ find }: { find: GapFind | DoubleFind }) => (
  <Cut surface={18}>{FOUND[find]}</Cut>
);

const ROOTS: Record<RootForm, ReactNode> = {
  straight: (
    <path d="M28 16 V50 M28 24 l-8 14 M28 24 l8 14 M28 30 l-12 18 M28 30 l12 18 M20 38 l-4 4 M36 38 l4 4" />
  ),
  flattened: (
    <>
      <path d="M28 16 V46 M28 22 q2 10 0 22 M28 26 q-3 10 -1 20 M28 24 q4 12 2 22" />
      <path d="M22 14 V52 M34 14 V52" stroke="var(--ink)" strokeWidth={3} />
    </>
  ),
  turned: (
    <>
      <path d="M28 16 V36 M28 22 l-7 12 M28 22 l7 12 M28 36 h-14 M28 36 h14 M21 34 h-10 M35 34 h10" />
      <path d="M6 42 h44" stroke="var(--ink)" strokeWidth={4} />
    </>
  ),
  few: <path d="M28 16 V34 M28 26 l-5 8" strokeDasharray="6 3" />,
};

/** How a washed root ball runs. */
export const RootDrawing = ({ form }: { form: RootForm }) => (
  <Cut surface={10}>
    <path d="M28 10 V16" stroke="var(--leaf)" strokeWidth={3} />
    <g stroke={SEED}>{ROOTS[form]}</g>
  </Cut>
);

const Cut = ({ surface, children }: { surface: number; children: ReactNode }) => (
  <svg
    width={56}
    height={56}
    viewBox="0 0 56 56"
    aria-hidden
    style={{ display: 'block', margin: '0 auto' }}
  >
    <rect x={2} y={surface} width={52} height={54 - surface} fill="var(--band)" />
    <line x1={2} x2={54} y1={surface} y2={surface} stroke="var(--soil)" strokeWidth={3} />
    <g fill="none" strokeWidth={2.2} strokeLinecap="round" strokeLinejoin="round">
      {children}
    </g>
  </svg>
);
