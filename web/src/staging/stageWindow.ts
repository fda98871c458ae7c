import { STAGES, stageStep, type Crop } from '@sendero/core';

/** Stages that stand on the keys at once. */
const KEYS = 4;
/** The first key stands so many stages below the one that is common. */
const BELOW = 2;
/** Where a walk usually begins, when nothing says it. */
const USUAL: Record<Crop, string> = { corn: 'V3', soybean: 'V1', wheat: '13' };

/** The stages on the keys, around the one that is common; moved by `by`. @example stageWindow('corn', 'V3', 0) // ['V1', 'V2', 'V3', 'V4'] */
export function stageWindow(crop: Crop, common: string | null, by: number): string[] {
  const all = STAGES[crop];
  const middle = stageStep(crop, common ?? USUAL[crop]) ?? 0;
  const first = Math.min(Math.max(0, middle - BELOW + by), all.length - KEYS);
  return stagesFrom(crop, all[first]!);
}

/** As many stages as there are keys, from one on. */
export function stagesFrom(crop: Crop, first: string): string[] {
  const at = stageStep(crop, first) ?? 0;
  return STAGES[crop].slice(at, at + KEYS);
}
