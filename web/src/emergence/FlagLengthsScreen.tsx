import { FOOT_M, SOWN_FROM, type FlaggedLength } from '@sendero/core';
import { Button, Textarea, TextInput } from '@mantine/core';
import { Link, useNavigate, useParams } from 'react-router';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { Choice, Choices } from '../app/Choice.tsx';
import { Fold } from '../app/Fold.tsx';
import { FigureGrid } from '../units/FigureGrid.tsx';
import { KNOWN } from './lengthNames.ts';
import { NO_ROW, plannedLengths } from './plannedLengths.ts';
import { seedsFrom } from './typedCount.ts';
import { useDevice, useOne, useToday } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { DayOfWork, dayProblem } from '../fields/DayOfWork.tsx';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { stripOptions } from '../trials/stripOptions.ts';
import { useOpenTrial } from '../trials/useOpenTrial.ts';
import { EMPTY, enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';

/** At most so many in one form. Sendero default. */
const MOST = 200;

/** Lengths to come back to: in every row, or in the zones and treatments that are compared. */
export default function FlagLengthsScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const planter = useOne('planter', planting?.data.planterId);
  if (!planting || !field) return <PlantingGone />;
  return (
    <FlagForm
      key={planting.id}
      plantingId={planting.id}
      plantedOn={planting.data.plantedOn}
      fieldName={field.data.name}
      rows={planter?.data.rows ?? 0}
      seedsPerM={planting.data.seedsPerM2 * planting.data.rowWidthM}
    />
  );
}

type Own = Record<string, Partial<Record<'seeds' | 'place', Entered>>>;
const SEEDS = { name: 'seeds', label: 'Seeds', kind: null } as const;
const PLACE = {
  name: 'place',
  label: 'Where the first flag stands',
  kind: null,
  text: true,
} as const;

/** @example isFew('3') // true */
const isFew = (text: string) => /^[1-9]$/.test(text.trim());

const lengthsOf = ({
  rows,
  zone,
  strips,
  each,
}: {
  rows: readonly string[];
  zone: string;
  strips: readonly string[];
  each: string;
}) =>
  plannedLengths({
    rows,
    zones: zone,
    strips,
    each: isFew(each) ? Number(each) : 1,
    most: MOST + 1,
  });

function FlagForm({
  plantingId,
  plantedOn,
  fieldName,
  rows,
  seedsPerM,
}: {
  plantingId: string;
  plantedOn: string;
  fieldName: string;
  rows: number;
  seedsPerM: number;
}) {
  const device = useDevice();
  const navigate = useNavigate();
  const units = useUnits();
  const today = useToday();
  const trial = useOpenTrial(plantingId);
  const planterRows = Array.from({ length: rows }, (_, i) => String(i + 1));
  const { form, found, figure, keep, cancel } = useRecordForm({
    kind: 'flaggedLength',
    name: `flags on ${plantingId}`,
    start: () => ({
      rows: planterRows.length > 0 ? planterRows : [NO_ROW],
      zone: '',
      each: '1',
      lengthM: enteredFrom(units.system === 'us' ? 10 * FOOT_M : 3, undefined, 'rowLength', units),
      sownFrom: 'rate' as FlaggedLength['sownFrom'],
      seeds: '',
      place: '',
      strips: [] as string[],
      own: {} as Own,
      on: '',
    }),
    read: (values) => {
      const { at } = device.momentOn(values.on);
      const { lengthM, sownFrom } = values;
      const [first, ...others] = lengthsOf(values).map(({ id, row, zone, strip }) => ({
        plantingId,
        row,
        zone,
        trialId: strip === null ? null : trial!.id,
        strip,
        lengthM: lengthM.value ?? Number.NaN,
        sownFrom,
        seeds: sownFrom === 'rate' ? null : seedsFrom(values.own[id]?.seeds?.text || values.seeds),
        place: (values.own[id]?.place?.text || values.place).trim(),
        at,
        asTyped: { lengthM: lengthM.text },
      }));
      return {
        data: first!,
        after: others.map((data) => ({ kind: 'flaggedLength' as const, id: newId(), data })),
      };
    },
    check: (values): Record<string, string> => {
      const planned = lengthsOf(values);
      const day = dayProblem(values.on, plantedOn, today);
      return {
        ...(values.rows.length === 0 && { rows: 'Choose the rows to flag, or “no row”.' }),
        ...(!isFew(values.each) && { each: 'Enter 1 to 9.' }),
        ...(planned.length > MOST && {
          each: `That is more than ${MOST} lengths: flag at most ${MOST} at a time.`,
        }),
        ...(day !== null && { on: day }),
        ...(values.sownFrom !== 'rate' &&
          planned.some(({ id }) =>
            Number.isNaN(seedsFrom(values.own[id]?.seeds?.text || values.seeds) ?? 0),
          ) && { seeds: 'Enter how many seeds lie in each length, as a number.' }),
      };
    },
    onDone: (id) => {
      const day = form.values.on === '' ? '' : `?on=${form.values.on}`;
      void navigate(`/plantings/${plantingId}/emergence${id ? `/count${day}` : ''}`, {
        replace: true,
      });
    },
  });
  const { rows: chosen, sownFrom, lengthM, own } = form.values;
  const planned = lengthsOf(form.values);
  return (
    <form className="stack" style={{ maxWidth: 640 }} noValidate onSubmit={form.onSubmit(keep)}>
      <div>
        <Link to={`/plantings/${plantingId}/emergence`}>{fieldName}</Link>
        <h1>Flag lengths to count in</h1>
        <p className="soft">
          Two flags in the row, as far apart as you say. At each visit only what is new between them
          is counted.
        </p>
      </div>
      {found && <FoundAgain />}
      {planterRows.length > 0 && (
        <div className="stack tight">
          <Choices
            label="In planter rows"
            options={[
              ...planterRows.map((row) => ({ value: row, says: row })),
              { value: NO_ROW, says: 'no row' },
            ]}
            value={chosen}
            onChange={(next) =>
              form.setFieldValue(
                'rows',
                next.at(-1) === NO_ROW && !chosen.includes(NO_ROW)
                  ? [NO_ROW]
                  : next.filter((one) => one !== NO_ROW).sort((a, b) => Number(a) - Number(b)),
              )
            }
          />
          {form.errors.rows && (
            <p className="warn" role="alert">
              {form.errors.rows}
            </p>
          )}
        </div>
      )}
      <div className="columns half">
        <QuantityInput label="Length between the flags" kind="rowLength" {...figure('lengthM')} />
        <TextInput
          label="Lengths in each row or zone"
          inputMode="numeric"
          autoComplete="off"
          {...form.getInputProps('each')}
        />
      </div>
      <TextInput
        label="Zones or treatments (optional)"
        description="What is compared, with commas between them: sandy rise, low ground"
        {...form.getInputProps('zone')}
      />
      {trial && (
        <Choices
          label="In strips of the trial"
          options={stripOptions(trial.data).map(({ value }) => ({ value, says: value }))}
          value={form.values.strips}
          onChange={(next) =>
            form.setFieldValue(
              'strips',
              next.sort((a, b) => Number(a) - Number(b)),
            )
          }
        />
      )}
      <Choice
        label="Seeds in it"
        options={SOWN_FROM.map((value) => ({ value, says: KNOWN[value] }))}
        value={sownFrom}
        onChange={(next) => form.setFieldValue('sownFrom', next!)}
      />
      {sownFrom === 'rate' ? (
        lengthM.value !== null && (
          <p className="small soft">
            {(seedsPerM * lengthM.value).toFixed(0)} seeds in each by the rate of this planting.
          </p>
        )
      ) : (
        <TextInput
          label="Seeds in each length"
          inputMode="decimal"
          autoComplete="off"
          {...form.getInputProps('seeds')}
        />
      )}
      <Textarea
        label="Where the first flag stands (optional)"
        description="So that whoever comes next finds it."
        rows={2}
        {...form.getInputProps('place')}
      />
      {planned.length > 1 && planned.length <= MOST && (
        <Fold summary={`Seeds and place of each of the ${planned.length} lengths`}>
          <FigureGrid
            label="Each length"
            headOf="Length"
            columns={sownFrom === 'rate' ? [PLACE] : [SEEDS, PLACE]}
            rows={planned.map(({ id, name }) => ({
              id,
              name,
              head: name,
              entries: { seeds: EMPTY, place: EMPTY, ...own[id] },
            }))}
            onEntered={(changes) => {
              const next = { ...own };
              for (const { id, column, entered } of changes)
                next[id] = { ...next[id], [column]: entered };
              form.setFieldValue('own', next);
            }}
          />
          <p className="small soft">What stays empty is as above.</p>
        </Fold>
      )}
      <DayOfWork from={plantedOn} {...form.getInputProps('on')} />
      <div className="row">
        <Button type="submit" h={52} size="md">
          Flag {planned.length === 1 ? 'it' : `${planned.length} lengths`}, and count
        </Button>
        <Button variant="default" h={52} onClick={cancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
