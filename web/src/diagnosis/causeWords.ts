import type { Cause, Family, Sighting } from '@sendero/core';

export const FAMILY_WORDS: Record<Family, string> = {
  placement: 'Placing the seed',
  metering: 'Metering it',
  soilAndWeather: 'Soil and weather',
  seed: 'The seed',
  animals: 'Insects and animals',
  disease: 'Disease',
  chemical: 'Chemical',
};

export const SCOPE_WORDS: Record<Cause['scope'], string> = {
  row: 'single rows',
  tracks: 'the rows behind tyres',
  machine: 'the whole machine',
  field: 'the field, or places in it',
};

export const WHEN_WORDS: Record<Cause['when'], string> = {
  now: 'now, at the machine or in the field',
  nextPass: 'with the next pass',
  winter: 'in the workshop',
  never: 'not for this stand',
};

export const SURE_WORDS: Record<Cause['sure'], string> = {
  sure: 'it mends it',
  likely: 'it mostly helps',
  may: 'it may help',
};

/** @example ratioText(1 / 3) // '⅓ as likely' */
export const ratioText = (ratio: number): string =>
  ratio > 1
    ? `${Math.round(ratio)} times as likely`
    : ratio < 1
      ? `${ratio < 0.2 ? 'a tenth' : 'a third'} as likely`
      : 'no difference';

/** A chance as people say it. @example chanceText(0.96) // '96 in 100' */
export const chanceText = (p: number): string =>
  p > 0.99 ? 'over 99 in 100' : p < 0.01 ? 'under 1 in 100' : `${Math.round(100 * p)} in 100`;

/** How plainly something shows, before what it is. @example seenWord('hint') // 'a hint that ' */
export const seenWord = (seen: Sighting): string =>
  ({ hint: 'a hint that ', plain: 'plainly, ', seen: '', not: '' })[seen];
