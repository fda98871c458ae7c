import { Parts } from '../app/Parts.tsx';
import { useNewestCheck } from '../depth/useTrenchCheck.ts';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { lazyExtra } from '../app/lazyExtra.ts';
import { Choice } from '../app/Choice.tsx';
import {
  FOOT_M,
  INCH_M,
  COUNT_METHODS,
  CROP_FACTS,
  rowLengthForArea,
  unitAreaM2,
  type CountMethod,
  type Kept,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { Suspense } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { sameItems, selectAll, selectChildren, useOne } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { DayOfWork } from '../fields/DayOfWork.tsx';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { NewestCheck } from '../planting/NewestCheck.tsx';
import { SeasonBefore } from '../planting/SeasonBefore.tsx';
import { QuantityInput, enteredFrom, type Entered } from '../units/QuantityInput.tsx';
import { useStartForm } from './useStartForm.ts';
import { useUnits } from '../units/useUnits.ts';
import { MethodPicture, METHOD_WORDS } from './methodWords.tsx';

const HOOP_M = 28.25 * INCH_M;

const ProveOnWalk = lazyExtra(() => import('../planter/ProveOnWalk.tsx'));

/** Choose how to count before setting out. */
export default function StartWalkScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const planter = useOne('planter', planting?.data.planterId);
  const checkId = useNewestCheck(plantingId);
  const plan = useOpenPlan(plantingId);
  if (!planting || !field) return <PlantingGone />;
  const facts = CROP_FACTS[planting.data.crop];
  return (
    <Parts>
      <StartWalkForm
        key={`${planting.id} ${plan?.id ?? ''}`}
        plantingId={planting.id}
        plantedOn={planting.data.plantedOn}
        fieldName={field.data.name}
        rowWidthM={planting.data.rowWidthM}
        rows={planter?.data.rows ?? null}
        dense={facts.denseStand}
        plan={plan}
        outlined={field.data.boundary !== null}
      />
      {planter && (
        <Suspense fallback={null}>
          <ProveOnWalk planterId={planter.id} season={planting.data.season} />
        </Suspense>
      )}
      <div className="columns half">
        <NewestCheck checkId={checkId} />
        <SeasonBefore planting={planting} />
      </div>
    </Parts>
  );
}

function StartWalkForm({
  plantingId,
  plantedOn,
  fieldName,
  rowWidthM,
  rows,
  dense,
  plan,
  outlined,
}: {
  plantingId: string;
  plantedOn: string;
  fieldName: string;
  rowWidthM: number;
  rows: number | null;
  dense: boolean;
  /** Stops drawn and not yet walked. */
  plan: Kept<'samplingPlan'> | null;
  /** The field has an outline, on which stops can be planned. */
  outlined: boolean;
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
    plantedOn,
    purpose: 'stand',
    start: () => {
      const oneRow = plan?.data.rowsAtOnce === 1;
      const method = (dense ? 'hoop' : rows && !oneRow ? 'everyRow' : 'oneRow') as CountMethod;
      return {
        method,
        asYouGo: false,
        ...(usual(method) as { exactM: number | null; lengthM: Entered }),
        hoopDiameterM: enteredFrom(HOOP_M, undefined, 'hoopDiameter', units),
      };
    },
    read: ({ method, asYouGo, exactM, lengthM, hoopDiameterM: hoop }) => ({
      purpose: 'stand',
      planId: plan && !asYouGo ? plan.id : null,
      method,
      lengthM: method === 'hoop' ? null : (exactM ?? lengthM.value),
      hoopDiameterM: method === 'hoop' ? hoop.value : null,
      asTyped: {
        [method === 'hoop' ? 'hoopDiameterM' : 'lengthM']:
          method === 'hoop' ? hoop.text : lengthM.text,
      },
    }),
    onDone: (walkId) =>
      void navigate(`/walks/${walkId}${plan && !form.values.asYouGo ? '/way' : ''}`, {
        replace: true,
      }),
  });
  const { method } = form.values;
  /** One stop, one minute, one number: the usual count where one stands. */
  const quick = () => {
    const simplest = dense ? 'hoop' : 'oneRow';
    keep({
      ...form.values,
      ...(usual(simplest) as { exactM: number | null; lengthM: Entered }),
      method: simplest,
      asYouGo: true,
    });
  };

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
          .filter(([name]) => !['lengthM', 'hoopDiameterM', 'on'].includes(name))
          .map(([name, text]) => (
            <p key={name} className="warn" role="alert">
              {text}
            </p>
          ))}
      </section>
      <section className="stack tight">
        <h2>Where will you stop?</h2>
        {plan && (
          <Choice
            label="Where will you stop?"
            labelled={false}
            options={[
              {
                value: 'planned',
                says: plannedText(plan),
              },
              { value: 'asYouGo', says: 'As you go' },
            ]}
            value={form.values.asYouGo ? 'asYouGo' : 'planned'}
            onChange={(value) => form.setFieldValue('asYouGo', value === 'asYouGo')}
          />
        )}
        <p className="small soft">
          {outlined ? (
            <>
              {plan
                ? ''
                : 'Places drawn before the walk cover the field, and no bad corner draws the eye. '}
              <Link to={`/plantings/${plantingId}/plan`}>
                {plan ? 'Plan the stops anew' : 'Plan the stops'}
              </Link>
            </>
          ) : (
            'Stops can be planned once the field has an outline on the map.'
          )}
        </p>
      </section>
      <DayOfWork from={plantedOn} {...form.getInputProps('on')} />
      <p className="soft">
        Keep off the headland unless it is the question. Before entering a sprayed field, check that
        the re-entry interval on the label has passed.
      </p>
      <div className="row">
        <Button size="lg" type="submit">
          Start the walk
        </Button>
        <Button variant="default" h={48} onClick={quick}>
          One quick stop
        </Button>
      </div>
    </form>
  );
}

const plannedText = ({ data }: Kept<'samplingPlan'>) => {
  const stops = data.places.filter(({ state }) => state === 'wanted').length;
  return stops === 1 ? 'At the planned stop' : `At ${stops} planned stops`;
};

/** The newest plan that no walk has followed yet. */
function useOpenPlan(plantingId: string | undefined): Kept<'samplingPlan'> | null {
  const plans = useAppSelector(
    (state) => selectChildren(state, 'samplingPlan', 'plantingId', plantingId),
    sameItems,
  );
  const walked = useAppSelector(
    (state) => selectAll(state, 'walk').flatMap(({ data }) => (data.planId ? [data.planId] : [])),
    sameItems,
  );
  return (
    plans.filter(({ id }) => !walked.includes(id)).sort((a, b) => (a.id < b.id ? 1 : -1))[0] ?? null
  );
}
