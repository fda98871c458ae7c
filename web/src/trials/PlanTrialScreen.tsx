import {
  CROP_FACTS,
  cropTitle,
  DEMONSTRATION_WORDS,
  expectedStand,
  treatmentsOf,
  TRIAL_LAYOUTS,
  TRIAL_MEASURE_FACTS,
  TRIAL_MEASURES,
  TRIAL_QUESTION_FACTS,
  TRIAL_QUESTIONS,
  trialMeasureKind,
  trialProblems,
  trialResidual,
  trialTreatments,
  validate,
  type Comparison,
  type Crop,
  type InputOf,
  type Kept,
  type Trial,
  type TrialMeasure,
  type TrialQuestion,
} from '@sendero/core';
import { Button, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { Choice } from '../app/Choice.tsx';
import { useChildren, useOne, useToday, useWorkspace } from '../data/hooks.ts';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { KeepOrCancel } from '../fields/KeepOrCancel.tsx';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits, type Units } from '../units/useUnits.ts';
import { COMPARISON_WORDS, LAYOUT_WORDS } from './layoutWords.ts';
import { CanTell } from './CanTell.tsx';
import { DrawnPlan } from './DrawnPlan.tsx';
import { planData, planValues, readLevels, type PlanValues } from './planValues.ts';
import { TreatmentKey } from './StripPlan.tsx';
import { useTrials } from './useTrial.ts';
import { PriceOf } from './WhatItIsWorth.tsx';
import styles from './trials.module.css';

/** Measures a plan can be made for: those with a unit of their own. */
const PLANNED = TRIAL_MEASURES.filter((measure) => measure !== 'halfUp');

/** A trial designed so that it can answer: what is compared, what would matter, the machines, and the lot. */
export default function PlanTrialScreen() {
  const { plantingId, trialId } = useParams();
  const trial = useOne('trial', trialId);
  const planting = useOne('planting', plantingId ?? trial?.data.plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const strips = useChildren('trialStrip', 'trialId', trialId);
  if (!planting || !field) return <PlantingGone />;
  if (trial && strips.some(({ data }) => data.doneOn !== null))
    return (
      <div className="stack">
        <h1>This plan can no longer be changed</h1>
        <p>
          Its strips are planted. What was done otherwise than planned is entered strip by strip, on
          the page of the trial.
        </p>
        <div>
          <Button component={Link} h={48} to={`/trials/${trial.id}`}>
            To the trial
          </Button>
        </div>
      </div>
    );
  return <Plan key={trial?.id ?? planting.id} {...{ planting, field, trial }} />;
}

function Plan({
  planting,
  field,
  trial,
}: {
  planting: Kept<'planting'>;
  field: Kept<'field'>;
  trial: Kept<'trial'> | undefined;
}) {
  const units = useUnits();
  const navigate = useNavigate();
  const today = useToday();
  const planter = useOne('planter', planting.data.planterId);
  const others = useTrials();
  const workspace = useWorkspace()?.data;
  const { crop } = planting.data;
  const own = trial?.data;
  const about = { plantingId: planting.id, plannedOn: own?.plannedOn ?? today, units };
  const { form, found, figure, keep, cancel } = useRecordForm({
    kind: 'trial',
    name: `trial ${trial?.id ?? `of ${planting.id}`}`,
    record: trial,
    start: () => planValues({ trial: own, planting, field, planter, units }),
    check: (values): Record<string, string> => {
      const wrong: Record<string, string> = {};
      const levels = (text: string, question: TrialQuestion, at: string) => {
        const { kind, hint } = TRIAL_QUESTION_FACTS[question];
        const read = readLevels(text, question, units);
        if (read.length < 2)
          wrong[at] = 'Enter two or more, with a comma between: each is one treatment.';
        const odd = read.find(({ value }) => kind && value === null);
        if (odd) wrong[at] = `“${odd.label}” is no figure here: write it like ${hint}.`;
      };
      levels(values.levels, values.question, 'levels');
      if (values.second) levels(values.secondLevels, values.second, 'secondLevels');
      if (values.matters.value === null)
        wrong.matters = 'Enter the difference that would change what you do.';
      if (values.stripLengthM.value === null) wrong.stripLengthM = 'Enter how long a strip is.';
      if (values.planterWidthM.value === null)
        wrong.planterWidthM = 'Enter how wide the planter is.';
      const data = planData(values, about);
      return Object.keys(wrong).length > 0 ? wrong : trialProblemsOf(data, planting.data);
    },
    read: (values) => ({ data: planData(values, about) }),
    onDone: (id) => void navigate(id ? `/trials/${id}` : `/plantings/${planting.id}`),
  });
  const { values } = form;
  const checked = validate('trial', { ...own, ...planData(values, about) });
  const draft = checked.ok ? checked.data : null;
  const levels = [
    readLevels(values.levels, values.question, units),
    ...(values.second ? [readLevels(values.secondLevels, values.second, units)] : []),
  ];
  const known = levels.every(({ length }) => length >= 2);
  const treatments = known
    ? trialTreatments({
        factors: levels.map((one, i) => ({
          question: i === 0 ? values.question : (values.second as TrialQuestion),
          levels: one,
        })),
        costsPerM2: [],
      })
    : [];
  const kind = trialMeasureKind(values.primary, crop)!;
  const residual = useMemo(
    () =>
      trialResidual(
        others.filter((one) => one.trial.id !== trial?.id),
        {
          measure: values.primary,
          crop,
          standPerM2: expectedStand(planting.data),
          fullYieldKgPerM2: workspace?.fullYields?.[crop] ?? undefined,
        },
      ),
    [others, trial?.id, values.primary, crop, planting.data, workspace],
  );
  const demonstration = values.layout === 'oneEach';
  const errors = form.errors as Record<string, string | undefined>;
  const text = (
    name: 'asks' | 'levels' | 'secondLevels' | 'replicates' | 'guardRows' | 'firstPass',
  ) => ({
    value: values[name],
    error: errors[name],
    onChange: (event: { currentTarget: { value: string } }) =>
      form.setFieldValue(name, event.currentTarget.value),
  });
  const asked = (name: 'question' | 'second', at: 'levels' | 'secondLevels') => {
    const chosen = values[name] as TrialQuestion;
    const facts = TRIAL_QUESTION_FACTS[chosen];
    return (
      <TextInput
        label={`${facts.label}, what is compared`}
        description={`With a comma between, like ${facts.hint}, …`}
        {...text(at)}
      />
    );
  };
  return (
    <form className="stack" noValidate aria-label="Plan of a trial" onSubmit={form.onSubmit(keep)}>
      <div>
        <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
        <h1>Plan a trial</h1>
        <div className="soft">
          {cropTitle(planting.data)}, in {planting.data.season}
        </div>
      </div>
      {found && <FoundAgain />}
      <div className={styles.plan}>
        <div className="stack">
          <section className="sheet stack" aria-label="The question">
            <h2>What is asked</h2>
            <TextInput label="The question, in the grower’s words" {...text('asks')} />
            <div className={styles.figures}>
              <NativeSelect
                label="What differs"
                data={TRIAL_QUESTIONS.map((value) => ({
                  value,
                  label: TRIAL_QUESTION_FACTS[value].label,
                }))}
                value={values.question}
                onChange={(event) =>
                  form.setFieldValue('question', event.currentTarget.value as TrialQuestion)
                }
              />
              {asked('question', 'levels')}
              <NativeSelect
                label="And what else"
                data={[
                  { value: '', label: 'Nothing else' },
                  ...TRIAL_QUESTIONS.filter((value) => value !== values.question).map((value) => ({
                    value,
                    label: TRIAL_QUESTION_FACTS[value].label,
                  })),
                ]}
                value={values.second}
                onChange={(event) =>
                  form.setFieldValue('second', event.currentTarget.value as TrialQuestion | '')
                }
              />
              {values.second && asked('second', 'secondLevels')}
              {treatments.length > 0 && (
                <NativeSelect
                  label="The check: what is done today"
                  data={treatments.map(({ index, label }) => ({ value: String(index), label }))}
                  value={values.check}
                  error={errors.check}
                  onChange={(event) => form.setFieldValue('check', event.currentTarget.value)}
                />
              )}
              <NativeSelect
                label="Which comparison"
                data={(Object.keys(COMPARISON_WORDS) as Comparison[]).map((value) => ({
                  value,
                  label: COMPARISON_WORDS[value],
                }))}
                value={values.comparison}
                onChange={(event) =>
                  form.setFieldValue('comparison', event.currentTarget.value as Comparison)
                }
              />
              <NativeSelect
                label="What decides: chosen now, not afterwards"
                data={PLANNED.map((value) => ({ value, label: TRIAL_MEASURE_FACTS[value].label }))}
                value={values.primary}
                onChange={(event) =>
                  form.setFieldValue('primary', event.currentTarget.value as TrialMeasure)
                }
              />
              <QuantityInput
                key={kind}
                label="The difference that matters"
                kind={kind}
                usual={null}
                {...figure('matters')}
              />
            </div>
            {values.primary === 'yield' && <WorthOf {...{ crop, values, units }} />}
          </section>
          <section className="sheet stack" aria-label="How the strips lie">
            <h2>How the strips lie</h2>
            <Choice
              label="How the strips lie"
              labelled={false}
              options={TRIAL_LAYOUTS.map((value) => ({ value, says: LAYOUT_WORDS[value].says }))}
              value={values.layout}
              onChange={(next) => form.setFieldValue('layout', next ?? 'blocks')}
            />
            <p className="small soft">{LAYOUT_WORDS[values.layout].means}</p>
            {errors.layout && (
              <p className="warn" role="alert">
                {errors.layout}
              </p>
            )}
            <div className={styles.figures}>
              {!demonstration && (
                <TextInput
                  label={values.layout === 'splitPlanter' ? 'Passes' : 'Strips of each'}
                  inputMode="numeric"
                  {...text('replicates')}
                />
              )}
              <QuantityInput
                label="Planter width"
                kind="distance"
                usual={null}
                {...figure('planterWidthM')}
              />
              <QuantityInput
                label="Width of the head"
                description="Empty: not harvested by strips"
                kind="distance"
                usual={null}
                {...figure('combineWidthM')}
              />
              <TextInput
                label="Guard rows on each side"
                inputMode="numeric"
                {...text('guardRows')}
              />
              <QuantityInput
                label="Length of a strip"
                kind="distance"
                usual={null}
                {...figure('stripLengthM')}
              />
              <QuantityInput
                label="Width of the field"
                kind="distance"
                usual={null}
                {...figure('fieldWidthM')}
              />
              <TextInput label="Begins with pass" inputMode="numeric" {...text('firstPass')} />
              <QuantityInput
                label="Between tramlines"
                description="Empty: there are none"
                kind="distance"
                usual={null}
                {...figure('tramlineM')}
              />
              <NativeSelect
                label="The slope runs"
                data={[
                  { value: 'across', label: 'across the passes' },
                  { value: 'along', label: 'along the passes' },
                  { value: 'unknown', label: 'not known' },
                ]}
                value={values.slope}
                onChange={(event) =>
                  form.setFieldValue('slope', event.currentTarget.value as Trial['slope'])
                }
              />
            </div>
            <Checkbox
              label="Walked blind: whoever counts sees numbers, not treatments"
              checked={values.blinded}
              onChange={(event) => form.setFieldValue('blinded', event.currentTarget.checked)}
            />
          </section>
        </div>
        <div className={`stack ${styles.beside}`}>
          <section className="sheet stack tight" aria-label="The plan">
            <h2>{demonstration ? 'The plan of a demonstration' : 'The plan'}</h2>
            {draft ? (
              <DrawnPlan data={draft} planting={planting} />
            ) : (
              <p className="soft">
                {known
                  ? 'The plan is drawn once its figures can be read.'
                  : 'Name what is compared: the plan is drawn as you type.'}
              </p>
            )}
            {treatments.length > 0 && (
              <TreatmentKey treatments={treatments} check={Number(values.check)} />
            )}
            <div className="row">
              <Button
                variant="default"
                h={44}
                onClick={() => {
                  form.setFieldValue('seed', crypto.getRandomValues(new Uint32Array(1))[0]!);
                  form.setFieldValue('redraws', values.redraws + 1);
                }}
              >
                Draw again
              </Button>
              <span className="small soft">
                {values.redraws === 0
                  ? 'Drawn by lot once.'
                  : `Drawn again ${values.redraws} ${values.redraws === 1 ? 'time' : 'times'}: that is kept with it. A lot drawn until it pleases is none.`}
              </span>
            </div>
          </section>
          {(demonstration || draft) && (
            <section className="sheet stack tight" aria-label="What it can tell">
              <h2>What it can tell</h2>
              {demonstration ? (
                <p className="rule-left signal">{DEMONSTRATION_WORDS}</p>
              ) : (
                draft && (
                  <CanTell
                    {...{ draft, residual, kind }}
                    treatments={treatmentsOf(levels.map(({ length }) => length))}
                  />
                )
              )}
            </section>
          )}
          <KeepOrCancel onCancel={cancel} />
        </div>
      </div>
    </form>
  );
}

/** What does not fit, under the names the form has for its fields. */
function trialProblemsOf(data: InputOf<'trial'>, planting: Kept<'planting'>['data']) {
  const checked = validate('trial', data);
  return checked.ok ? trialProblems(checked.data, planting) : {};
}

/** The difference that matters in money, at the workspace’s price. */
function WorthOf({ crop, values, units }: { crop: Crop; values: PlanValues; units: Units }) {
  const own = useWorkspace()?.data.prices?.[crop] ?? null;
  const price = own ?? CROP_FACTS[crop].pricePerKg;
  const matters = values.matters.value;
  return (
    <div className={styles.figures}>
      <PriceOf crop={crop} label={`Price of ${CROP_FACTS[crop].label.toLowerCase()}`} />
      {matters !== null && (
        <p className="small">
          The difference that matters is worth {units.show(matters * price, 'moneyPerArea')}.
        </p>
      )}
    </div>
  );
}
