import type { EmergencePrediction } from '../weather/index.ts';

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
