import { emptySlots, type CardCells, type PlanterCard } from '@sendero/core';
import { useMemo } from 'react';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';

/** Turns drawn at most. */
const MOST_TURNS = 24;

/** A row's longest tape folded by the cells of its disc, a line a turn: what comes again stands in one column. */
export default function FoldedGaps({
  card,
  cells,
  row,
}: {
  card: PlanterCard;
  cells: CardCells;
  row: number;
}) {
  const { ref, width } = useDrawingWidth(300);
  const repeating = card.rows[row - 1]?.gaps?.repeating ?? null;
  const size = repeating?.cells ?? 0;
  const folded = useMemo(() => {
    const own = cells.tapes.filter((tape) => tape.row === row);
    const longest = own.reduce<(typeof own)[number] | null>(
      (a, b) => (a && a.lengthM >= b.lengthM ? a : b),
      null,
    );
    return longest && size > 0 ? emptySlots(longest.positionsM, longest.spacingM, 'tape') : null;
  }, [cells, row, size]);
  if (!folded || !repeating) return null;
  const turns = Math.min(MOST_TURNS, Math.ceil(folded.slots / size));
  const empty = new Set(folded.empty);
  const step = Math.min(16, width / size);
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={turns * step + 20}
        role="img"
        aria-label={`The longest tape of row ${row}, a line for each turn of ${size} cells: ${folded.empty.length} empty places, ${repeating.missesInPhase} of them above each other`}
        style={{ display: 'block' }}
      >
        <rect
          x={repeating.phase * step}
          y={0}
          width={step}
          height={turns * step}
          fill="var(--band)"
        />
        {Array.from({ length: Math.min(folded.slots, turns * size) }, (_, slot) => {
          const [x, y] = [
            (slot % size) * step + step / 2,
            Math.floor(slot / size) * step + step / 2,
          ];
          return empty.has(slot) ? (
            <circle
              key={slot}
              cx={x}
              cy={y}
              r={step * 0.34}
              fill="none"
              stroke="var(--signal)"
              strokeWidth={1.6}
            />
          ) : (
            <circle key={slot} cx={x} cy={y} r={step * 0.22} fill="var(--leaf)" />
          );
        })}
        <text x={0} y={turns * step + 15} fontSize={12}>
          cell 1
        </text>
        <text x={size * step} y={turns * step + 15} fontSize={12} textAnchor="end">
          cell {size}
        </text>
      </svg>
    </div>
  );
}
