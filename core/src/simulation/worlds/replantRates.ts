import { adviseReplant, relativeYield, type ReplantCase } from '../../replant/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { someCase, waitAdvised } from '../judgement/replantRates.ts';
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

/** What keeping and replanting truly return where losses are larger or smaller than the curves have them. */
function returned(one: ReplantCase, losses: Losses, random: SeededRandom) {
  const { crop, stand, replant, costs, toCome = [0, 0] } = one;
  const lost = (share: number, times: number) => Math.max(0, 1 - times * (1 - share));
  const bears = (plantsPerM2: number, daysAfterBest: number, longGapShare = 0) =>
    lost(relativeYield({ crop, plantsPerM2: 1000, daysAfterBest }), losses.date) *
    lost(
      relativeYield({
        crop,
        plantsPerM2: Math.max(0, plantsPerM2),
        daysAfterBest: 0,
        longGapShare,
      }),
      losses.stand,
    );
  const grain = one.fullYieldKgPerM2 * Math.max(0.1, 1 + 0.15 * random.normal());
  const price = one.pricePerKg * Math.max(0.1, 1 + 0.1 * random.normal());
  const stands =
    stand.plantsPerM2 +
    stand.sePerM2 * random.normal() +
    toCome[0] +
    (toCome[1] - toCome[0]) * random.uniform();
  const again = replant.plantsPerM2 + (replant.sePerM2 ?? 0) * random.normal();
  return {
    keep: grain * price * bears(stands, one.daysAfterBest, stand.longGapShare),
    replantAll:
      grain * (price - (costs.dryPerKg ?? 0)) * bears(again, replant.daysAfterBest) -
      (costs.seedPerM2 * (1 - (costs.seedAllowance ?? 0)) + costs.endPerM2 + costs.plantPerM2),
  };
}

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
    const truth = returned(one, losses, random);
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
      { seed: of.seed + 1, runs: 10 * of.runs },
      (_, random) => {
        const brings = waitAdvised(random);
        return brings === null ? null : Number(brings < 0);
      },
    ),
  ];
}
