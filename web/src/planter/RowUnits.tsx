/** Of one row unit, in the drawing's own measure. */
const UNIT = 24;

/**
 * The machine from above, numbered from the left as seen from the cab: its bar with all row units, or, with
 * rows named, the units alone, those rows standing out.
 */
export function RowUnits({ rows, named }: { rows: number; named?: ReadonlySet<number> }) {
  const width = UNIT * rows;
  const labelled = (row: number) =>
    named ? named.has(row) : row === 1 || row === rows || (rows <= 16 && row % 2 === 0);
  return (
    <svg
      viewBox={`0 ${named ? 8 : 0} ${width} ${named ? 38 : 46}`}
      role="img"
      aria-label={
        named
          ? `Rows that stand out: ${[...named].join(', ') || 'none'}`
          : `${rows} rows, numbered from the left as seen from the cab`
      }
      style={{ maxWidth: Math.min(width * 1.6, 460), maxHeight: named ? 52 : 64, width: '100%' }}
      preserveAspectRatio="xMinYMid meet"
    >
      {!named && <rect x={4} y={6} width={width - 8} height={6} fill="var(--clay)" />}
      {Array.from({ length: rows }, (_, i) => {
        const out = named?.has(i + 1);
        return (
          <g key={i}>
            <rect
              x={i * UNIT + (out ? 5 : 8)}
              y={12}
              width={out ? 14 : 8}
              height={14}
              rx={2}
              fill={out ? 'var(--signal)' : 'var(--leaf)'}
              opacity={named && !out ? 0.45 : 1}
            />
            {labelled(i + 1) && (
              <text
                x={i * UNIT + 12}
                y={42}
                fontSize={13}
                textAnchor="middle"
                style={{ fill: out ? 'var(--signal)' : 'var(--ink)', fontWeight: out ? 700 : 400 }}
              >
                {i + 1}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
