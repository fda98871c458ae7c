import type { Cause, Family } from './cause.ts';
import { animals, chemical, disease, seed } from './living.ts';
import { metering } from './metering.ts';
import { placement } from './placement.ts';
import { soilAndWeather } from './soilAndWeather.ts';

/** Why a stand fails, family by family (field guide 10). Ratios are defaults of this app, nobody’s research. */
export const CAUSE_FAMILIES = {
  placement,
  metering,
  soilAndWeather,
  seed,
  animals,
  disease,
  chemical,
} as const satisfies Record<Family, Record<string, Cause>>;

export const DIAGNOSES = {
  ...placement,
  ...metering,
  ...soilAndWeather,
  ...seed,
  ...animals,
  ...disease,
  ...chemical,
} as const satisfies Record<string, Cause>;

export type Diagnosis = keyof typeof DIAGNOSES;
export const DIAGNOSIS_NAMES = Object.keys(DIAGNOSES) as Diagnosis[];
