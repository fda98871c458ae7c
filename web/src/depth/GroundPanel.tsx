import { Choice } from '../app/Choice.tsx';
import { FEELS, USUAL_FIGURES, type Feel, type Ground, type TrenchStop } from '@sendero/core';
import { TextInput } from '@mantine/core';
import { useDevice } from '../data/hooks.ts';
import { readable, useLiveForm } from '../fields/useLiveForm.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FEEL_WORDS } from './trenchWords.ts';
import styles from './depth.module.css';

/** Moisture at this stop: the dry layer, how it feels, a sensor by its owner's own level. */
export function GroundPanel({ stop }: { stop: TrenchStop }) {
  const device = useDevice();
  const units = useUnits();
  const kept = stop.ground?.data;
  const written = (value: number | null | undefined) => String(value ?? '');
  const { form, figure } = useLiveForm(
    () => ({
      dryLayerM: enteredFrom(kept?.dryLayerM ?? null, kept?.asTyped.dryLayerM, 'seedDepth', units),
      feel: kept?.feel ?? null,
      speedMPerS: enteredFrom(kept?.speedMPerS ?? null, kept?.asTyped.speedMPerS, 'speed', units),
      sensor: written(kept?.sensor),
      sensorAdequate: written(kept?.sensorAdequate),
    }),
    ({ dryLayerM: dry, speedMPerS: speed, feel, sensor, sensorAdequate }) => {
      const said = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
      const next: Ground = {
        row: null,
        note: '',
        ...kept,
        stopId: stop.id,
        type: 'ground',
        dryLayerM: readable(dry) ? dry.value : (kept?.dryLayerM ?? null),
        feel,
        sensor: said(sensor),
        sensorAdequate: said(sensorAdequate),
        speedMPerS: readable(speed) ? speed.value : (kept?.speedMPerS ?? null),
        asTyped: {
          ...kept?.asTyped,
          ...(readable(dry) ? { dryLayerM: dry.text } : {}),
          ...(readable(speed) ? { speedMPerS: speed.text } : {}),
        },
      };
      const put = device.put('observation', next, stop.ground?.id);
      return put.ok ? {} : put.problems;
    },
  );
  return (
    <div className="stack tight">
      <QuantityInput
        label="Thickness of the dry layer"
        kind="seedDepth"
        usual={USUAL_FIGURES.dryLayerM}
        size="md"
        {...figure('dryLayerM')}
      />
      <Choice
        label="How it feels at seed depth"
        options={FEELS.map((feel: Feel) => ({ value: feel, says: FEEL_WORDS[feel] }))}
        value={form.values.feel}
        onChange={(feel) => form.setFieldValue('feel', feel)}
        clearable
      />
      <QuantityInput
        label="Speed of the planter, if known"
        kind="speed"
        size="md"
        {...figure('speedMPerS')}
      />
      <div className={styles.settings}>
        <TextInput
          label="Sensor reading, if any"
          inputMode="decimal"
          autoComplete="off"
          {...form.getInputProps('sensor')}
        />
        <TextInput
          label="Adequate for that sensor, your figure"
          inputMode="decimal"
          autoComplete="off"
          {...form.getInputProps('sensorAdequate')}
        />
      </div>
      {kept && kept.sensor !== null && kept.sensorAdequate !== null && (
        <p className={kept.sensor < kept.sensorAdequate ? 'warn' : undefined}>
          {kept.sensor < kept.sensorAdequate ? 'Below' : 'At or above'} your adequate level.
        </p>
      )}
    </div>
  );
}
