import { validate, type Kept } from '@sendero/core';
import { Autocomplete, Button, NativeSelect, TextInput } from '@mantine/core';
import type { ReactNode } from 'react';
import { useAll } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FoundAgain } from './FoundAgain.tsx';
import { useDraft } from './useDraft.ts';
import { useRecordForm } from './useRecordForm.ts';

function FormFrame({
  label,
  found,
  onSave,
  onCancel,
  children,
}: {
  label: string;
  /** Filled with what was typed before. */
  found: boolean;
  onSave(): void;
  onCancel(): void;
  children: ReactNode;
}) {
  return (
    <form
      className="sheet stack"
      aria-label={label}
      style={{ maxWidth: 520 }}
      onSubmit={(event) => {
        event.preventDefault();
        onSave();
      }}
    >
      <h2>{label}</h2>
      {found && <FoundAgain />}
      {children}
      <div className="row">
        <Button type="submit" h={48}>
          Keep
        </Button>
        <Button variant="default" h={48} onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

/** Add or edit a field. Its grower is chosen or named in one place, and made with the field when new. */
export function FieldForm({ field, onDone }: { field?: Kept<'field'>; onDone(id: string): void }) {
  const units = useUnits();
  const growers = useAll('grower');
  const draft = useDraft(`field ${field?.id ?? 'new'}`, field, () => ({
    grower:
      growers.find(({ id }) => id === field?.data.growerId)?.data.name ??
      (growers.length === 1 ? growers[0]!.data.name : ''),
    name: field?.data.name ?? '',
    soil: field?.data.soil ?? '',
    area: enteredFrom(field?.data.areaM2 ?? null, field?.data.asTyped.areaM2, 'area', units),
  }));
  const { problems, setProblems, save, cancel } = useRecordForm('field', draft, onDone);
  const { grower, name, soil, area } = draft.values;
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  const known = growers.find(({ data }) => same(data.name, grower));
  const keep = () => {
    const named = validate('grower', { name: grower });
    if (!named.ok)
      return setProblems({
        grower: grower.trim() ? named.problems.name! : 'Choose the grower, or type a new name.',
      });
    const growerId = known?.id ?? newId();
    save(
      {
        growerId,
        name,
        soil,
        areaM2: area.text.trim() === '' ? null : (area.value ?? Number.NaN),
        asTyped: { areaM2: area.text },
      },
      known ? [] : [{ kind: 'grower', id: growerId, data: named.data }],
    );
  };
  return (
    <FormFrame
      label={field ? 'Edit the field' : 'New field'}
      found={draft.found}
      onCancel={cancel}
      onSave={keep}
    >
      <Autocomplete
        label="Grower"
        description={
          grower.trim() && !known
            ? 'A new grower: added with the field.'
            : 'Choose one, or type a new name.'
        }
        value={grower}
        error={problems.grower ?? problems.growerId}
        onChange={(value) => draft.change({ grower: value })}
        data={[...new Set(growers.flatMap(({ data }) => (data.archived ? [] : [data.name])))]}
      />
      <TextInput
        label="Field name"
        value={name}
        error={problems.name}
        onChange={(event) => draft.change({ name: event.currentTarget.value })}
      />
      <QuantityInput
        label="Area (optional)"
        kind="area"
        entered={area}
        onEntered={(entered) => draft.change({ area: entered })}
        problem={problems.areaM2}
      />
      <TextInput
        label="Soil (optional)"
        value={soil}
        error={problems.soil}
        onChange={(event) => draft.change({ soil: event.currentTarget.value })}
      />
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
  const draft = useDraft(`grower ${grower.id}`, grower, () => ({ name: grower.data.name }));
  const { problems, save, cancel } = useRecordForm('grower', draft, onDone);
  return (
    <FormFrame
      label="Edit the grower"
      found={draft.found}
      onCancel={cancel}
      onSave={() => save(draft.values)}
    >
      <TextInput
        label="Grower’s name"
        value={draft.values.name}
        error={problems.name}
        onChange={(event) => draft.change({ name: event.currentTarget.value })}
      />
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
  const draft = useDraft(`planter ${planter?.id ?? 'new'}`, planter, () => ({
    name: planter?.data.name ?? '',
    type: planter?.data.type ?? ('planter' as 'planter' | 'drill'),
    rows: String(planter?.data.rows ?? ''),
    cells: planter?.data.cells ? String(planter.data.cells) : '',
    width: enteredFrom(
      planter?.data.rowWidthM ?? null,
      planter?.data.asTyped.rowWidthM,
      'rowWidth',
      units,
    ),
    step: enteredFrom(
      planter?.data.depthStopStepM ?? null,
      planter?.data.asTyped.depthStopStepM,
      'seedDepth',
      units,
    ),
  }));
  const { problems, save, cancel } = useRecordForm('planter', draft, onDone);
  const { name, type, rows, cells, width, step } = draft.values;
  const whole = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : Number.NaN);
  return (
    <FormFrame
      label={planter ? 'Edit the planter' : 'New planter'}
      found={draft.found}
      onCancel={cancel}
      onSave={() =>
        save({
          name,
          type,
          rows: whole(rows),
          rowWidthM: width.value ?? Number.NaN,
          cells: type === 'drill' || cells.trim() === '' ? null : whole(cells),
          depthStopStepM: step.text.trim() === '' ? null : (step.value ?? Number.NaN),
          asTyped: { rowWidthM: width.text, depthStopStepM: step.text },
        })
      }
    >
      <TextInput
        label="Name"
        value={name}
        error={problems.name}
        onChange={(event) => draft.change({ name: event.currentTarget.value })}
      />
      <NativeSelect
        label="Kind"
        value={type}
        onChange={(event) =>
          draft.change({ type: event.currentTarget.value as 'planter' | 'drill' })
        }
        data={[
          { value: 'planter', label: 'Planter, single seeds' },
          { value: 'drill', label: 'Drill or air seeder' },
        ]}
      />
      <TextInput
        label="Rows"
        inputMode="numeric"
        value={rows}
        error={problems.rows}
        onChange={(event) => draft.change({ rows: event.currentTarget.value })}
      />
      <QuantityInput
        label="Row width"
        kind="rowWidth"
        entered={width}
        onEntered={(entered) => draft.change({ width: entered })}
        problem={problems.rowWidthM}
      />
      <QuantityInput
        label="One position of the depth stop moves the seed by (optional)"
        kind="seedDepth"
        entered={step}
        onEntered={(entered) => draft.change({ step: entered })}
        problem={problems.depthStopStepM}
      />
      {type === 'planter' && (
        <TextInput
          label="Cells on a metering disc (optional)"
          inputMode="numeric"
          value={cells}
          error={problems.cells}
          onChange={(event) => draft.change({ cells: event.currentTarget.value })}
        />
      )}
    </FormFrame>
  );
}
