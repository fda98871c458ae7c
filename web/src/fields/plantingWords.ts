import { cropTitle, type Planting, type Tillage } from '@sendero/core';
import { dateSeenFrom } from '../app/dates.ts';

/** Why a field has two plantings in one season. */
export const BESIDE_WORDS: Record<
  NonNullable<Planting['beside']>,
  { label: string; short: string }
> = {
  split: { label: 'Another part of the field', short: 'part of the field' },
  replanted: { label: 'Planted again after it', short: 'planted again' },
};

/** @example plantingTitle(data) // 'Corn AB-104, Apr 28' */
export const plantingTitle = (data: Planting) =>
  `${cropTitle(data)}, ${dateSeenFrom(data.plantedOn, String(data.season))}${data.beside ? `, ${BESIDE_WORDS[data.beside].short}` : ''}`;

/** How a field was tilled, by name. */
export const TILLAGE_LABELS = {
  tilled: 'Tilled',
  strip: 'Strip-till',
  noTill: 'No-till',
} as const satisfies Record<Tillage, string>;
