import { adviseReplant } from '../../replant/index.ts';
import { seededRandom } from '../../stats/index.ts';
import {
  returned,
  someCase,
  truthOf,
  waitAdvised,
  type ReplantTruth,
} from '../judgement/replantRates.ts';
import { overWorlds, summarise, type GridRate } from './grid.ts';

/** How many times what the house curves say is truly lost by a thin stand and by a late date. */
interface Losses {
  name: string;
  stand: number;
  date: number;
}

const LOSSES: Losses[] = [0.5, 0.75, 1, 1.5, 2].flatMap((stand) =>
  [0.5, 1, 2].map((date) => ({ name: `stand loss × ${stand}, date loss × ${date}`, stand, date })),
);

/** What is left where losses are larger or smaller than the curves have them. */
const leftUnder =
  (losses: Losses): ReplantTruth['left'] =>
  (date, stand) =>
    Math.max(0, 1 - losses.date * (1 - date)) * Math.max(0, 1 - losses.stand * (1 - stand));

const BANDS = [
  [0.5, 0.7],
  [0.7, 0.9],
  [0.9, 1.001],
] as const;

/** Replant advice under truths that differ from what it takes for granted. */
export function replantWorldRates(of: { seed: number; runs: number }): GridRate[] {
  const told: { said: number; right: boolean }[] = [];
  overWorlds('', LOSSES, { atMost: 1 }, of, (losses, random) => {
    const one = someCase(random);
    const { options } = adviseReplant(one, {
      draws: 200,
      random: seededRandom(random.below(2 ** 31)),
    });
    const truth = returned(one, truthOf(one, leftUnder(losses), random));
    const best = truth.keep >= truth.replantAll ? 'keep' : 'replantAll';
    told.push({ said: options[0]!.probabilityBest, right: options[0]!.option === best });
    return null;
  });
  const bands = BANDS.map(([from, below]) => {
    const own = told.filter(({ said }) => said >= from && said < below);
    const mean = (values: number[]) =>
      values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);
    return {
      name: `said ${100 * from} to ${Math.min(100, 100 * below).toFixed(0)} %`,
      share: Math.abs(
        mean(own.map(({ said }) => said)) - mean(own.map(({ right }) => Number(right))),
      ),
      cases: own.length,
    };
  });
  return [
    summarise(
      'replant: chance of the best option off from the truth by, losses half to twice those of the curves',
      { atMost: 0.1, worst: 0.1 },
      bands,
    ),
    overWorlds(
      'replant: waiting was advised and loses money on average',
      [{ name: 'any case' }],
      { atMost: 0.05 },
      { seed: of.seed + 1, runs: Math.max(240, 13 * of.runs) },
      (_, random) => {
        const brings = waitAdvised(random);
        return brings === null ? null : Number(brings < 0);
      },
    ),
  ];
}
