import {
  readReplantCase,
  validate,
  type Kept,
  type ReplantRecord,
  type ReplantReading,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useChildren, useOne, useToday, useWorkspace } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
import { useEmergence } from '../emergence/useEmergence.ts';
import { useWalkStand } from '../stand/useWalkStand.ts';

export interface Replant {
  planting: Kept<'planting'>;
  field: Kept<'field'>;
  parts: Kept<'fieldPart'>[];
  /** null: nobody opened one. */
  record: Kept<'replantCase'> | null;
  reading: ReplantReading;
  /** The workspace’s own, of this crop. */
  curve: Kept<'responseCurve'> | null;
}

/** What a case nobody touched holds. */
export function blankCase(plantingId: string, openedOn: string): ReplantRecord {
  const valid = validate('replantCase', { plantingId, openedOn });
  if (!valid.ok) throw new Error(Object.values(valid.problems)[0]);
  return valid.data;
}

/** The replant case of a planting as it stands; undefined while it is read, null when there is no such planting. */
export function useReplant(plantingId: string | undefined): Replant | null | undefined {
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const parts = useChildren('fieldPart', 'fieldId', planting?.data.fieldId);
  const walks = useChildren('walk', 'plantingId', plantingId);
  const [newest] = walks
    .filter(({ data }) => data.purpose === 'stand')
    .sort(
      (a, b) =>
        Number(Boolean(b.data.finishedAt)) - Number(Boolean(a.data.finishedAt)) ||
        newestFirst(a, b),
    );
  const walk = useWalkStand(newest?.id);
  const emergence = useEmergence(plantingId);
  const cases = useAll('replantCase');
  const curves = useAll('responseCurve');
  const workspace = useWorkspace()?.data ?? null;
  const today = useToday();
  const record = cases.find(({ data }) => data.plantingId === plantingId) ?? null;
  const curve = curves.find(({ data }) => data.crop === planting?.data.crop) ?? null;
  const others = useMemo(
    () =>
      cases
        .filter(({ id }) => id !== record?.id)
        .sort((a, b) => (a.data.openedOn < b.data.openedOn ? 1 : -1))
        .map(({ data }) => data),
    [cases, record?.id],
  );
  const reading = useMemo(
    () =>
      planting && field && walk !== undefined
        ? readReplantCase({
            planting,
            field: field.data,
            parts,
            walk,
            emergence,
            data: record?.data ?? blankCase(planting.id, today),
            others,
            workspace,
            curve: curve?.data ?? null,
            today,
          })
        : null,
    [planting, field, parts, walk, emergence, record, others, workspace, curve, today],
  );
  if (!planting || !field) return null;
  if (newest && walk === undefined) return undefined;
  return reading ? { planting, field, parts, record, reading, curve } : undefined;
}
