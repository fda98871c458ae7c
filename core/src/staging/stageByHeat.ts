import { requireFinite } from '../arguments/index.ts';
import { requireCrop, type Crop } from '../crops/index.ts';
import type { EmergencePrediction } from '../weather/index.ts';
import { STAGES } from './stages.ts';

/**
 * The stage that the heat of a field has brought by a day, with those it can be by its band; corn, whose leaves are told by heat.
 *
 * @returns null where no heat tells it, or plants are not up by it
 * @example stageByHeat(predicted, '2027-05-26') // { stage: 'V3', from: 'V2', to: 'V3' }
 */
export function stageByHeat(
  predicted: Pick<EmergencePrediction, 'stages' | 'half'> | null,
  on: string,
): { stage: string; from: string; to: string } | null {
  if (!predicted || predicted.stages.length === 0 || on < predicted.half) return null;
  const { stages } = predicted;
  const reached = (day: (one: (typeof stages)[number]) => string) => {
    const leaves = stages.filter((one) => day(one) <= on).at(-1)?.leaves;
    return leaves === undefined ? 'VE' : `V${leaves}`;
  };
  return {
    stage: reached((one) => one.on),
    from: reached((one) => one.band[1]),
    to: reached((one) => one.band[0]),
  };
}

/** Heat from one stage to the next, °C·day, where the field guide has none. Defaults of this app, nobody's research. */
export const HEAT_PER_STAGE: Partial<Record<Crop, number>> = { soybean: 50, wheat: 78 };

/**
 * The stage that so much heat since emergence makes of a soybean or a small grain, with one to either side; a default of this app.
 *
 * @param heat since half the plants were up, °C·day
 * @returns null for a crop whose leaves are predicted by day (see `stageByHeat`), before emergence, or
 * once leaves tell no more
 * @example stageFromHeat('soybean', 120) // { stage: 'V1', from: 'VC', to: 'V2' }
 */
export function stageFromHeat(
  crop: Crop,
  heat: number,
): { stage: string; from: string; to: string } | null {
  requireCrop(crop);
  requireFinite('heat', heat);
  const perStage = HEAT_PER_STAGE[crop];
  if (perStage === undefined || heat < 0) return null;
  // Heading and what follows are not told by leaves.
  const last = crop === 'wheat' ? 9 : 8;
  const step = Math.floor(heat / perStage);
  if (step > last) return null;
  const at = (steps: number) => STAGES[crop][Math.max(0, Math.min(last, steps))]!;
  return { stage: at(step), from: at(step - 1), to: at(step + 1) };
}
