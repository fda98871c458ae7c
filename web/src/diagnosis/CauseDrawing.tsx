import type { Cause, Diagnosis } from '@sendero/core';
import type { ReactNode } from 'react';

/** Width and height of a drawing, and where the ground begins; seeds lie at DEEP when all is well. */
const [W, H, TOP, DEEP] = [280, 150, 44, 104];
const PLACES = [35, 77, 119, 161, 203, 245];

const Ground = ({ children, wet = false }: { children?: ReactNode; wet?: boolean }) => (
  <>
    <rect x={0} y={TOP} width={W} height={H - TOP} fill="var(--band)" />
    {wet &&
      [64, 84, 104, 124].map((y) => (
        <path
          key={y}
          d={`M8 ${y}q10 -6 20 0t20 0t20 0t20 0t20 0t20 0t20 0t20 0t20 0t20 0t20 0t20 0t20 0`}
          fill="none"
          stroke="var(--soil)"
          strokeDasharray="6 8"
        />
      ))}
    <line x1={0} x2={W} y1={TOP} y2={TOP} stroke="var(--ink)" strokeWidth={2} />
    {children}
  </>
);

const Seed = ({
  x,
  y = DEEP,
  r = 7,
  open = false,
}: {
  x: number;
  y?: number;
  r?: number;
  open?: boolean;
}) => (
  <ellipse
    cx={x}
    cy={y}
    rx={r}
    ry={r * 0.8}
    fill={open ? 'var(--sheet)' : 'var(--clay)'}
    stroke="var(--ink)"
    strokeWidth={1.5}
    strokeDasharray={open ? '3 3' : undefined}
  />
);

/** A plant that came up from a seed. */
const Plant = ({
  x,
  y = DEEP,
  tall = 1,
  seed = true,
}: {
  x: number;
  y?: number;
  tall?: number;
  seed?: boolean;
}) => (
  <>
    <line x1={x} x2={x} y1={y} y2={TOP - 8 * tall} stroke="var(--leaf)" strokeWidth={2.5} />
    <path
      d={`M${x} ${TOP - 6 * tall}q${-16 * tall} ${-4 * tall} ${-18 * tall} ${-20 * tall}q${15 * tall} ${2 * tall} ${18 * tall} ${20 * tall}q${2 * tall} ${-16 * tall} ${18 * tall} ${-20 * tall}q${-1 * tall} ${16 * tall} ${-18 * tall} ${20 * tall}`}
      fill="var(--leaf)"
    />
    {seed && <Seed x={x} y={y} />}
  </>
);

/** Where nothing stands. */
const Missing = ({ x, y = DEEP }: { x: number; y?: number }) => (
  <circle
    cx={x}
    cy={y}
    r={9}
    fill="none"
    stroke="var(--signal)"
    strokeWidth={2}
    strokeDasharray="3 3"
  />
);

const Target = () => (
  <rect x={0} y={DEEP - 10} width={W} height={20} fill="var(--leaf)" opacity={0.18} />
);

/** A cut across the slot. */
const Slot = ({ path, children }: { path: string; children?: ReactNode }) => (
  <Ground>
    <path d={path} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />
    {children}
  </Ground>
);
const V = `M118 ${TOP}L140 ${DEEP + 8}L162 ${TOP}`;
const Closed = ({ children }: { children?: ReactNode }) => (
  <Ground>
    <path d={V} fill="none" stroke="var(--ink)" strokeDasharray="4 4" />
    {children}
  </Ground>
);

/** Rows from above: plants in each of them, and those a cause takes. */
const FromAbove = ({ hit }: { hit(row: number, step: number): boolean }) => (
  <>
    {Array.from({ length: 8 }, (_, row) => (
      <g key={row}>
        <line x1={row * 34 + 20} x2={row * 34 + 20} y1={4} y2={H - 4} stroke="var(--soil)" />
        {Array.from({ length: 7 }, (_, step) => (
          <circle
            key={step}
            cx={row * 34 + 20}
            cy={step * 20 + 14}
            r={hit(row, step) ? 6 : 5}
            fill={hit(row, step) ? 'var(--sheet)' : 'var(--leaf)'}
            stroke={hit(row, step) ? 'var(--signal)' : 'none'}
            strokeWidth={2}
            strokeDasharray="3 3"
          />
        ))}
      </g>
    ))}
  </>
);
const inPatch = (row: number, step: number) => (row - 5) ** 2 / 4 + (step - 3.5) ** 2 / 5 < 1;

/** A row of plants from the side; what it gives for a place is drawn there. */
const Row = ({ at }: { at(i: number, x: number): ReactNode }) => (
  <Ground>
    <Target />
    {PLACES.map((x, i) => (
      <g key={x}>{at(i, x)}</g>
    ))}
  </Ground>
);
const crust = (
  <path
    d={`M0 ${TOP - 4}H${W}V${TOP + 6}H0Z M60 ${TOP - 4}l8 10 M150 ${TOP - 4}l-7 10 M215 ${TOP - 4}l6 10`}
    fill="var(--clay)"
    stroke="var(--ink)"
  />
);
/** A shoot under the surface that found no way out. */
const Bent = ({ x }: { x: number }) => (
  <>
    <path
      d={`M${x} ${DEEP}q-14 -14 2 -22t2 -16q14 -6 16 8`}
      fill="none"
      stroke="var(--leaf)"
      strokeWidth={3}
    />
    <Seed x={x} />
  </>
);
const straw = (
  <path
    d={`M96 ${TOP - 6}L140 ${DEEP}L186 ${TOP - 10}`}
    fill="none"
    stroke="var(--clay)"
    strokeWidth={5}
    strokeLinejoin="round"
  />
);
const roots = (bend: string) => (
  <path d={`M140 ${DEEP}${bend}`} fill="none" stroke="var(--clay)" strokeWidth={3} />
);

/** What each cause looks like, in this app’s own hand. */
const DRAWINGS: Record<Diagnosis, ReactNode> = {
  depthStop: <Row at={(_, x) => <Plant x={x} y={TOP + 22} tall={0.8} />} />,
  gaugeWheel: <Row at={(i, x) => <Plant x={x} y={[72, 118, 92, 132, 66, 108][i]!} tall={0.8} />} />,
  openers: (
    <Slot path={`M112 ${TOP}L130 ${DEEP + 12}L140 ${DEEP - 8}L150 ${DEEP + 12}L168 ${TOP}`}>
      <Seed x={140} y={DEEP - 16} />
    </Slot>
  ),
  downforceLight: (
    <Slot path={`M118 ${TOP}L140 ${TOP + 34}L162 ${TOP}`}>
      <Target />
      <Seed x={140} y={TOP + 24} />
      <circle cx={128} cy={TOP + 34} r={4} fill="var(--sheet)" stroke="var(--ink)" />
      <circle cx={153} cy={TOP + 36} r={5} fill="var(--sheet)" stroke="var(--ink)" />
    </Slot>
  ),
  downforceHeavy: (
    <Closed>
      <path d={V} fill="none" stroke="var(--ink)" strokeWidth={7} />
      <Seed x={140} />
      {roots(`q-2 12 -20 16t-40 2`)}
      {roots(`q2 12 20 16t40 2`)}
    </Closed>
  ),
  cleanerTrenches: (
    <Ground>
      <path d={`M70 ${TOP}Q140 ${TOP + 44} 210 ${TOP}Z`} fill="var(--sheet)" stroke="var(--ink)" />
      <path
        d={`M86 ${TOP + 4}q54 34 108 0`}
        fill="none"
        stroke="var(--clay)"
        strokeWidth={6}
        strokeDasharray="3 4"
      />
      <Seed x={140} y={H - 18} />
    </Ground>
  ),
  cleanerLight: (
    <Slot path={V}>
      {straw}
      <Seed x={140} y={DEEP - 12} />
    </Slot>
  ),
  coulterDeep: (
    <Slot path={`M118 ${TOP}L136 ${DEEP - 4}L136 ${H - 6}L144 ${H - 6}L144 ${DEEP - 4}L162 ${TOP}`}>
      <Seed x={140} y={DEEP - 12} />
    </Slot>
  ),
  openClosing: (
    <Slot path={V}>
      <Seed x={140} y={DEEP - 6} />
    </Slot>
  ),
  closingSystem: (
    <Slot path={V}>
      <path
        d={`M96 ${TOP - 14}l22 12 M184 ${TOP - 14}l-22 12`}
        stroke="var(--ink)"
        strokeWidth={3}
      />
      <Seed x={140} y={DEEP - 6} />
    </Slot>
  ),
  overPacked: (
    <Closed>
      <rect x={104} y={TOP} width={72} height={26} fill="var(--clay)" stroke="var(--ink)" />
      <path d={`M140 ${DEEP}v-26q0 -8 14 -6`} fill="none" stroke="var(--leaf)" strokeWidth={3} />
      <Seed x={140} />
    </Closed>
  ),
  plantedWet: (
    <Ground wet>
      <path d={V} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5} />
      <path
        d={`M124 ${TOP + 12}l14 44 M156 ${TOP + 12}l-14 44`}
        stroke="var(--sheet)"
        strokeWidth={4}
      />
      <Seed x={140} y={DEEP - 4} />
      {roots('h-46')}
    </Ground>
  ),
  cloddy: (
    <Slot path={V}>
      {[
        [124, 66],
        [152, 62],
        [138, 82],
        [130, 92],
        [150, 94],
      ].map(([x, y]) => (
        <rect
          key={x}
          x={x! - 8}
          y={y! - 7}
          width={15}
          height={13}
          rx={3}
          fill="var(--clay)"
          stroke="var(--ink)"
        />
      ))}
      <Seed x={141} y={DEEP} />
    </Slot>
  ),
  speed: (
    <Row
      at={(i, x) => (
        <Plant
          x={x + [0, -24, 14, 20, -20, 4][i]!}
          y={DEEP + [0, -14, 9, -6, 14, 3][i]!}
          tall={0.8}
        />
      )}
    />
  ),
  tyreTracks: (
    <>
      <rect x={86} y={0} width={70} height={H} fill="var(--clay)" opacity={0.35} />
      {[...Array(9).keys()].map((i) => (
        <path
          key={i}
          d={`M88 ${i * 18}l33 8l33 -8`}
          fill="none"
          stroke="var(--ink)"
          opacity={0.5}
        />
      ))}
      <FromAbove hit={(row, step) => (row === 2 || row === 3) && step % 2 === 0} />
    </>
  ),
  deadCell: <Row at={(i, x) => (i % 3 === 1 ? <Missing x={x} /> : <Plant x={x} tall={0.9} />)} />,
  meterSkips: (
    <Row
      at={(i, x) =>
        i === 1 || i === 2 || i === 4 ? <Missing x={x} /> : <Plant x={x} tall={0.9} />
      }
    />
  ),
  weakVacuum: <FromAbove hit={(row, step) => (row * 5 + step * 3) % 7 < 2} />,
  singulatorLax: (
    <Row
      at={(i, x) => (
        <>
          <Plant x={x} tall={0.8} />
          {(i === 1 || i === 4) && <Plant x={x + 11} tall={0.8} />}
        </>
      )}
    />
  ),
  seedSize: (
    <Row
      at={(i, x) =>
        i === 2 ? (
          <Missing x={x} />
        ) : (
          <>
            <Plant x={x} tall={0.8} />
            {i === 4 && <Plant x={x + 11} tall={0.8} />}
          </>
        )
      }
    />
  ),
  ranEmpty: <Row at={(i, x) => (i > 1 ? <Missing x={x} /> : <Plant x={x} tall={0.9} />)} />,
  blockedTube: (
    <Row
      at={(i, x) =>
        i < 3 ? (
          <Missing x={x} />
        ) : i === 3 ? (
          [-14, -4, 6, 16].map((off) => <Plant key={off} x={x + off} tall={0.6} />)
        ) : (
          <Plant x={x} tall={0.9} />
        )
      }
    />
  ),
  dryZone: (
    <Ground>
      <rect x={0} y={TOP} width={W} height={DEEP - TOP + 12} fill="var(--sheet)" opacity={0.65} />
      <line x1={0} x2={W} y1={DEEP + 12} y2={DEEP + 12} stroke="var(--ink)" strokeDasharray="6 5" />
      {PLACES.map((x, i) =>
        i % 3 === 0 ? <Plant key={x} x={x} tall={0.7} /> : <Seed key={x} x={x} />,
      )}
    </Ground>
  ),
  saturated: (
    <Ground wet>
      <path d={`M40 ${TOP}Q140 ${TOP + 26} 240 ${TOP}`} fill="var(--sheet)" stroke="var(--ink)" />
      {PLACES.map((x) => (
        <Seed key={x} x={x} open />
      ))}
    </Ground>
  ),
  crust: (
    <Ground>
      {crust}
      <Bent x={77} />
      <Bent x={190} />
    </Ground>
  ),
  coldShock: (
    <Ground wet>
      <Bent x={60} />
      <Bent x={140} />
      <Plant x={215} tall={0.8} />
    </Ground>
  ),
  frost: (
    <Ground>
      {PLACES.map((x) => (
        <g key={x}>
          <line x1={x} x2={x} y1={DEEP} y2={TOP - 6} stroke="var(--leaf)" strokeWidth={2.5} />
          <path
            d={`M${x} ${TOP - 6}q-12 2 -16 14M${x} ${TOP - 6}q12 2 16 14`}
            fill="none"
            stroke="var(--clay)"
            strokeWidth={4}
          />
          <Seed x={x} />
        </g>
      ))}
    </Ground>
  ),
  weakSeed: (
    <Row
      at={(i, x) =>
        i % 2 === 0 ? <Plant x={x} tall={[1, 0, 0.5, 0, 0.75][i]} /> : <Seed x={x} open />
      }
    />
  ),
  maggot: (
    <Ground>
      <Seed x={140} y={96} r={30} />
      <path d={`M118 92q12 -10 22 2t26 0`} fill="none" stroke="var(--sheet)" strokeWidth={8} />
      <path
        d={`M122 92q10 -8 18 2`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={3}
        strokeDasharray="3 2"
      />
    </Ground>
  ),
  birds: (
    <Row
      at={(i, x) =>
        i === 1 || i === 2 || i === 3 ? (
          <path
            d={`M${x - 16} ${TOP}Q${x} ${DEEP + 8} ${x + 16} ${TOP}Z`}
            fill="var(--sheet)"
            stroke="var(--ink)"
          />
        ) : (
          <Plant x={x} tall={0.9} />
        )
      }
    />
  ),
  cutworm: (
    <Row
      at={(i, x) =>
        i === 2 || i === 3 ? (
          <>
            <line x1={x} x2={x} y1={DEEP} y2={TOP - 3} stroke="var(--leaf)" strokeWidth={3} />
            <path d={`M${x + 4} ${TOP - 4}h24`} stroke="var(--leaf)" strokeWidth={4} />
            <path
              d={`M${x - 12} ${TOP + 14}q5 -9 10 0t8 -6`}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={4}
            />
          </>
        ) : (
          <Plant x={x} tall={0.9} seed={false} />
        )
      }
    />
  ),
  slugs: (
    <Row
      at={(i, x) => (
        <>
          <Plant x={x} tall={0.9} seed={false} />
          {i % 2 === 0 && <circle cx={x - 9} cy={TOP - 16} r={5} fill="var(--paper)" />}
          {i % 2 === 1 && (
            <path d={`M${x - 18} ${TOP - 1}q8 -10 22 0z`} fill="var(--clay)" stroke="var(--ink)" />
          )}
        </>
      )}
    />
  ),
  pythium: (
    <Ground wet>
      <Plant x={140} tall={0.7} seed={false} />
      <path
        d={`M140 ${DEEP}q-16 10 -24 30 M140 ${DEEP}q2 16 -2 34 M140 ${DEEP}q18 8 26 28`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={4}
        strokeDasharray="9 4"
      />
    </Ground>
  ),
  herbicide: (
    <Ground>
      <Plant x={140} tall={0.8} seed={false} />
      <path
        d={`M140 ${DEEP - 20}l-22 12 M140 ${DEEP - 20}l24 10 M140 ${DEEP - 14}l-8 22 M140 ${DEEP - 14}l12 22`}
        stroke="var(--clay)"
        strokeWidth={8}
        strokeLinecap="round"
      />
    </Ground>
  ),
  starterSalt: (
    <Ground>
      <circle
        cx={186}
        cy={DEEP + 4}
        r={12}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeDasharray="2 3"
      />
      <Plant x={140} tall={0.8} />
      {roots('q-16 12 -24 32')}
      {roots('q12 6 26 6')}
      <path d={`M160 ${DEEP + 6}l10 1`} stroke="var(--ink)" strokeWidth={6} />
    </Ground>
  ),
};

/** Of a cause the app does not know: where plants go missing, rows side by side. */
const BY_SCOPE: Record<Cause['scope'], (row: number, step: number) => boolean> = {
  row: (row, step) => row === 3 && step % 3 !== 1,
  tracks: (row, step) => (row === 3 || row === 4) && step % 3 !== 1,
  machine: (row, step) => (row * 7 + step * 5) % 4 === 0,
  field: inPatch,
};

/** What a cause looks like: a cut through the slot, a row from the side, or rows from above. */
export function CauseDrawing({
  cause,
  scope,
  says,
  named = false,
}: {
  cause: string;
  scope: Cause['scope'];
  says: string;
  /** Its name stands beside it. */
  named?: boolean;
}) {
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      {...(named
        ? { 'aria-hidden': true }
        : { role: 'img', 'aria-label': `What it looks like: ${says.toLowerCase()}` })}
      style={{ maxWidth: 420, width: '100%', overflow: 'hidden' }}
    >
      {DRAWINGS[cause as Diagnosis] ?? <FromAbove hit={BY_SCOPE[scope]} />}
    </svg>
  );
}
