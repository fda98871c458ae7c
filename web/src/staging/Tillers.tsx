import { stageName, type Stages } from '@sendero/core';

/** Tillers of the plant staged last, beside its main stem. */
export function Tillers({
  record,
  onTillers,
}: {
  record: Stages;
  onTillers(tillers: Stages['tillers']): void;
}) {
  const { stages, tillers } = record;
  const last = stages.length - 1;
  const counted = tillers[last] ?? null;
  return (
    <div
      className="stack tight"
      role="group"
      aria-label={`Tillers of plant ${last + 1}, ${stageName(stages[last]!)}`}
    >
      <span className="small soft">
        Tillers of plant {last + 1} ({stageName(stages[last]!)})
      </span>
      <div className="chips">
        {[0, 1, 2, 3, 4, 5, 6].map((many) => (
          <button
            key={many}
            className="chip"
            aria-pressed={counted === many}
            onClick={() =>
              onTillers(stages.map((_, i) => (i === last ? many : (tillers[i] ?? null))))
            }
          >
            {many}
          </button>
        ))}
      </div>
    </div>
  );
}
