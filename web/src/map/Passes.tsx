import { bearing, compassWord, planeAt, type Boundary, type Field } from '@sendero/core';
import { NumberInput } from '@mantine/core';
import { useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { passesText } from './fieldFeatures.ts';

/** Width of the headland and how planters go over the field. */
export function Passes({
  field,
  onChange,
}: {
  field: Field;
  onChange(change: Partial<Pick<Field, 'headlandM' | 'passes' | 'asTyped'>>): void;
}) {
  const units = useUnits();
  const { headlandM, passes, boundary, asTyped } = field;
  const [width, setWidth] = useState(() =>
    enteredFrom(headlandM, asTyped.headlandM, 'distance', units),
  );
  const now = passes ?? { bearingDeg: boundary ? longestSide(boundary) : 0, firstAt: 'left' };
  return (
    <section className="stack tight" aria-label="Headland and passes">
      <h2>Headland and passes</h2>
      <div className="row" style={{ alignItems: 'start' }}>
        <QuantityInput
          label="Headland, from every edge"
          kind="distance"
          entered={width}
          onEntered={(entered) => {
            setWidth(entered);
            if (entered.text.trim() === '' || entered.value !== null)
              onChange({
                headlandM: entered.value,
                asTyped: { ...asTyped, headlandM: entered.text },
              });
          }}
        />
        <NumberInput
          label="First pass heads, degrees from north"
          min={0}
          max={359}
          allowDecimal={false}
          clampBehavior="strict"
          value={passes ? Math.round(passes.bearingDeg) : ''}
          placeholder={String(Math.round(now.bearingDeg))}
          onChange={(value) =>
            onChange({
              passes: value === '' ? null : { ...now, bearingDeg: Number(value) },
            })
          }
        />
        <Choice
          label="It lies along the side to the"
          options={[
            { value: 'left', says: compassWord(now.bearingDeg - 90) },
            { value: 'right', says: compassWord(now.bearingDeg + 90) },
          ]}
          value={passes?.firstAt ?? null}
          onChange={(firstAt) => onChange({ passes: { ...now, firstAt: firstAt! } })}
        />
      </div>
      <p className="small soft">
        {passes
          ? passesText(passes)
          : 'Once they are known, stops are planned in passes of both directions, and the app says which row is which.'}
      </p>
    </section>
  );
}

/** Where the longest side of an outline points, degrees: along it a planter usually goes. */
function longestSide(boundary: Boundary): number {
  const ring = boundary.coordinates[0]?.[0] ?? [];
  const plane = planeAt(ring[0] ?? [0, 0]);
  const corners = ring.map(plane.toMetres);
  let longest = { length: 0, deg: 0 };
  for (let i = 1; i < corners.length; i++) {
    const [a, b] = [corners[i - 1]!, corners[i]!];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length > longest.length) longest = { length, deg: bearing(a, b) % 180 };
  }
  return Math.round(longest.deg);
}
