import type { ReplantCase } from './replantCase.ts';
import { withStand } from './turningStand.ts';

export const FLIP_INPUTS = [
  'stand',
  'replantDate',
  'replantStand',
  'price',
  'fullYield',
  'cost',
  'longGaps',
] as const;
export type FlipInput = (typeof FLIP_INPUTS)[number];

/** An input by itself at which keep and replant change places. */
export interface Flip {
  what: FlipInput;
  from: number;
  to: number;
}

/** How far each input is looked at, and the case with it. */
const INPUTS: Record<
  FlipInput,
  {
    from(one: ReplantCase): number;
    range(one: ReplantCase): [number, number];
    with(one: ReplantCase, value: number): ReplantCase;
  }
> = {
  stand: {
    from: ({ stand }) => stand.plantsPerM2,
    range: ({ replant }) => [0, replant.plantsPerM2 * 1.3],
    with: withStand,
  },
  replantDate: {
    from: ({ replant }) => replant.daysAfterBest,
    range: ({ daysAfterBest, replant }) => [daysAfterBest, replant.daysAfterBest + 45],
    with: (one, value) => ({ ...one, replant: { ...one.replant, daysAfterBest: value } }),
  },
  replantStand: {
    from: ({ replant }) => replant.plantsPerM2,
    range: ({ replant }) => [replant.plantsPerM2 * 0.2, replant.plantsPerM2 * 1.5],
    with: (one, value) => ({ ...one, replant: { ...one.replant, plantsPerM2: value } }),
  },
  price: {
    from: ({ pricePerKg }) => pricePerKg,
    range: ({ pricePerKg }) => [pricePerKg * 0.3, pricePerKg * 3],
    with: (one, pricePerKg) => ({ ...one, pricePerKg }),
  },
  fullYield: {
    from: ({ fullYieldKgPerM2 }) => fullYieldKgPerM2,
    range: ({ fullYieldKgPerM2 }) => [fullYieldKgPerM2 * 0.4, fullYieldKgPerM2 * 1.8],
    with: (one, fullYieldKgPerM2) => ({ ...one, fullYieldKgPerM2 }),
  },
  cost: {
    from: ({ costs }) => costs.seedPerM2 + costs.endPerM2 + costs.plantPerM2,
    range: ({ costs, fullYieldKgPerM2, pricePerKg }) => [
      0,
      Math.max(
        3 * (costs.seedPerM2 + costs.endPerM2 + costs.plantPerM2),
        0.5 * fullYieldKgPerM2 * pricePerKg,
      ),
    ],
    // What changes is planting: seed and ending stay as they are, as far as they can.
    with: (one, value) => {
      const { seedPerM2, endPerM2, plantPerM2 } = one.costs;
      const plant = plantPerM2 + value - seedPerM2 - endPerM2 - plantPerM2;
      if (plant >= 0) return { ...one, costs: { ...one.costs, plantPerM2: plant } };
      const scale = value / Math.max(1e-12, seedPerM2 + endPerM2);
      return {
        ...one,
        costs: {
          ...one.costs,
          seedPerM2: seedPerM2 * scale,
          endPerM2: endPerM2 * scale,
          plantPerM2: 0,
        },
      };
    },
  },
  longGaps: {
    from: ({ stand }) => stand.longGapShare ?? 0,
    range: () => [0, 1],
    with: (one, value) => ({
      ...one,
      stand: { ...one.stand, longGapShare: value },
      ...(one.zones ? { zones: one.zones.map((zone) => ({ ...zone, longGapShare: value })) } : {}),
    }),
  },
};

/**
 * Where each input by itself would make keeping and replanting change places, the nearest first.
 *
 * @param ahead what keeping returns over replanting, for a case with another input
 */
export function flipsOf(one: ReplantCase, ahead: (other: ReplantCase) => number): Flip[] {
  const now = ahead(one);
  return FLIP_INPUTS.flatMap((what) => {
    const input = INPUTS[what];
    const from = input.from(one);
    const [low, high] = input.range(one);
    const turns = [low, high].flatMap((end) => {
      if (Math.sign(ahead(input.with(one, end))) === Math.sign(now)) return [];
      let [near, far] = [from, end];
      for (let i = 0; i < 24; i++) {
        const middle = (near + far) / 2;
        if (Math.sign(ahead(input.with(one, middle))) === Math.sign(now)) near = middle;
        else far = middle;
      }
      return [{ what, from, to: far, by: Math.abs(far - from) / Math.max(1e-12, high - low) }];
    });
    return turns.sort((a, b) => a.by - b.by).slice(0, 1);
  })
    .sort((a, b) => a.by - b.by)
    .map(({ what, from, to }) => ({ what, from, to }));
}
