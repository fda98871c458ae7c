import { useUnits } from '../units/useUnits.ts';
import type { Seed } from './useTrenchRows.ts';

/** The seeds of the row so far; a tapped one can be read again, marked dry or moist, or taken out. */
export function SeedChips({
  seeds,
  wanted,
  chosen,
  onChoose,
  onSeeds,
}: {
  seeds: readonly Seed[];
  wanted: number;
  chosen: number | null;
  onChoose(at: number | null): void;
  onSeeds(seeds: Seed[]): void;
}) {
  const units = useUnits();
  const have = seeds.filter(({ depthM }) => depthM !== null).length;
  const seed = chosen === null ? undefined : seeds[chosen];
  const mark = (moist: boolean) => {
    if (chosen === null || !seed) return;
    onSeeds(seeds.with(chosen, { ...seed, moist: seed.moist === moist ? null : moist }) as Seed[]);
  };
  return (
    <div className="stack tight">
      <div className="chips" aria-label="Seeds of this row">
        {seeds.map(({ depthM, moist, by }, i) => (
          <button
            key={i}
            className="chip"
            aria-pressed={i === chosen}
            onClick={() => onChoose(i === chosen ? null : i)}
          >
            {depthM === null ? 'lost' : units.number(depthM, 'seedDepth')}
            {moist === false ? ' dry' : moist ? ' moist' : ''}
            {by === 'gauge' ? ' g' : ''}
          </button>
        ))}
        {have < wanted && (
          <span className="small soft" aria-live="polite">
            seed {have + 1} of {wanted}, {units.symbol('seedDepth')}
          </span>
        )}
      </div>
      {seed && (
        <div className="chips">
          <button className="tool" aria-pressed={seed.moist === false} onClick={() => mark(false)}>
            In dry soil
          </button>
          <button className="tool" aria-pressed={seed.moist === true} onClick={() => mark(true)}>
            In moisture
          </button>
          <button
            className="tool"
            onClick={() => {
              onSeeds(seeds.toSpliced(chosen!, 1) as Seed[]);
              onChoose(null);
            }}
          >
            Take out
          </button>
        </div>
      )}
    </div>
  );
}
