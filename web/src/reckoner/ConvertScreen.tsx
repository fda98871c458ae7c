import { inEveryUnit, type QuantityKind } from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { ReckonerTabs } from './ReckonerTabs.tsx';

const WHAT: readonly [QuantityKind, string][] = [
  ['rowLength', 'Length'],
  ['area', 'Area'],
  ['population', 'Seeds or plants by area'],
  ['temperature', 'Temperature'],
  ['seedMass', 'Mass'],
  ['seedMassRate', 'Mass by area'],
  ['seedSize', 'Seed size'],
];

/** Any figure of the trade in all its units. Needs no field. */
export default function ConvertScreen() {
  const [kind, setKind] = useState<QuantityKind>('rowLength');
  const [entered, setEntered] = useState<Entered>({ text: '', value: null });
  return (
    <div className="stack">
      <ReckonerTabs />
      <h1>Convert</h1>
      <div className="columns half">
        <div className="stack">
          <NativeSelect
            label="What"
            size="md"
            value={kind}
            onChange={(event) => {
              setKind(event.currentTarget.value as QuantityKind);
              setEntered({ text: '', value: null });
            }}
            data={WHAT.map(([value, label]) => ({ value, label }))}
          />
          <QuantityInput
            label="Figure, with its unit when it is another"
            size="md"
            kind={kind}
            entered={entered}
            onEntered={setEntered}
          />
        </div>
        <ul className="list-plain sheet" aria-live="polite" aria-label="In every unit">
          {entered.value === null ? (
            <li className="soft">Type a figure: it appears here in every unit.</li>
          ) : (
            inEveryUnit(entered.value, kind).map(({ unit, text }) => (
              <li key={unit} className="figure" style={{ fontSize: '1.5rem' }}>
                {text}
              </li>
            ))
          )}
        </ul>
      </div>
    </div>
  );
}
