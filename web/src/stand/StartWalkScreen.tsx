import { useNewestCheck } from '../depth/useTrenchCheck.ts';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { Choice } from '../app/Choice.tsx';
import {
  FOOT_M,
  INCH_M,
  COUNT_METHODS,
  CROP_FACTS,
  rowLengthForArea,
  unitAreaM2,
  type CountMethod,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { Link, useNavigate, useParams } from 'react-router';
import { useOne } from '../data/hooks.ts';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { NewestCheck } from '../planting/NewestCheck.tsx';
import { SeasonBefore } from '../planting/SeasonBefore.tsx';
import { QuantityInput, enteredFrom, type Entered } from '../units/QuantityInput.tsx';
import { useStartForm } from './useStartForm.ts';
import { useUnits } from '../units/useUnits.ts';
import { MethodPicture, METHOD_WORDS } from './methodWords.tsx';

const HOOP_M = 28.25 * INCH_M;

/** Choose how to count before setting out. */
export default function StartWalkScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const planter = useOne('planter', planting?.data.planterId);
  const checkId = useNewestCheck(plantingId);
  if (!planting || !field) return <PlantingGone />;
  const facts = CROP_FACTS[planting.data.crop];
  return (
    <div className="stack">
      <StartWalkForm
        key={planting.id}
        plantingId={planting.id}
        fieldName={field.data.name}
        rowWidthM={planting.data.rowWidthM}
        rows={planter?.data.rows ?? null}
        dense={facts.denseStand}
      />
      <div className="columns half">
        <NewestCheck checkId={checkId} />
        <SeasonBefore planting={planting} />
      </div>
    </div>
  );
}

function StartWalkForm({
  plantingId,
  fieldName,
  rowWidthM,
  rows,
  dense,
}: {
  plantingId: string;
  fieldName: string;
  rowWidthM: number;
  rows: number | null;
  dense: boolean;
}) {
  const navigate = useNavigate();
  const units = useUnits();
  const unitM2 = unitAreaM2(units.system) / 1000;
  const fullLengthM = rowLengthForArea({ rowWidthM, areaM2: unitM2 });
  /** The usual length of a method, exactly, and as it is written. */
  const usual = (method: CountMethod) => {
    const exactM = method === 'perFoot' ? FOOT_M : fullLengthM;
    return { exactM, lengthM: enteredFrom(exactM, undefined, 'rowLength', units) };
  };
  const { form, found, figure, keep } = useStartForm({
    plantingId,
    purpose: 'stand',
    start: () => {
      const method = (dense ? 'hoop' : rows ? 'everyRow' : 'oneRow') as CountMethod;
      return {
        method,
        ...(usual(method) as { exactM: number | null; lengthM: Entered }),
        hoopDiameterM: enteredFrom(HOOP_M, undefined, 'hoopDiameter', units),
      };
    },
    read: ({ method, exactM, lengthM, hoopDiameterM: hoop }) => ({
      purpose: 'stand',
      method,
      lengthM: method === 'hoop' ? null : (exactM ?? lengthM.value),
      hoopDiameterM: method === 'hoop' ? hoop.value : null,
      asTyped: {
        [method === 'hoop' ? 'hoopDiameterM' : 'lengthM']:
          method === 'hoop' ? hoop.text : lengthM.text,
      },
    }),
    onDone: (walkId) => void navigate(`/walks/${walkId}`, { replace: true }),
  });
  const { method } = form.values;

  return (
    <form className="stack" noValidate onSubmit={form.onSubmit(keep)}>
      <div>
        <Link to={`/plantings/${plantingId}`}>{fieldName}</Link>
        <h1>New stand walk</h1>
      </div>
      {found && <FoundAgain />}
      <section className="stack tight">
        <h2>How will you count?</h2>
        <Choice
          label="How will you count?"
          labelled={false}
          look="card"
          options={COUNT_METHODS.filter((candidate) => candidate !== 'everyRow' || rows).map(
            (candidate) => ({
              value: candidate,
              says: (
                <>
                  <MethodPicture method={candidate} />
                  <strong>{METHOD_WORDS[candidate].label}</strong>
                  <div className="small soft">{METHOD_WORDS[candidate].how}</div>
                </>
              ),
            }),
          )}
          value={method}
          onChange={(next) => form.setValues({ method: next!, ...usual(next!) })}
        />
      </section>
      <section className="stack tight" style={{ maxWidth: 460 }}>
        {method === 'hoop' ? (
          <QuantityInput
            label="Hoop diameter, inside"
            kind="hoopDiameter"
            {...figure('hoopDiameterM')}
            size="md"
          />
        ) : (
          <>
            <QuantityInput
              label={
                method === 'bothSides'
                  ? 'Length of tape; rows on both sides are counted'
                  : 'Length of tape'
              }
              kind="rowLength"
              size="md"
              {...figure('lengthM')}
              onEntered={(entered) => form.setValues({ lengthM: entered, exactM: null })}
            />
            <div className="row small soft">
              <span>
                1/1000 {units.system === 'us' ? 'acre' : 'ha'} at{' '}
                {units.show(rowWidthM, 'rowWidth')} rows is{' '}
                <strong>{units.show(fullLengthM, 'rowLength')}</strong>.
              </span>
              <Button
                variant="default"
                size="compact-md"
                h={44}
                onClick={() => form.setValues(usual('oneRow'))}
              >
                Use it
              </Button>
            </div>
          </>
        )}
        {Object.entries(form.errors)
          .filter(([name]) => name !== 'lengthM' && name !== 'hoopDiameterM')
          .map(([name, text]) => (
            <p key={name} className="warn" role="alert">
              {text}
            </p>
          ))}
      </section>
      <p className="soft">
        Keep off the headland unless it is the question. Before entering a sprayed field, check that
        the re-entry interval on the label has passed.
      </p>
      <div>
        <Button size="lg" type="submit">
          Start the walk
        </Button>
      </div>
    </form>
  );
}
