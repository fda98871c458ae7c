import { VisuallyHidden } from '@mantine/core';
import { useUnits } from '../units/useUnits.ts';
import type { Seed } from './useTrenchRows.ts';

/** Chips that fit beside each other on a phone, the last of them said in words while it is to come. */
const ABREAST = 6;

/** The seeds of the row so far; a tapped one can be read again. As high when empty as when full. */
export function SeedChips({
  seeds,
  wanted,
  chosen,
  onChoose,
}: {
  seeds: readonly Seed[];
  wanted: number;
  chosen: number | null;
  onChoose(at: number | null): void;
}) {
  const units = useUnits();
  const have = seeds.filter(({ depthM }) => depthM !== null).length;
  return (
    <div
      className="chips"
      aria-label="Seeds of this row"
      style={{ minHeight: `${Math.ceil(wanted / ABREAST) * 3.4}rem`, alignContent: 'start' }}
    >
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
          <VisuallyHidden>seed </VisuallyHidden>
          {have + 1} of {wanted}, {units.symbol('seedDepth')}
        </span>
      )}
    </div>
  );
}

/** What else is said of the chosen seed; taking it out is `null`. */
export function ChosenSeed({
  seed,
  onSeed,
  onDone,
}: {
  seed: Seed;
  onSeed(seed: Seed | null): void;
  onDone(): void;
}) {
  const lies = (moist: boolean) => ({
    className: 'tool',
    'aria-pressed': seed.moist === moist,
    onClick: () => onSeed({ ...seed, moist: seed.moist === moist ? null : moist }),
  });
  return (
    <div className="chips">
      <button {...lies(false)}>In dry soil</button>
      <button {...lies(true)}>In moisture</button>
      <button
        className="tool"
        onClick={() => {
          onSeed(null);
          onDone();
        }}
      >
        Take out
      </button>
    </div>
  );
}
