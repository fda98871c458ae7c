import {
  hoopArea,
  INCH_M,
  inEveryUnit,
  rowLengthForArea,
  unitAreaM2,
  type QuantityKind,
} from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { Parts } from '../app/Parts.tsx';
import { QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { ReckonerTabs } from './ReckonerTabs.tsx';

const WHAT: readonly [QuantityKind, string][] = [
  ['distance', 'Length'],
  ['area', 'Area'],
  ['population', 'Seeds or plants by area'],
  ['temperature', 'Temperature'],
  ['seedMass', 'Mass'],
  ['seedMassRate', 'Mass by area'],
  ['seedSize', 'Seed size'],
];

/** Widths and hoops in use, in or cm; a choice of this app. */
const WIDTHS = { us: [7.5, 15, 20, 22, 30, 36, 38], metric: [12.5, 37.5, 45, 50, 55, 75, 80] };
const HOOPS = { us: [22, 28.25, 30, 36], metric: [50, 60, 75, 100] };

/** What is looked up most: tape lengths by row width, and what a plant in a hoop stands for. */
function LookedUp() {
  const units = useUnits();
  const unitM = units.system === 'us' ? INCH_M : 0.01;
  const part = unitAreaM2(units.system) / 1000;
  const unit = units.system === 'us' ? 'acre' : 'ha';
  return (
    <div className="columns half">
      <Table
        title={`1/1000 ${unit} of row`}
        heads={['Row width', 'Length of tape']}
        rows={WIDTHS[units.system].map((width) => [
          units.show(width * unitM, 'rowWidth'),
          units.show(rowLengthForArea({ rowWidthM: width * unitM, areaM2: part }), 'rowLength'),
        ])}
      />
      <Table
        title="Plants in a hoop"
        heads={['Inside diameter', 'Each plant is']}
        rows={HOOPS[units.system].map((width) => [
          units.show(width * unitM, 'hoopDiameter'),
          units.show(1 / hoopArea(width * unitM), 'population'),
        ])}
      />
    </div>
  );
}

function Table({ title, heads, rows }: { title: string; heads: string[]; rows: string[][] }) {
  return (
    <section className="sheet stack tight">
      <h2>{title}</h2>
      <table className="figures">
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((cells) => (
            <tr key={cells[0]}>
              {cells.map((cell, i) => (
                <td key={i}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Any figure of the trade in all its units. Needs no field. */
export default function ConvertScreen() {
  const units = useUnits();
  const [kind, setKind] = useState<QuantityKind>('distance');
  const [entered, setEntered] = useState<Entered>({ text: '', value: null });
  return (
    <Parts>
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
            usual={null}
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
                {units.marked(text)}
              </li>
            ))
          )}
        </ul>
      </div>
      <LookedUp />
    </Parts>
  );
}
