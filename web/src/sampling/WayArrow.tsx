/** Where to go: an arrow, up being where one heads, or north while that is not known. */
export function WayArrow({
  bearingDeg,
  headingDeg,
}: {
  bearingDeg: number;
  headingDeg: number | null;
}) {
  const turn = bearingDeg - (headingDeg ?? 0);
  return (
    <svg
      viewBox="-50 -50 100 100"
      width="100%"
      style={{ maxWidth: 190, display: 'block' }}
      aria-hidden
    >
      <circle r={48} fill="var(--sheet)" stroke="var(--line)" strokeWidth={1.5} />
      <g transform={`rotate(${-(headingDeg ?? 0)})`}>
        <text y={-37} fontSize={9} fontWeight={700} textAnchor="middle" fill="var(--ink-soft)">
          N
        </text>
      </g>
      <path d="M0,-33 L21,25 L0,13 L-21,25 Z" fill="var(--clay)" transform={`rotate(${turn})`} />
    </svg>
  );
}
