import { PRIORITIES, WORK_STATES, type Kept } from '@sendero/core';
import { Checkbox, NativeSelect, Textarea, TextInput } from '@mantine/core';
import { useToday } from '../data/hooks.ts';
import { FoundAgain } from '../fields/FoundAgain.tsx';
import { KeepOrCancel } from '../fields/KeepOrCancel.tsx';
import { rowNumbersFrom } from '../fields/rowNumbersFrom.ts';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { PRIORITY_WORDS, STATE_WORDS } from './workWords.ts';

const figure = (text: string) => {
  const value = Number(text.replace(',', '.').trim());
  return text.trim() === '' ? null : value;
};

/** An item of the workshop list, new or kept. */
export function WorkForm({
  planterId,
  season,
  item,
  onDone,
}: {
  planterId: string;
  season: number;
  item?: Kept<'workItem'>;
  onDone(): void;
}) {
  const today = useToday();
  const was = item?.data;
  const { form, found, keep, cancel } = useRecordForm({
    kind: 'workItem',
    name: `workItem ${item?.id ?? `new ${planterId}`}`,
    record: item,
    start: () => ({
      what: was?.what ?? '',
      rows: was?.rows.join(', ') ?? '',
      priority: was?.priority ?? ('middle' as (typeof PRIORITIES)[number]),
      who: was?.who ?? '',
      due: was?.due ?? '',
      parts: was?.parts ?? '',
      cost: was?.cost === null || was === undefined ? '' : String(was.cost),
      state: was?.state ?? ('todo' as (typeof WORK_STATES)[number]),
      doneOn: was?.doneOn ?? '',
      doneNote: was?.doneNote ?? '',
      seasonSavedIt: was?.seasonSavedIt ?? false,
      note: was?.note ?? '',
    }),
    read: ({ rows, due, cost, doneOn, state, ...values }) => ({
      data: {
        planterId,
        season: was?.season ?? season,
        measure: was?.measure ?? null,
        ...values,
        state,
        rows: rowNumbersFrom(rows),
        due: due || null,
        cost: figure(cost),
        doneOn: state === 'done' ? doneOn || today : null,
      },
    }),
    onDone,
  });
  return (
    <form
      className="stack tight"
      noValidate
      aria-label={item ? 'Edit the item' : 'New item'}
      onSubmit={form.onSubmit(keep)}
    >
      {found && <FoundAgain />}
      <TextInput label="What is to be done" size="md" {...form.getInputProps('what')} />
      <TextInput
        label="Rows"
        description="Left out: the machine"
        inputMode="numeric"
        {...form.getInputProps('rows')}
      />
      {was?.why && <p className="small soft">{was.why}</p>}
      <NativeSelect
        label="How soon"
        data={PRIORITIES.map((value) => ({ value, label: PRIORITY_WORDS[value] }))}
        {...form.getInputProps('priority')}
      />
      <TextInput label="Who (optional)" {...form.getInputProps('who')} />
      <TextInput
        type="date"
        label="Due (optional)"
        description="It stands in the calendar on this day"
        {...form.getInputProps('due')}
      />
      <TextInput label="Parts (optional)" {...form.getInputProps('parts')} />
      <TextInput
        label="Cost, in your own money (optional)"
        inputMode="decimal"
        {...form.getInputProps('cost')}
      />
      <NativeSelect
        label="How far it is"
        data={WORK_STATES.map((value) => ({ value, label: STATE_WORDS[value] }))}
        {...form.getInputProps('state')}
      />
      {form.values.state === 'done' && (
        <>
          <TextInput type="date" label="Done on" {...form.getInputProps('doneOn')} />
          <Textarea
            label="How, and with what (optional)"
            rows={2}
            {...form.getInputProps('doneNote')}
          />
        </>
      )}
      <Checkbox
        size="md"
        label="The season made up for it; the risk stays"
        {...form.getInputProps('seasonSavedIt', { type: 'checkbox' })}
      />
      <Textarea label="Note (optional)" rows={2} {...form.getInputProps('note')} />
      <KeepOrCancel onCancel={cancel} />
    </form>
  );
}
