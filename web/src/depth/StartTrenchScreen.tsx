import { PlantingGone } from '../fields/PlantingGone.tsx';
import { Choice } from '../app/Choice.tsx';
import {
  calibrateGauge,
  DEFAULT_DEPTH_TOLERANCE_M,
  type DepthConvention,
  type Kept,
  type TrenchWalk,
  CROP_FACTS,
  USUAL_FIGURES,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useOne } from '../data/hooks.ts';
import { DayOfWork } from '../fields/DayOfWork.tsx';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useStartForm } from '../stand/useStartForm.ts';
import { useUnits } from '../units/useUnits.ts';
import styles from './depth.module.css';

/** Before the first row is opened: what it is judged against, how depth is read, and the cautions. */
export default function StartTrenchScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const planter = useOne('planter', planting?.data.planterId);
  if (!planting || !field) return <PlantingGone />;
  return (
    <StartTrenchForm
      key={planting.id}
      planting={planting}
      fieldName={field.data.name}
      planterName={planter?.data.name ?? null}
    />
  );
}

function StartTrenchForm({
  planting,
  fieldName,
  planterName,
}: {
  planting: Kept<'planting'>;
  fieldName: string;
  planterName: string | null;
}) {
  const navigate = useNavigate();
  const units = useUnits();
  const { form, found, figure, keep } = useStartForm({
    plantingId: planting.id,
    plantedOn: planting.data.plantedOn,
    purpose: 'trench',
    start: () => ({
      targetM: enteredFrom(
        planting.data.depthTargetM,
        planting.data.asTyped.depthTargetM,
        'seedDepth',
        units,
      ),
      toleranceM: enteredFrom(DEFAULT_DEPTH_TOLERANCE_M, undefined, 'seedDepth', units),
      readTo: 'bottom' as DepthConvention,
      seedsPerRow: 5,
      gauge: null as TrenchWalk['gauge'],
    }),
    read: ({ targetM, toleranceM, ...others }) => ({
      purpose: 'trench',
      targetM: targetM.value ?? Number.NaN,
      toleranceM: toleranceM.value ?? Number.NaN,
      ...others,
      asTyped: { targetM: targetM.text, toleranceM: toleranceM.text },
    }),
    onDone: (walkId) => void navigate(`/trench/${walkId}`, { replace: true }),
  });
  const { readTo, seedsPerRow } = form.values;
  return (
    <form className="stack" style={{ maxWidth: 620 }} noValidate onSubmit={form.onSubmit(keep)}>
      <div>
        <Link to={`/plantings/${planting.id}`}>{fieldName}</Link>
        <h1>Trench check{planterName ? ` behind ${planterName}` : ''}</h1>
      </div>
      {found && <FoundAgain />}
      <section className="rule-left signal stack tight" aria-label="Cautions">
        <p>
          <strong>Stopped, shut down, blocked.</strong> Agree with the driver before you go behind
          the machine; never under it raised or with its hydraulics live.
        </p>
        <p>
          <strong>Treated seed:</strong> gloves; wash before eating; leave none lying; the tag says
          the rest.
        </p>
      </section>
      <section className={styles.settings}>
        <QuantityInput
          label="Depth aimed for, to the seed’s bottom"
          kind="seedDepth"
          usual={CROP_FACTS[planting.data.crop].usual.depthTargetM}
          size="md"
          {...figure('targetM')}
        />
        <QuantityInput
          label={
            <>
              On target within ±{' '}
              <span className="default-mark">
                default {units.show(DEFAULT_DEPTH_TOLERANCE_M, 'seedDepth')}
              </span>
            </>
          }
          kind="seedDepth"
          usual={USUAL_FIGURES.toleranceM}
          size="md"
          {...figure('toleranceM')}
        />
      </section>
      <Choice
        label="You read depth to the"
        options={[
          { value: 'bottom', says: 'bottom of the seed (furrow floor)' },
          { value: 'top', says: 'top of the seed' },
        ]}
        value={readTo}
        onChange={(next) => form.setFieldValue('readTo', next!)}
      />
      <Choice
        label="Seeds in each row"
        options={[3, 5, 8, 10].map((count) => ({ value: count, says: count }))}
        value={seedsPerRow}
        onChange={(next) => form.setFieldValue('seedsPerRow', next!)}
      />
      <GaugeForm onGauge={(gauge) => form.setFieldValue('gauge', gauge)} />
      <DayOfWork from={planting.data.plantedOn} {...form.getInputProps('on')} />
      {Object.entries(form.errors)
        .filter(([name]) => !['targetM', 'toleranceM', 'on'].includes(name))
        .map(([name, text]) => (
          <p key={name} className="warn" role="alert">
            {text}
          </p>
        ))}
      <div>
        <Button size="lg" type="submit">
          {form.values.on === '' ? 'Planter is stopped: start' : 'Enter the check'}
        </Button>
      </div>
    </form>
  );
}

/** A finger joint held against a rule a few times: its length, and the error it carries. */
function GaugeForm({ onGauge }: { onGauge(gauge: TrenchWalk['gauge']): void }) {
  const units = useUnits();
  const [texts, setTexts] = useState(['', '', '', '', '']);
  const read = texts
    .filter((text) => text.trim() !== '')
    .map((text) => units.read(text, 'seedDepth'));
  const readings = read.flatMap((one) => (one.ok && one.value > 0 ? [one.value] : []));
  const calibration =
    readings.length >= 3 && readings.length === read.length ? calibrateGauge(readings) : null;
  const change = (i: number, text: string) => {
    const next = texts.with(i, text);
    setTexts(next);
    const values = next
      .filter((one) => one.trim() !== '')
      .flatMap((one) => {
        const parsed = units.read(one, 'seedDepth');
        return parsed.ok && parsed.value > 0 ? [parsed.value] : [];
      });
    const found = values.length >= 3 ? calibrateGauge(values) : null;
    onGauge(found && { lengthM: found.lengthM, errorM: found.errorM });
  };
  return (
    <details>
      <summary>Use a finger joint as a gauge</summary>
      <div className="stack tight">
        <p className="small">
          Hold it against a rule three times or more, letting go in between, and enter what the rule
          says.
        </p>
        <div className="row">
          {texts.map((text, i) => (
            <input
              key={i}
              className="gap-input"
              style={{ width: 84, flex: 'none' }}
              aria-label={`Rule reading ${i + 1}, ${units.symbol('seedDepth')}`}
              value={text}
              onChange={(event) => change(i, event.currentTarget.value)}
            />
          ))}
        </div>
        <p aria-live="polite">
          {calibration ? (
            <>
              Your gauge is <strong>{units.show(calibration.lengthM, 'seedDepth')}</strong>; one
              depth read with it is off by up to ±{' '}
              <strong>{units.show(calibration.errorM, 'depthSpread')}</strong> (95 %).
            </>
          ) : read.some((one) => !one.ok) ? (
            `One of these cannot be read: write it like ${units.system === 'us' ? '1 7/8 in' : units.marked('4.8 cm')}.`
          ) : (
            'Three readings or more give its length and its error.'
          )}
        </p>
      </div>
    </details>
  );
}
