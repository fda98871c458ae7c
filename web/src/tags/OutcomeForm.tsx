import {
  BORNE,
  TAG_VISITS,
  type Crop,
  type Kept,
  type Problems,
  type TagOutcome,
  type TagRead,
} from '@sendero/core';
import { NumberInput } from '@mantine/core';
import { useState } from 'react';
import { Choice } from '../app/Choice.tsx';
import { useOne, useToday } from '../data/hooks.ts';
import { DayOfWork, dayProblem } from '../fields/DayOfWork.tsx';
import { KeepOrCancel } from '../fields/KeepOrCancel.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';
import { enteredFrom, QuantityInput } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { BORNE_WORDS, COUNTED_WORDS, VISIT_WORDS } from './tagWords.ts';

/** What became of a tagged plant. */
export function OutcomeForm({
  tag,
  crop,
  suggested,
  onDone,
}: {
  tag: TagRead;
  crop: Crop;
  suggested: TagOutcome['visit'];
  onDone(): void;
}) {
  const [visit, setVisit] = useState(suggested);
  const kept = useOne('tagOutcome', tag[visit]?.id);
  return (
    <div className="sheet stack tight">
      <Choice
        label={`${tag.data.tag}, looked at`}
        options={TAG_VISITS.map((value) => ({ value, says: VISIT_WORDS[value].toLowerCase() }))}
        value={visit}
        onChange={(next) => setVisit(next!)}
      />
      <Fields key={visit} tag={tag} crop={crop} visit={visit} kept={kept} onDone={onDone} />
    </div>
  );
}

function Fields({
  tag,
  crop,
  visit,
  kept,
  onDone,
}: {
  tag: TagRead;
  crop: Crop;
  visit: TagOutcome['visit'];
  kept: Kept<'tagOutcome'> | undefined;
  onDone(): void;
}) {
  const today = useToday();
  const units = useUnits();
  const { form, figure, keep, cancel } = useRecordForm({
    kind: 'tagOutcome',
    name: `${visit} of ${tag.id}`,
    record: kept,
    start: () => ({
      inFlower: kept?.data.inFlower ?? null,
      bears: kept?.data.bears ?? null,
      count: (kept?.data.count ?? '') as number | string,
      weightKg: enteredFrom(kept?.data.weightKg ?? null, undefined, 'plantMass', units),
      on: kept?.data.on ?? '',
    }),
    check: ({ on }): Problems => {
      const day = dayProblem(on, tag.data.on, today);
      return day === null ? {} : { on: day };
    },
    read: ({ inFlower, bears, count, weightKg, on }) => ({
      data: {
        plantId: tag.id,
        visit,
        on: on || today,
        inFlower,
        bears,
        count: count === '' ? null : Number(count),
        weightKg: weightKg.value,
      },
    }),
    onDone,
  });
  return (
    <form
      className="stack tight"
      noValidate
      onSubmit={form.onSubmit(keep)}
      aria-label={`${VISIT_WORDS[visit]}: ${tag.data.tag}`}
    >
      {visit === 'flowering' ? (
        <Choice
          label="Flowers with its neighbours"
          options={[
            { value: 'yes', says: 'yes' },
            { value: 'no', says: 'not yet' },
          ]}
          value={form.values.inFlower === null ? null : form.values.inFlower ? 'yes' : 'no'}
          clearable
          onChange={(next) => form.setFieldValue('inFlower', next === null ? null : next === 'yes')}
        />
      ) : (
        <>
          <Choice
            label="It bears"
            options={BORNE.map((value) => ({ value, says: BORNE_WORDS[value] }))}
            value={form.values.bears}
            clearable
            onChange={(bears) => form.setFieldValue('bears', bears)}
          />
          <div className="row" style={{ alignItems: 'end' }}>
            <NumberInput label={COUNTED_WORDS[crop]} size="md" {...form.getInputProps('count')} />
            <QuantityInput
              label="Weight of its grain"
              kind="plantMass"
              size="md"
              {...figure('weightKg')}
            />
          </div>
        </>
      )}
      <DayOfWork from={tag.data.on} {...form.getInputProps('on')} />
      <KeepOrCancel onCancel={cancel} />
    </form>
  );
}
