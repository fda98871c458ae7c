import type { InputOf, Problems } from '@sendero/core';
import { useState } from 'react';
import { useDevice, useToday } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { useAppSelector } from '../data/store.ts';
import { dayProblem } from '../fields/DayOfWork.tsx';
import { useRecordForm } from '../fields/useRecordForm.ts';

type WalkInput = InputOf<'walk'>;
/** What every visit says of itself. */
type Visit =
  'plantingId' | 'startedAt' | 'startedOn' | 'zoneOffsetMin' | 'finishedAt' | 'walkedBy' | 'note';
/** What a walk of one purpose adds to that. */
type Own = WalkInput extends infer Walk
  ? Walk extends unknown
    ? Omit<Walk, Visit>
    : never
  : never;

/** The form before a walk: kept together with the stop the walk starts at, where no plan says it, or not at all. */
export function useStartForm<Values extends object>({
  plantingId,
  plantedOn,
  purpose,
  start,
  read,
  onDone,
}: {
  plantingId: string;
  plantedOn: string;
  purpose: WalkInput['purpose'];
  start(): Values;
  read(values: Values): Own;
  onDone(walkId: string): void;
}) {
  const device = useDevice();
  const walkedBy = useAppSelector((state) => state.sync.session?.person.name ?? '');
  const today = useToday();
  const [id] = useState(newId);
  return useRecordForm({
    kind: 'walk',
    name: `${purpose} walk on ${plantingId}`,
    start: (): Values & { on: string } => ({ ...start(), on: '' }),
    check: ({ on }): Problems => {
      const problem = dayProblem(on, plantedOn, today);
      return problem === null ? {} : { on: problem };
    },
    read: ({ on: day, ...values }) => {
      const { at, on, zoneOffsetMin } = device.momentOn(day);
      const visit = { plantingId, startedAt: at, startedOn: on, zoneOffsetMin, finishedAt: null };
      const own = read(values as unknown as Values);
      return {
        id,
        data: { ...visit, walkedBy, ...own } as WalkInput,
        // A planned walk is led to its first stop.
        after: own.planId
          ? []
          : [
              {
                kind: 'stop',
                data: { walkId: id, ordinal: 1, travel: 'away', chosen: false },
              },
            ],
      };
    },
    onDone,
  });
}
