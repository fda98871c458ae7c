import { cropWords } from '@sendero/core';
import { NativeSelect, Textarea, TextInput } from '@mantine/core';
import { useToday } from '../data/hooks.ts';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { KeepOrCancel } from '../fields/KeepOrCancel.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { useTrails } from '../trail/useTrails.ts';

/** A visit of a person's own. */
export function OwnVisitForm({ onDone }: { onDone(): void }) {
  const today = useToday();
  const trails = useTrails().filter(({ archived }) => !archived);
  const { form, found, keep, cancel } = useRecordForm({
    kind: 'visit',
    name: 'visit new',
    start: () => ({ title: '', on: today, minutes: '', plantingId: '', note: '' }),
    read: ({ title, on, minutes, plantingId, note }) => ({
      data: {
        plantingId: plantingId || null,
        of: null,
        nth: 1,
        title,
        on: on || null,
        minutes: minutes.trim() === '' ? null : Number(minutes.replace(/\s*min\.?$/i, '')),
        doneOn: null,
        note,
      },
    }),
    onDone,
  });
  return (
    <form
      className="sheet stack"
      aria-label="New visit"
      style={{ maxWidth: 520 }}
      noValidate
      onSubmit={form.onSubmit(keep)}
    >
      <h2>New visit</h2>
      {found && <FoundAgain />}
      <TextInput label="What for" {...form.getInputProps('title')} />
      <TextInput type="date" label="On" {...form.getInputProps('on')} />
      <NativeSelect
        label="Planting (optional)"
        data={[
          { value: '', label: 'None' },
          ...trails.map(({ planting, field }) => ({
            value: planting.id,
            label: `${field.data.name}, ${cropWords(planting.data)}`,
          })),
        ]}
        {...form.getInputProps('plantingId')}
      />
      <TextInput
        label="About how long (optional)"
        description="Minutes; an hour unless said"
        inputMode="numeric"
        {...form.getInputProps('minutes')}
      />
      <Textarea label="Note (optional)" autosize {...form.getInputProps('note')} />
      <KeepOrCancel onCancel={cancel} />
    </form>
  );
}
