import { requireFinite } from '../arguments/index.ts';
import { FOOT_M, INCH_M, ACRE_M2 } from './unitTable.ts';
import type { QuantityKind } from './quantityKinds.ts';

/** What a figure usually lies between, SI. */
export type UsualRange = readonly [low: number, high: number];

/**
 * Figures outside are asked about, never refused. Defaults of this app; a crop's own are narrower
 * (`CROP_FACTS.usual`).
 */
const USUAL: Partial<Record<QuantityKind, UsualRange>> = {
  seedDepth: [0.25 * INCH_M, 4.5 * INCH_M],
  rowWidth: [4 * INCH_M, 60 * INCH_M],
  plantSpacing: [0.1 * INCH_M, 60 * INCH_M],
  rowLength: [0.5 * FOOT_M, 300 * FOOT_M],
  tapePosition: [0, 200 * FOOT_M],
  hoopDiameter: [10 * INCH_M, 80 * INCH_M],
  speed: [0.5, 6],
  population: [5_000 / ACRE_M2, 3_000_000 / ACRE_M2],
  area: [0.1 * ACRE_M2, 5_000 * ACRE_M2],
  cornYield: [0.12, 2.2],
  beanYield: [0.06, 1.4],
};

/** The same for figures of one meaning, where their kind says too much or too little. Defaults of this app. */
export const USUAL_FIGURES = {
  germination: [0.7, 1],
  fieldLoss: [0, 0.3],
  reserve: [0, 0.3],
  singulation: [0.8, 1],
  toleranceM: [INCH_M / 16, 1 * INCH_M],
  dryLayerM: [0, 4 * INCH_M],
  depthStopStepM: [INCH_M / 32, 0.5 * INCH_M],
} as const satisfies Record<string, UsualRange>;

/** What figures of a kind usually lie between; null where anything is usual. @example usualRange('rowWidth')[0] // 0.1016 m */
export const usualRange = (kind: QuantityKind): UsualRange | null => USUAL[kind] ?? null;

/** Whether a figure lies in a range, its ends included. @example isUsual(3, [0.1, 1.5]) // false */
export function isUsual(value: number, range: UsualRange | null): boolean {
  requireFinite('value', value);
  return range === null || (value >= range[0] * (1 - 1e-9) && value <= range[1] * (1 + 1e-9));
}
