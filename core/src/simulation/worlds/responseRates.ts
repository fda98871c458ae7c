import { fitBestResponse, STILL_IMPROVES, type Response } from '../../trials/index.ts';
import { overWorlds, type GridRate } from './grid.ts';
import { responsePoints, responseWorlds, type Curve } from './responseWorlds.ts';

const CLEAR = 0.05;
/** Price of a bushel and cost of a thousand seeds, $. */
const MONEY = { price: 4, cost: 3.4 };
/** Money left behind that counts as a miss, $/ac. */
const LOSES = 8;

const saysBeyond = ({ p, edge }: Response) =>
  p <= CLEAR && edge !== null && edge.p <= STILL_IMPROVES;

const inside: Curve[] = ['linearPlateau', 'quadraticPlateau', 'hump', 'fallsLate'];

/** What the curve through the levels of a rate trial says, over curves that are none of the shapes fitted. */
export const responseRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'response curve: “test beyond” where the best lies inside',
    inside.flatMap(responseWorlds),
    { atMost: 0.05, worst: 0.12 },
    of,
    (world, random) => Number(saysBeyond(fitBestResponse(responsePoints(world, random)))),
  ),
  overWorlds(
    'response curve: “test beyond” where yield rises all the way',
    responseWorlds('rising').filter(({ name }) => !name.includes('rough')),
    { atLeast: 0.5 },
    { ...of, seed: of.seed + 1 },
    (world, random) => Number(saysBeyond(fitBestResponse(responsePoints(world, random)))),
  ),
  overWorlds(
    'response curve: a clear response where there is none',
    responseWorlds('flat'),
    { atMost: 0.08, worst: 0.12 },
    { ...of, seed: of.seed + 2 },
    (world, random) => Number(fitBestResponse(responsePoints(world, random)).p <= CLEAR),
  ),
  overWorlds(
    'response curve: the most profitable level it names loses $8/ac or more',
    [...inside, 'saturating' as const].flatMap(responseWorlds),
    { atMost: 0.2 },
    { ...of, seed: of.seed + 3 },
    (world, random) => {
      const fit = fitBestResponse(responsePoints(world, random), MONEY);
      if (fit.p > CLEAR) return null;
      const net = (x: number) => MONEY.price * world.yieldAt(x) - MONEY.cost * x;
      let best = -Infinity;
      for (let x = world.levels[0]!; x <= world.levels.at(-1)!; x += 0.2)
        best = Math.max(best, net(x));
      return Number(best - net(fit.economicOptimum!.x) >= LOSES);
    },
  ),
];
