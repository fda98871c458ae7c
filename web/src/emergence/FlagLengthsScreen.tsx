import { FOOT_M, SOWN_FROM, type FlaggedLength } from '@sendero/core';
import { Button, NativeSelect, Textarea, TextInput } from '@mantine/core';
import { Link, useNavigate, useParams } from 'react-router';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { Choice, Choices } from '../app/Choice.tsx';
import { KNOWN } from './lengthNames.ts';
import { useDevice, useOne, useToday } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { DayOfWork, dayProblem } from '../fields/DayOfWork.tsx';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { stripOptions } from '../trials/stripOptions.ts';
import { useOpenTrial } from '../trials/useOpenTrial.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';

/** Where it does not matter which row: zones and treatments, so many lengths in each. */
const NO_ROWS = 'none';

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
      rows: planterRows.length > 0 ? planterRows : [NO_ROWS],
      zone: '',
      lengthM: enteredFrom(units.system === 'us' ? 10 * FOOT_M : 3, undefined, 'rowLength', units),
      sownFrom: 'rate' as FlaggedLength['sownFrom'],
      seeds: '',
      place: '',
      strip: '',
      on: '',
    }),
    read: ({ rows: chosen, zone, lengthM, sownFrom, seeds, place, strip, on }) => {
      const { at } = device.momentOn(on);
      const made = (row: string) => ({
        plantingId,
        row: row === NO_ROWS ? null : Number(row),
        zone: zone.trim(),
        trialId: trial && strip !== '' ? trial.id : null,
        strip: trial && strip !== '' ? Number(strip) : null,
        lengthM: lengthM.value ?? Number.NaN,
        sownFrom,
        seeds:
          sownFrom === 'rate' ? null : seeds.trim() === '' ? null : Number(seeds.replace(',', '.')),
        place: place.trim(),
        at,
        asTyped: { lengthM: lengthM.text },
      });
      const [first = NO_ROWS, ...others] = chosen;
      return {
        data: made(first),
        after: others.map((row) => ({
          kind: 'flaggedLength' as const,
          id: newId(),
          data: made(row),
        })),
      };
    },
    check: ({ rows: chosen, on }): Record<string, string> => {
      const day = dayProblem(on, plantedOn, today);
      return {
        ...(chosen.length === 0 && { rows: 'Choose the rows to flag, or “no row”.' }),
        ...(day !== null && { on: day }),
      };
    },
    onDone: (id) => {
      const day = form.values.on === '' ? '' : `?on=${form.values.on}`;
      void navigate(`/plantings/${plantingId}/emergence${id ? `/count${day}` : ''}`, {
        replace: true,
      });
    },
  });
  const { rows: chosen, sownFrom, lengthM } = form.values;
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
              { value: NO_ROWS, says: 'no row' },
            ]}
            value={chosen}
            onChange={(next) =>
              form.setFieldValue(
                'rows',
                next.at(-1) === NO_ROWS && !chosen.includes(NO_ROWS)
                  ? [NO_ROWS]
                  : next.filter((one) => one !== NO_ROWS).sort((a, b) => Number(a) - Number(b)),
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
        <QuantityInput
          label="Length between the flags"
          kind="rowLength"
          size="md"
          {...figure('lengthM')}
        />
        <TextInput
          label="Zone or treatment (optional)"
          description="What is compared: sandy rise, planted deeper …"
          {...form.getInputProps('zone')}
        />
      </div>
      {trial && (
        <NativeSelect
          label="Strip of the trial"
          size="md"
          value={form.values.strip}
          data={[{ value: '', label: 'in no strip' }, ...stripOptions(trial.data)]}
          onChange={(event) => form.setFieldValue('strip', event.currentTarget.value)}
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
        autosize
        minRows={2}
        {...form.getInputProps('place')}
      />
      <DayOfWork from={plantedOn} {...form.getInputProps('on')} />
      <div className="row">
        <Button type="submit" h={52} size="md">
          Flag {chosen.length === 1 ? 'it' : `${chosen.length} lengths`}, and count
        </Button>
        <Button variant="default" h={52} onClick={cancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
