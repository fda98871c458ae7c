import { sitesWithPrior, USUAL_BETWEEN_SITES } from '../../trials/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { overWorlds, type GridRate } from './grid.ts';

/** Two treatments at some sites; yields in bu/ac about 190. */
interface SiteWorld {
  name: string;
  sites: number;
  blocks: number;
  residualSd: number;
  /** SD of the true difference between sites, bu/ac; a site now and then falls far out. */
  betweenSd: number;
  heavy: boolean;
}

const MEAN = 190;

const WORLDS: SiteWorld[] = [2, 3, 4].flatMap((sites) =>
  [3, 5].flatMap((blocks) =>
    [0.01, 0.02, 0.03].flatMap((between) =>
      [false, true].map((heavy) => ({
        name: `${sites} sites, ${blocks} blocks, ${100 * between} % between sites${heavy ? ', some far out' : ''}`,
        sites,
        blocks,
        residualSd: 0.04 * MEAN,
        betweenSd: between * MEAN,
        heavy,
      })),
    ),
  ),
);

const TRUTH = 6;

function once(world: SiteWorld, random: SeededRandom) {
  const between = () =>
    world.betweenSd * random.normal() * (world.heavy && random.uniform() < 0.15 ? 2 : 1);
  const se = world.residualSd * Math.sqrt(2 / world.blocks);
  const found = sitesWithPrior(
    Array.from({ length: world.sites }, () => ({
      difference: TRUTH + between() + se * random.normal(),
      se,
    })),
    USUAL_BETWEEN_SITES * MEAN,
  );
  return { found, elsewhere: TRUTH + between() };
}

/** The difference over two to four sites, with the usual spread between sites counted in. */
export const siteWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'two to four sites: interval of the difference covers the truth',
    WORLDS,
    { atLeast: 0.93, worst: 0.87 },
    of,
    (world, random) => {
      const { found } = once(world, random);
      return Number(found.interval[0] <= TRUTH && TRUTH <= found.interval[1]);
    },
  ),
  overWorlds(
    'two to four sites: range for a new site covers its difference',
    WORLDS,
    { atLeast: 0.9, worst: 0.87 },
    { ...of, seed: of.seed + 1 },
    (world, random) => {
      const { found, elsewhere } = once(world, random);
      return Number(found.elsewhere[0] <= elsewhere && elsewhere <= found.elsewhere[1]);
    },
  ),
  overWorlds(
    'two to four sites: interval wider than ± 20 bu/ac',
    WORLDS,
    { atMost: 0.1 },
    { ...of, seed: of.seed + 2 },
    (world, random) => {
      const [lower, upper] = once(world, random).found.interval;
      return Number((upper - lower) / 2 > 20);
    },
  ),
];
