import { Choice } from '../app/Choice.tsx';
import {
  FOOT_M,
  INCH_M,
  COUNT_METHODS,
  CROP_FACTS,
  rowLengthForArea,
  type CountMethod,
  type StandWalk,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useDevice, useOne } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { QuantityInput, enteredFrom, type Entered } from '../units/QuantityInput.tsx';
import { withFirstStop } from './withFirstStop.ts';
import { useUnits } from '../units/useUnits.ts';
import { MethodPicture, METHOD_WORDS } from './methodWords.tsx';

const THOUSANDTH_ACRE_M2 = 4.0468564224;
const THOUSANDTH_HECTARE_M2 = 10;
const HOOP_M = 28.25 * INCH_M;

/** Choose how to count before setting out. */
export default function StartWalkScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const planter = useOne('planter', planting?.data.planterId);
  if (!planting || !field)
    return (
      <p>
        This planting is not on this device. <Link to="/fields">Back to the fields</Link>
      </p>
    );
  const facts = CROP_FACTS[planting.data.crop];
  return (
    <StartWalkForm
      key={planting.id}
      plantingId={planting.id}
      fieldName={field.data.name}
      rowWidthM={planting.data.rowWidthM}
      rows={planter?.data.rows ?? null}
      dense={facts.denseStand}
    />
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
  const device = useDevice();
  const navigate = useNavigate();
  const units = useUnits();
  const walker = useAppSelector((state) => state.sync.session?.person.name ?? '');
  const unitArea = units.system === 'us' ? THOUSANDTH_ACRE_M2 : THOUSANDTH_HECTARE_M2;
  const fullLength = rowLengthForArea({ rowWidthM, areaM2: unitArea });
  const usual = (method: CountMethod) => (method === 'perFoot' ? FOOT_M : fullLength);
  const [method, setMethod] = useState<CountMethod>(dense ? 'hoop' : rows ? 'everyRow' : 'oneRow');
  const [length, setLength] = useState<Entered>(() =>
    enteredFrom(usual(method), undefined, 'rowLength', units),
  );
  const [exact, setExact] = useState<number | null>(usual(method));
  const [hoop, setHoop] = useState<Entered>(() =>
    enteredFrom(HOOP_M, undefined, 'hoopDiameter', units),
  );
  const [problems, setProblems] = useState<Record<string, string>>({});

  const choose = (next: CountMethod) => {
    setMethod(next);
    setExact(usual(next));
    setLength(enteredFrom(usual(next), undefined, 'rowLength', units));
  };
  const start = () => {
    const { at, on, zoneOffsetMin } = device.moment();
    const walk: StandWalk = {
      plantingId,
      purpose: 'stand',
      startedAt: at,
      startedOn: on,
      zoneOffsetMin,
      finishedAt: null,
      method,
      walkedBy: walker,
      note: '',
      lengthM: method === 'hoop' ? null : (exact ?? length.value),
      hoopDiameterM: method === 'hoop' ? hoop.value : null,
      asTyped: {
        [method === 'hoop' ? 'hoopDiameterM' : 'lengthM']:
          method === 'hoop' ? hoop.text : length.text,
      },
    };
    const made = device.putAll(withFirstStop(walk));
    if (!made.ok) return setProblems(made.problems);
    void navigate(`/walks/${made.ids[0]}`, { replace: true });
  };

  return (
    <div className="stack">
      <div>
        <Link to={`/plantings/${plantingId}`}>{fieldName}</Link>
        <h1>New stand walk</h1>
      </div>
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
          onChange={(next) => choose(next!)}
        />
      </section>
      <section className="stack tight" style={{ maxWidth: 460 }}>
        {method === 'hoop' ? (
          <QuantityInput
            label="Hoop diameter, inside"
            kind="hoopDiameter"
            entered={hoop}
            onEntered={setHoop}
            problem={problems.hoopDiameterM}
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
              entered={length}
              problem={problems.lengthM}
              size="md"
              onEntered={(entered) => {
                setLength(entered);
                setExact(null);
              }}
            />
            <div className="row small soft">
              <span>
                1/1000 {units.system === 'us' ? 'acre' : 'ha'} at{' '}
                {units.show(rowWidthM, 'rowWidth')} rows is{' '}
                <strong>{units.show(fullLength, 'rowLength')}</strong>.
              </span>
              <Button
                variant="default"
                size="compact-md"
                h={44}
                onClick={() => {
                  setExact(fullLength);
                  setLength(enteredFrom(fullLength, undefined, 'rowLength', units));
                }}
              >
                Use it
              </Button>
            </div>
          </>
        )}
        {Object.entries(problems)
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
        <Button size="lg" onClick={start}>
          Start the walk
        </Button>
      </div>
    </div>
  );
}
