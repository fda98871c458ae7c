import { Choice } from '../app/Choice.tsx';
import { idFor, FEELS, type Feel, type Ground, type TrenchStop } from '@sendero/core';
import { useState } from 'react';
import { useDevice } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FEEL_WORDS } from './trenchWords.ts';
import styles from './depth.module.css';

/** Moisture at this stop: the dry layer, how it feels, a sensor by its owner's own level. */
export function GroundPanel({ stop }: { stop: TrenchStop }) {
  const device = useDevice();
  const units = useUnits();
  const kept = stop.ground?.data;
  const [dry, setDry] = useState<Entered>(() =>
    enteredFrom(kept?.dryLayerM ?? null, kept?.asTyped.dryLayerM, 'seedDepth', units),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const write = (change: Partial<Ground>) => {
    const next: Ground = {
      stopId: stop.id,
      type: 'ground',
      row: null,
      dryLayerM: null,
      feel: null,
      sensor: null,
      sensorAdequate: null,
      note: '',
      asTyped: {},
      ...kept,
      ...change,
    };
    const written = device.put(
      'observation',
      next,
      stop.ground?.id ??
        idFor('observation', { stopId: stop.id, type: 'ground', row: null }, newId),
    );
    setProblem(written.ok ? null : (Object.values(written.problems)[0] ?? null));
  };
  const figure = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
  return (
    <div className="stack tight">
      <QuantityInput
        label="Thickness of the dry layer"
        kind="seedDepth"
        size="md"
        entered={dry}
        onEntered={(entered) => {
          setDry(entered);
          const empty = entered.text.trim() === '';
          if (empty || entered.value !== null)
            write({
              dryLayerM: empty ? null : entered.value,
              asTyped: { ...kept?.asTyped, dryLayerM: entered.text },
            });
        }}
      />
      <Choice
        label="How it feels at seed depth"
        options={FEELS.map((feel: Feel) => ({ value: feel, says: FEEL_WORDS[feel] }))}
        value={kept?.feel ?? null}
        onChange={(feel) => write({ feel })}
        clearable
      />
      <div className={styles.settings}>
        <label className="small">
          Sensor reading, if any
          <input
            className="gap-input"
            inputMode="decimal"
            defaultValue={kept?.sensor ?? ''}
            onBlur={(event) => write({ sensor: figure(event.currentTarget.value) })}
          />
        </label>
        <label className="small">
          Adequate for that sensor, your figure
          <input
            className="gap-input"
            inputMode="decimal"
            defaultValue={kept?.sensorAdequate ?? ''}
            onBlur={(event) => write({ sensorAdequate: figure(event.currentTarget.value) })}
          />
        </label>
      </div>
      {kept && kept.sensor !== null && kept.sensorAdequate !== null && (
        <p className={kept.sensor < kept.sensorAdequate ? 'warn' : undefined}>
          {kept.sensor < kept.sensorAdequate ? 'Below' : 'At or above'} your adequate level.
        </p>
      )}
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}
