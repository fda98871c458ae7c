import { SOWN_FROM, type Kept } from '@sendero/core';
import { TextInput } from '@mantine/core';
import { Choice } from '../app/Choice.tsx';
import { KeepOrCancel } from '../fields/KeepOrCancel.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { KNOWN } from './lengthNames.ts';
import { seedsFrom } from './typedCount.ts';

/** Corrects a flagged length: how long it is, what lies in it, where it is. */
export function LengthForm({
  length,
  name,
  onDone,
}: {
  length: Kept<'flaggedLength'>;
  name: string;
  onDone(): void;
}) {
  const units = useUnits();
  const { data } = length;
  const { form, figure, keep, cancel } = useRecordForm({
    kind: 'flaggedLength',
    name: `flaggedLength ${length.id}`,
    record: length,
    start: () => ({
      lengthM: enteredFrom(data.lengthM, data.asTyped.lengthM, 'rowLength', units),
      sownFrom: data.sownFrom,
      seeds: data.seeds === null ? '' : String(data.seeds),
      place: data.place,
    }),
    read: ({ lengthM, sownFrom, seeds, place }) => ({
      data: {
        ...data,
        lengthM: lengthM.value ?? Number.NaN,
        sownFrom,
        seeds: sownFrom === 'rate' ? null : seedsFrom(seeds),
        place: place.trim(),
        asTyped: { ...data.asTyped, lengthM: lengthM.text },
      },
    }),
    onDone,
  });
  return (
    <form
      className="stack tight"
      noValidate
      onSubmit={form.onSubmit(keep)}
      aria-label={`Edit ${name}`}
    >
      <QuantityInput label="Between the flags" kind="rowLength" size="md" {...figure('lengthM')} />
      <Choice
        label="Seeds in it"
        options={SOWN_FROM.map((value) => ({ value, says: KNOWN[value] }))}
        value={form.values.sownFrom}
        onChange={(next) => form.setFieldValue('sownFrom', next!)}
      />
      {form.values.sownFrom !== 'rate' && (
        <TextInput
          label="Seeds in this length"
          inputMode="decimal"
          autoComplete="off"
          {...form.getInputProps('seeds')}
        />
      )}
      <TextInput label="Where the first flag stands (optional)" {...form.getInputProps('place')} />
      <KeepOrCancel onCancel={cancel} />
    </form>
  );
}
