import type { ReplantCase } from './replantCase.ts';
import { MIDDLE, returnsOf, type Draw } from './returns.ts';

export const SWING_INPUTS = [
  'stand',
  'toCome',
  'replantStand',
  'fullYield',
  'price',
  'standCurve',
  'dateCurve',
] as const satisfies readonly (keyof Draw)[];
export type SwingInput = (typeof SWING_INPUTS)[number];

/** What one uncertain thing does by itself: replanting less keeping, money per m², with it low and with it high. */
export interface Swing {
  what: SwingInput;
  low: number;
  high: number;
}

/** Nine in ten of a normal spread lie within; of what still comes, which is even, within these shares. */
const NINE_IN_TEN = 1.645;
const EVEN: readonly [number, number] = [0.05, 0.95];

/** How far each uncertain thing moves replanting against keeping over nine tenths of its spread, the farthest first; none that does not. */
export function swingsOf(one: ReplantCase): Swing[] {
  const { keep, replantAll } = returnsOf(one);
  const ahead = (draw: Draw) => replantAll(draw) - keep(draw);
  return SWING_INPUTS.map((what) => {
    const [low, high] = what === 'toCome' ? EVEN : ([-NINE_IN_TEN, NINE_IN_TEN] as const);
    return {
      what,
      low: ahead({ ...MIDDLE, [what]: low }),
      high: ahead({ ...MIDDLE, [what]: high }),
    };
  })
    .filter(({ low, high }) => Math.abs(high - low) > 1e-9)
    .sort((a, b) => Math.abs(b.high - b.low) - Math.abs(a.high - a.low));
}
