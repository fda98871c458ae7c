import type { Kept } from '@sendero/core';
import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import { useAll } from '../data/hooks.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { useRecordForm } from './useRecordForm.ts';

function FormFrame({
  label,
  onSave,
  onCancel,
  children,
}: {
  label: string;
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
      {children}
      <div className="row">
        <Button type="submit" h={48}>
          Keep it
        </Button>
        <Button variant="default" h={48} onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

/** Add or edit a field, with its grower. */
export function FieldForm({ field, onDone }: { field?: Kept<'field'>; onDone(id: string): void }) {
  const units = useUnits();
  const growers = useAll('grower');
  const { problems, save } = useRecordForm('field', field, onDone);
  const [growerId, setGrowerId] = useState(field?.data.growerId ?? growers[0]?.id ?? '');
  const [newGrower, setNewGrower] = useState('');
  const grower = useRecordForm('grower', undefined, (id) => {
    setGrowerId(id);
    setNewGrower('');
  });
  const [name, setName] = useState(field?.data.name ?? '');
  const [soil, setSoil] = useState(field?.data.soil ?? '');
  const [area, setArea] = useState(() =>
    enteredFrom(field?.data.areaM2 ?? null, field?.data.asTyped.areaM2, 'area', units),
  );
  return (
    <FormFrame
      label={field ? 'Edit the field' : 'New field'}
      onCancel={() => onDone('')}
      onSave={() =>
        save({
          growerId,
          name,
          soil,
          areaM2: area.text.trim() === '' ? null : (area.value ?? Number.NaN),
          asTyped: { areaM2: area.text },
        })
      }
    >
      <NativeSelect
        label="Grower"
        value={growerId}
        error={problems.growerId}
        onChange={(event) => setGrowerId(event.currentTarget.value)}
        data={[
          { value: '', label: 'Choose a grower' },
          ...growers.map(({ id, data }) => ({ value: id, label: data.name })),
        ]}
      />
      <div className="row" style={{ alignItems: 'end' }}>
        <TextInput
          label="Or a new grower"
          value={newGrower}
          error={grower.problems.name}
          onChange={(event) => setNewGrower(event.currentTarget.value)}
          style={{ flex: 1 }}
        />
        <Button variant="default" h={44} onClick={() => grower.save({ name: newGrower })}>
          Add grower
        </Button>
      </div>
      <TextInput
        label="Field name"
        value={name}
        error={problems.name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <QuantityInput
        label="Area (optional)"
        kind="area"
        entered={area}
        onEntered={setArea}
        problem={problems.areaM2}
      />
      <TextInput
        label="Soil (optional)"
        value={soil}
        error={problems.soil}
        onChange={(event) => setSoil(event.currentTarget.value)}
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
  const { problems, save } = useRecordForm('planter', planter, onDone);
  const [name, setName] = useState(planter?.data.name ?? '');
  const [type, setType] = useState<'planter' | 'drill'>(planter?.data.type ?? 'planter');
  const [rows, setRows] = useState(String(planter?.data.rows ?? ''));
  const [cells, setCells] = useState(planter?.data.cells ? String(planter.data.cells) : '');
  const [width, setWidth] = useState(() =>
    enteredFrom(
      planter?.data.rowWidthM ?? null,
      planter?.data.asTyped.rowWidthM,
      'rowWidth',
      units,
    ),
  );
  const [step, setStep] = useState(() =>
    enteredFrom(
      planter?.data.depthStopStepM ?? null,
      planter?.data.asTyped.depthStopStepM,
      'seedDepth',
      units,
    ),
  );
  const whole = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : Number.NaN);
  return (
    <FormFrame
      label={planter ? 'Edit the planter' : 'New planter'}
      onCancel={() => onDone('')}
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
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <NativeSelect
        label="Kind"
        value={type}
        onChange={(event) => setType(event.currentTarget.value as 'planter' | 'drill')}
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
        onChange={(event) => setRows(event.currentTarget.value)}
      />
      <QuantityInput
        label="Row width"
        kind="rowWidth"
        entered={width}
        onEntered={setWidth}
        problem={problems.rowWidthM}
      />
      <QuantityInput
        label="One position of the depth stop moves the seed by (optional)"
        kind="seedDepth"
        entered={step}
        onEntered={setStep}
        problem={problems.depthStopStepM}
      />
      {type === 'planter' && (
        <TextInput
          label="Cells on a metering disc (optional)"
          inputMode="numeric"
          value={cells}
          error={problems.cells}
          onChange={(event) => setCells(event.currentTarget.value)}
        />
      )}
    </FormFrame>
  );
}
