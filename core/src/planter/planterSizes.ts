import { INCH_M } from '../units/index.ts';

/** Size of a planter that many farms have. */
export interface PlanterSize {
  rows: number;
  /** m. */
  rowWidthM: number;
}

const planters = (rowWidthM: number, ...rows: number[]): PlanterSize[] =>
  rows.map((count) => ({ rows: count, rowWidthM }));

/** Common sizes of planters, to choose one instead of typing it; by the units of who chooses. Sendero defaults. */
export const PLANTER_SIZES: Record<'us' | 'metric', readonly PlanterSize[]> = {
  us: [
    ...planters(30 * INCH_M, 6, 8, 12, 16, 24),
    ...planters(20 * INCH_M, 24, 36),
    ...planters(22 * INCH_M, 24),
  ],
  metric: [...planters(0.75, 6, 8, 12, 16), ...planters(0.5, 12, 18), ...planters(0.45, 12, 18)],
};
