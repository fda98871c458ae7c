import { CROP_FACTS, USUAL_FIGURES, type MonitorReading, type TrenchCheck } from '@sendero/core';
import { useState } from 'react';
import { useDevice } from '../data/hooks.ts';
import { readable, useLiveForm } from '../fields/useLiveForm.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';

/** The cab's figures, by hand: of the machine, and of single rows where it shows them. */
export function MonitorFigures({ check }: { check: TrenchCheck }) {
  // Opened anew, the lines show what was taken from the planter meanwhile.
  const [open, setOpen] = useState(false);
  return (
    <div className="stack tight">
      <FigureLine check={check} row={null} />
      <details onToggle={(event) => setOpen(event.currentTarget.open)}>
        <summary>Figures of single rows</summary>
        <div className="stack tight">
          {open && check.rows.map((row) => <FigureLine key={row} check={check} row={row} />)}
        </div>
      </details>
    </div>
  );
}

function FigureLine({ check, row }: { check: TrenchCheck; row: number | null }) {
  const device = useDevice();
  const units = useUnits();
  const stop = check.stops.at(-1)!;
  const kept = check.stops
    .flatMap(({ monitor }) => monitor)
    .findLast(({ data }) => data.row === row);
  const start = (name: 'perM2' | 'singulation', kind: 'population' | 'share') =>
    enteredFrom(kept?.data[name] ?? null, kept?.data.asTyped[name], kind, units);
  const { figure } = useLiveForm(
    () => ({ perM2: start('perM2', 'population'), singulation: start('singulation', 'share') }),
    ({ perM2, singulation }) => {
      if (perM2.text.trim() === '') {
        if (kept) device.remove('observation', kept.id);
        return {};
      }
      if (perM2.value === null || !readable(singulation)) return {};
      const data: MonitorReading = {
        stopId: kept?.data.stopId ?? stop.id,
        type: 'monitor',
        row,
        perM2: perM2.value,
        singulation: singulation.value,
        source: 'cab',
        asTyped: { perM2: perM2.text, singulation: singulation.text },
      };
      const put = device.put('observation', data, kept?.id);
      return put.ok ? {} : put.problems;
    },
  );
  const who = row === null ? 'Machine' : `Row ${row}`;
  return (
    <div className="columns half">
      <QuantityInput
        label={`${who}: population shown`}
        kind="population"
        usual={CROP_FACTS[check.planting.data.crop].usual.seedsPerM2}
        {...figure('perM2')}
      />
      <QuantityInput
        label={`${who}: singulation shown (optional)`}
        kind="share"
        usual={USUAL_FIGURES.singulation}
        {...figure('singulation')}
      />
    </div>
  );
}
