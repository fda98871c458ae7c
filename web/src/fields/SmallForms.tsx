import {
  PLANTER_SIZES,
  USUAL_FIGURES,
  validate,
  type Kept,
  type PlanterSize,
  type Problems,
} from '@sendero/core';
import { Autocomplete, NativeSelect, TextInput } from '@mantine/core';
import { useState, type ReactNode, type SubmitEventHandler } from 'react';
import { useAll } from '../data/hooks.ts';
import { Choice } from '../app/Choice.tsx';
import { sameName } from '../app/sameName.ts';
import { newId } from '../data/newId.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FoundAgain } from './FoundAgain.tsx';
import { KeepOrCancel } from './KeepOrCancel.tsx';
import { rowNumbersFrom, whole } from './rowNumbersFrom.ts';
import { useRecordForm } from './useRecordForm.ts';

function FormFrame({
  label,
  found,
  onSubmit,
  onCancel,
  children,
}: {
  label: string;
  /** Filled with what was typed before. */
  found: boolean;
  onSubmit: SubmitEventHandler<HTMLFormElement>;
  onCancel(): void;
  children: ReactNode;
}) {
  return (
    <form
      className="sheet stack"
      aria-label={label}
      style={{ maxWidth: 520 }}
      noValidate
      onSubmit={onSubmit}
    >
      <h2>{label}</h2>
      {found && <FoundAgain />}
      {children}
      <KeepOrCancel onCancel={onCancel} />
    </form>
  );
}

/** Add or edit a field. Its grower is chosen or named in one place, and made with the field when new. */
export function FieldForm({ field, onDone }: { field?: Kept<'field'>; onDone(id: string): void }) {
  const units = useUnits();
  const growers = useAll('grower');
  const [newGrowerId] = useState(newId);
  const known = (name: string) => growers.find(({ data }) => sameName(data.name, name));
  const { form, found, figure, keep, cancel } = useRecordForm({
    kind: 'field',
    name: `field ${field?.id ?? 'new'}`,
    record: field,
    start: () => ({
      grower:
        growers.find(({ id }) => id === field?.data.growerId)?.data.name ??
        (growers.length === 1 ? growers[0]!.data.name : ''),
      name: field?.data.name ?? '',
      soil: field?.data.soil ?? '',
      areaM2: enteredFrom(field?.data.areaM2 ?? null, field?.data.asTyped.areaM2, 'area', units),
    }),
    check({ grower }): Problems {
      const named = validate('grower', { name: grower });
      if (named.ok) return {};
      return {
        grower: grower.trim() ? named.problems.name! : 'Choose the grower, or type a new name.',
      };
    },
    read: ({ grower, name, soil, areaM2 }) => {
      const growerId = known(grower)?.id ?? newGrowerId;
      return {
        data: {
          growerId,
          name,
          soil,
          areaM2: areaM2.text.trim() === '' ? null : (areaM2.value ?? Number.NaN),
          asTyped: { areaM2: areaM2.text },
        },
        before: known(grower) ? [] : [{ kind: 'grower', id: growerId, data: { name: grower } }],
      };
    },
    onDone,
  });
  const { grower } = form.values;
  return (
    <FormFrame
      label={field ? 'Edit the field' : 'New field'}
      found={found}
      onCancel={cancel}
      onSubmit={form.onSubmit(keep)}
    >
      <Autocomplete
        label="Grower"
        description={
          grower.trim() && !known(grower)
            ? 'A new grower: added with the field.'
            : 'Choose one, or type a new name.'
        }
        data={[...new Set(growers.flatMap(({ data }) => (data.archived ? [] : [data.name])))]}
        {...form.getInputProps('grower')}
      />
      <TextInput label="Field name" {...form.getInputProps('name')} />
      <QuantityInput label="Area (optional)" kind="area" {...figure('areaM2')} />
      <TextInput label="Soil (optional)" {...form.getInputProps('soil')} />
    </FormFrame>
  );
}

/** Rename a grower. */
export function GrowerForm({
  grower,
  onDone,
}: {
  grower: Kept<'grower'>;
  onDone(id: string): void;
}) {
  const { form, found, keep, cancel } = useRecordForm({
    kind: 'grower',
    name: `grower ${grower.id}`,
    record: grower,
    start: () => ({ name: grower.data.name }),
    read: (data) => ({ data }),
    onDone,
  });
  return (
    <FormFrame
      label="Edit the grower"
      found={found}
      onCancel={cancel}
      onSubmit={form.onSubmit(keep)}
    >
      <TextInput label="Grower’s name" {...form.getInputProps('name')} />
    </FormFrame>
  );
}

/** Add or edit a planter or drill. */
export function PlanterForm({
  planter,
  onDone,
}: {
  planter?: Kept<'planter'>;
  onDone(id: string): void;
}) {
  const units = useUnits();
  const was = planter?.data;
  const { form, found, figure, keep, cancel } = useRecordForm({
    kind: 'planter',
    name: `planter ${planter?.id ?? 'new'}`,
    record: planter,
    start: () => ({
      name: was?.name ?? '',
      type: was?.type ?? ('planter' as 'planter' | 'drill'),
      rows: String(was?.rows ?? ''),
      cells: was?.cells ? String(was.cells) : '',
      trackRows: was?.trackRows.join(', ') ?? '',
      sectionRows: was?.sectionRows ? String(was.sectionRows) : '',
      rowWidthM: enteredFrom(was?.rowWidthM ?? null, was?.asTyped.rowWidthM, 'rowWidth', units),
      depthStopStepM: enteredFrom(
        was?.depthStopStepM ?? null,
        was?.asTyped.depthStopStepM,
        'seedDepth',
        units,
      ),
    }),
    read: ({
      name,
      type,
      rows,
      cells,
      trackRows,
      sectionRows,
      rowWidthM,
      depthStopStepM: step,
    }) => ({
      data: {
        name,
        type,
        rows: whole(rows),
        rowWidthM: rowWidthM.value ?? Number.NaN,
        cells: type === 'drill' || cells.trim() === '' ? null : whole(cells),
        trackRows: rowNumbersFrom(trackRows),
        sectionRows: sectionRows.trim() === '' ? null : whole(sectionRows),
        depthStopStepM: step.text.trim() === '' ? null : (step.value ?? Number.NaN),
        asTyped: { rowWidthM: rowWidthM.text, depthStopStepM: step.text },
      },
    }),
    onDone,
  });
  const sizes = PLANTER_SIZES[units.system];
  const sizeText = ({ rows, rowWidthM }: PlanterSize) =>
    `${rows} × ${units.show(rowWidthM, 'rowWidth')}`;
  const chosen = sizes.findIndex(
    ({ rows, rowWidthM }) =>
      String(rows) === form.values.rows && rowWidthM === form.values.rowWidthM.value,
  );
  const suggested = `${form.values.rows}-row planter`;
  return (
    <FormFrame
      label={planter ? 'Edit the planter' : 'New planter'}
      found={found}
      onCancel={cancel}
      onSubmit={form.onSubmit(keep)}
    >
      {!planter && (
        <Choice
          label="Common sizes"
          options={sizes.map((size, at) => ({ value: at, says: sizeText(size) }))}
          value={chosen < 0 ? null : chosen}
          onChange={(at) => {
            const { rows, rowWidthM } = sizes[at!]!;
            const { name } = form.values;
            form.setValues({
              type: 'planter',
              rows: String(rows),
              rowWidthM: enteredFrom(rowWidthM, undefined, 'rowWidth', units),
              // A name of one’s own stays.
              ...((name.trim() === '' || name === suggested) && { name: `${rows}-row planter` }),
            });
          }}
        />
      )}
      <TextInput label="Name" {...form.getInputProps('name')} />
      <NativeSelect
        label="Kind"
        data={[
          { value: 'planter', label: 'Planter, single seeds' },
          { value: 'drill', label: 'Drill or air seeder' },
        ]}
        {...form.getInputProps('type')}
      />
      <TextInput label="Rows" inputMode="numeric" {...form.getInputProps('rows')} />
      <QuantityInput label="Row width" kind="rowWidth" {...figure('rowWidthM')} />
      <QuantityInput
        label="One position of the depth stop moves the seed by (optional)"
        kind="seedDepth"
        usual={USUAL_FIGURES.depthStopStepM}
        {...figure('depthStopStepM')}
      />
      {form.values.type === 'planter' && (
        <TextInput
          label="Cells on a metering disc (optional)"
          inputMode="numeric"
          {...form.getInputProps('cells')}
        />
      )}
      <TextInput
        label="Rows behind tractor or cart tyres (optional)"
        description="Numbered from the left as seen from the cab: 6, 7"
        {...form.getInputProps('trackRows')}
      />
      <TextInput
        label="Rows to a section (optional)"
        inputMode="numeric"
        {...form.getInputProps('sectionRows')}
      />
    </FormFrame>
  );
}
