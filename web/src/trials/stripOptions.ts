import { drawOf, stripsOf, type Trial } from '@sendero/core';

/** The strips of a trial, to choose from. @example stripOptions(trial.data)[0] // { value: '1', label: 'Strip 1' } */
export const stripOptions = (trial: Trial) =>
  Array.from({ length: stripsOf(drawOf(trial)) }, (_, i) => ({
    value: String(i + 1),
    label: `Strip ${i + 1}`,
  }));
