import { useState } from 'react';
import { DepthPad } from '../depth/DepthPad.tsx';
import { partsOf } from '../depth/depthKeys.ts';
import { useUnits } from '../units/useUnits.ts';

export interface DepthSlot {
  label: string;
  valueM: number | null;
  onDepth(depthM: number | null, typed: string): void;
}

/** Depths of a plant and its neighbour by one pad: what is tapped goes to the slot that is chosen, then the next one is. */
export function TwoDepths({ slots, usualM }: { slots: readonly DepthSlot[]; usualM: number }) {
  const units = useUnits();
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      slots.findIndex(({ valueM }) => valueM === null),
    ),
  );
  const [whole, setWhole] = useState(() => partsOf(usualM, units.system).whole);
  const slot = slots[Math.min(at, slots.length - 1)]!;
  return (
    <div className="stack tight">
      <div
        role="group"
        aria-label="Depths"
        style={{
          display: 'grid',
          gridTemplateColumns: `repeat(${slots.length}, 1fr)`,
          gap: '0.4rem',
        }}
      >
        {slots.map(({ label, valueM, onDepth }, i) => (
          <button
            key={label}
            className="chip"
            aria-pressed={i === at}
            onClick={() => (i === at && valueM !== null ? onDepth(null, '') : setAt(i))}
          >
            {label}: {valueM === null ? '–' : units.show(valueM, 'seedDepth')}
          </button>
        ))}
      </div>
      <DepthPad
        whole={whole}
        onWhole={setWhole}
        gauge={null}
        onDepth={(depthM, typed) => {
          slot.onDepth(depthM, typed);
          if (at + 1 < slots.length && slots[at + 1]!.valueM === null) setAt(at + 1);
        }}
      />
      {/* It has its room when there is nothing to say: what stands below it does not move. */}
      <p className="small soft" style={{ visibility: slot.valueM === null ? 'hidden' : undefined }}>
        Tap “{slot.label}” again to clear it.
      </p>
    </div>
  );
}
