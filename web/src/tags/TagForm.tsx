import { stageName, STAGES, type InputOf, type Kept, type TagGroup } from '@sendero/core';
import { Checkbox, NativeSelect, NumberInput, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { useDevice, useToday } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { DayOfWork, dayProblem } from '../fields/DayOfWork.tsx';
import { KeepOrCancel } from '../fields/KeepOrCancel.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { GROUP_WORDS } from './tagWords.ts';

const GROUPS = ['oneBehind', 'twoBehind'] as const;

/** A late plant is marked, and by default the neighbour it stands beside. */
export function TagForm({
  planting,
  walkId,
  stop,
  row,
  taken,
  onDone,
}: {
  planting: Kept<'planting'>;
  walkId: string | null;
  stop: number | null;
  row: number | null;
  /** Tags that hang on plants of this planting, lower case. */
  taken: ReadonlySet<string>;
  onDone(): void;
}) {
  const device = useDevice();
  const today = useToday();
  const units = useUnits();
  const [id] = useState(newId);
  const { crop, plantedOn } = planting.data;
  const { form, figure, keep, cancel } = useRecordForm({
    kind: 'taggedPlant',
    name: `tag on ${planting.id}`,
    start: () => ({
      tag: '',
      group: 'oneBehind' as TagGroup,
      stage: '',
      row: (row ?? '') as number | string,
      atM: enteredFrom(null, undefined, 'tapePosition', units),
      find: '',
      withNeighbour: true,
      on: '',
    }),
    read: ({ withNeighbour, ...values }) => {
      const data = {
        plantingId: planting.id,
        walkId,
        stop,
        atM: values.atM.value,
        ...device.momentOn(values.on),
        tag: values.tag,
        group: values.group,
        beside: null,
        stage: values.stage || null,
        row: values.row === '' ? null : Number(values.row),
        find: values.find,
      } satisfies InputOf<'taggedPlant'>;
      return {
        id,
        data,
        after: withNeighbour
          ? [
              {
                kind: 'taggedPlant',
                data: {
                  ...data,
                  tag: `${values.tag} N`,
                  group: 'inStep',
                  beside: id,
                  stage: null,
                  atM: null,
                  find: '',
                } satisfies InputOf<'taggedPlant'>,
              },
            ]
          : [],
      };
    },
    check: ({ tag, withNeighbour, on }): Record<string, string> => {
      const day = dayProblem(on, plantedOn, today);
      const used = [tag, ...(withNeighbour ? [`${tag} N`] : [])].find((one) =>
        taken.has(one.trim().toLowerCase()),
      );
      return {
        ...(used !== undefined &&
          tag.trim() !== '' && {
            tag: `“${used.trim()}” hangs on another plant here: give this one a tag of its own.`,
          }),
        ...(day !== null && { on: day }),
      };
    },
    onDone,
  });
  return (
    <form
      className="sheet stack tight"
      noValidate
      onSubmit={form.onSubmit(keep)}
      aria-label="New tag"
    >
      <h2>Tag a late plant</h2>
      <TextInput
        label="On the tag, or its colour"
        placeholder="red 7"
        size="md"
        {...form.getInputProps('tag')}
      />
      <Choice
        label="It is"
        options={GROUPS.map((value) => ({ value, says: GROUP_WORDS[value] }))}
        value={form.values.group as (typeof GROUPS)[number]}
        onChange={(group) => form.setFieldValue('group', group!)}
      />
      <div className="row" style={{ alignItems: 'end' }}>
        <NativeSelect
          label="Stage"
          size="md"
          data={[
            { value: '', label: 'not told' },
            ...STAGES[crop].map((stage) => ({ value: stage, label: stageName(stage) })),
          ]}
          {...form.getInputProps('stage')}
        />
        <NumberInput label="Planter row" size="md" {...form.getInputProps('row')} />
        <QuantityInput label="Place on the tape" kind="tapePosition" size="md" {...figure('atM')} />
      </div>
      <Textarea
        label="How to find it again"
        placeholder="third row from the fence, 12 steps past the post"
        rows={2}
        {...form.getInputProps('find')}
      />
      <Checkbox
        size="md"
        label={`Tag its neighbour in step too: “${form.values.tag.trim() || '…'} N”`}
        {...form.getInputProps('withNeighbour', { type: 'checkbox' })}
      />
      <DayOfWork from={plantedOn} {...form.getInputProps('on')} />
      <KeepOrCancel onCancel={cancel} />
    </form>
  );
}
