import type { ResponsePoint } from '../../trials/index.ts';
import { shuffled, type SeededRandom } from '../../stats/index.ts';

/** A seeding-rate trial whose true curve is known. x in thousand seeds/ac, yields in bu/ac. */
export interface ResponseWorld {
  name: string;
  levels: readonly number[];
  blocks: number;
  /** Of strips alike, bu/ac. */
  residualSd: number;
  /** Gained from one strip to the next across the field, bu/ac. */
  trendPerStrip: number;
  /** Chance that one strip of the trial lost a large share of its yield. */
  slip: number;
  /** True yield. */
  yieldAt(x: number): number;
}

/** Curves of quite different form about 200 bu/ac; `best`: inside what was tested, beyond it, or none. */
export const CURVES = {
  linearPlateau: { best: 'inside', at: (x: number) => 200 - 2.4 * Math.max(0, 31 - x) },
  quadraticPlateau: { best: 'inside', at: (x: number) => 200 - 0.16 * Math.max(0, 33 - x) ** 2 },
  hump: { best: 'inside', at: (x: number) => 200 - 0.14 * (x - 32) ** 2 },
  saturating: { best: 'inside', at: (x: number) => 200 * (1 - 0.9 * Math.exp(-0.13 * x)) },
  fallsLate: {
    best: 'inside',
    at: (x: number) => 200 - 1.2 * Math.max(0, 29 - x) - 1.5 * Math.max(0, x - 35),
  },
  rising: { best: 'beyond', at: (x: number) => 200 + 1.6 * (x - 32) },
  flat: { best: 'none', at: () => 200 },
} as const;
export type Curve = keyof typeof CURVES;

const LEVELS = [24, 28, 32, 36, 40];

/** Worlds of one curve: four or five levels, four to eight blocks, calm and rough ground, a trend and a strip that went wrong. */
export const responseWorlds = (curve: Curve): ResponseWorld[] =>
  [4, 6, 8].flatMap((blocks) =>
    [
      { ground: 'calm', residualSd: 4, trendPerStrip: 0, slip: 0 },
      { ground: 'rough', residualSd: 8, trendPerStrip: 0, slip: 0 },
      { ground: 'trend', residualSd: 4, trendPerStrip: 0.4, slip: 0 },
      { ground: 'slip', residualSd: 4, trendPerStrip: 0, slip: 0.3 },
    ].map(({ ground, ...own }) => ({
      name: `${curve}, ${blocks} blocks, ${ground}`,
      levels: blocks === 6 ? LEVELS.slice(0, 4) : LEVELS,
      blocks,
      ...own,
      yieldAt: CURVES[curve].at,
    })),
  );

/** What the strips of such a trial yield, randomized in blocks. */
export function responsePoints(world: ResponseWorld, random: SeededRandom): ResponsePoint[] {
  const { levels, blocks, residualSd, trendPerStrip, slip, yieldAt } = world;
  const slipped = random.uniform() < slip ? random.below(levels.length * blocks) : -1;
  let strip = 0;
  return Array.from({ length: blocks }, (_, b) => {
    const block = 6 * random.normal();
    return shuffled(levels, random).map((x) => {
      const value = yieldAt(x) + block + trendPerStrip * strip + residualSd * random.normal();
      return { x, block: `${b}`, value: strip++ === slipped ? value * 0.85 : value };
    });
  }).flat();
}
