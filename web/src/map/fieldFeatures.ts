import {
  compassWord,
  firstPass,
  isZone,
  type Field,
  type Kept,
  type FieldPart,
} from '@sendero/core';
import type { MapFeature } from './looks.ts';

/** What the parts of a field are called. */
export const PART_WORDS: Record<FieldPart['part'], { label: string; how: string }> = {
  soil: { label: 'Soil zone', how: 'a soil that differs' },
  tillage: { label: 'Tillage', how: 'tilled last in another way' },
  low: { label: 'Low ground', how: 'where water stands' },
  traffic: { label: 'Traffic', how: 'driven on: a lane, a fuel stop' },
  obstacle: { label: 'Obstacle', how: 'a pond, a pole: no stop there' },
  gateway: { label: 'Gateway', how: 'where the car stands' },
};

/** Which way is which in a field's passes, in words. @example passesText({ bearingDeg: 0, firstAt: 'left' }) */
export const passesText = ({ bearingDeg }: NonNullable<Field['passes']>) =>
  `Row 1 lies ${compassWord(bearingDeg - 90)} in passes that head ${compassWord(bearingDeg)}, ${compassWord(bearingDeg + 90)} in those that come back.`;

/** A field as it is drawn under whatever happens in it. */
export function fieldFeatures(
  { id, data }: Pick<Kept<'field'>, 'id' | 'data'>,
  parts: readonly Kept<'fieldPart'>[],
  {
    without = null,
    label = true,
    passes: withPasses = true,
    filled = true,
  }: {
    /** What is being changed, and drawn elsewhere. */
    without?: string | null;
    label?: boolean;
    /** Headland and first pass too. */
    passes?: boolean;
    /** Left empty where cells lie under it. */
    filled?: boolean;
  } = {},
): MapFeature[] {
  const { boundary, headlandM, passes, name } = data;
  const outline: MapFeature[] =
    boundary && without !== id
      ? [
          {
            id,
            look: filled ? 'field' : 'outline',
            shape: boundary,
            label: label ? name : undefined,
          },
        ]
      : [];
  const headland: MapFeature[] =
    boundary && headlandM && withPasses
      ? [{ id: `${id} headland`, look: 'headland', shape: boundary, size: headlandM }]
      : [];
  const pass: MapFeature[] =
    boundary && passes && withPasses
      ? [
          {
            id: `${id} pass`,
            look: 'pass',
            line: firstPass(passes, boundary),
          },
        ]
      : [];
  return [
    ...outline,
    ...headland,
    ...parts
      .filter((part) => part.id !== without)
      .map(({ id: partId, data: part }): MapFeature =>
        part.shape
          ? {
              id: partId,
              look: isZone(part.part) ? 'zone' : 'obstacle',
              shape: part.shape,
              label: part.name,
            }
          : {
              id: partId,
              look: 'gateway',
              at: part.at!,
              label: part.name,
            },
      ),
    ...pass,
  ];
}
