import { analyseTrial, believedDifference, varianceOfDifferences } from '../../trials/index.ts';
import { shuffled, tCdf, type SeededRandom } from '../../stats/index.ts';
import { overWorlds, summarise, type GridRate } from './grid.ts';

/** A trial in blocks. Yields in kg/m². */
interface TrialWorld {
  name: string;
  treatments: number;
  blocks: number;
  /** SDs as shares of the mean: of true treatment effects, of strips alike. */
  effectSd: number;
  residualSd: number;
  trend: number;
}

const MEAN = 1.2;

const WORLDS: TrialWorld[] = [2, 3, 4, 6].flatMap((treatments) =>
  [3, 5, 8].flatMap((blocks) =>
    [0.015, 0.025, 0.04].map((effectSd, i) => ({
      name: `${treatments} treatments, ${blocks} blocks, effects ${100 * effectSd} %`,
      treatments,
      blocks,
      effectSd,
      residualSd: [0.03, 0.05, 0.04][i]!,
      trend: i === 1 ? 0.003 : 0,
    })),
  ),
);

/** The best treatment against the check, by what is believed of it, and whether it truly is better. */
function bestOf(world: TrialWorld, random: SeededRandom): { said: number; better: boolean } {
  const effects = Array.from({ length: world.treatments }, () => world.effectSd * random.normal());
  let strip = 0;
  const plots = Array.from({ length: world.blocks }, (_, b) => {
    const block = 0.04 * random.normal();
    const order = shuffled([...effects.keys()], random);
    return order.map((t) => ({
      treatment: `t${t}`,
      block: `${b}`,
      value:
        MEAN *
        (1 + effects[t]! + block + world.residualSd * random.normal() + world.trend * strip++),
    }));
  }).flat();
  const analysis = analyseTrial(plots);
  if (analysis.kind !== 'replicated') throw new Error('a trial in blocks is replicated');
  const variance = varianceOfDifferences(analysis);
  const against = analysis.differences
    .filter(({ a, b }) => a === 't0' || b === 't0')
    .map(({ a, b, difference, se }) => ({
      treatment: a === 't0' ? b : a,
      ...believedDifference(a === 't0' ? -difference : difference, se, variance),
    }));
  const best = against.reduce((x, y) => (y.difference > x.difference ? y : x));
  return {
    said: tCdf(best.difference / best.se, analysis.residualDf),
    better: effects[Number(best.treatment.slice(1))]! > effects[0]!,
  };
}

const BANDS = [
  [0.5, 0.7],
  [0.7, 0.85],
  [0.85, 0.95],
  [0.95, 1.001],
] as const;
const WITHIN = 0.08;

/** Whether the chance that the best of several treatments returns more than the check is as said. */
export function trialWorldRates({ seed, runs }: { seed: number; runs: number }): GridRate[] {
  const told = new Map<string, { said: number; better: boolean }[]>();
  overWorlds('', WORLDS, { atMost: 1 }, { seed, runs }, (world, random) => {
    const one = bestOf(world, random);
    const group = `${world.treatments} treatments`;
    told.set(group, [...(told.get(group) ?? []), one]);
    return null;
  });
  const offBy = (all: readonly { said: number; better: boolean }[]) =>
    Math.abs(all.reduce((sum, { said, better }) => sum + said - Number(better), 0) / all.length);
  return BANDS.map(([from, below]) => {
    const groups = [...told].flatMap(([name, all]) => {
      const own = all.filter(({ said }) => said >= from && said < below);
      return own.length > 0 ? [{ name, share: offBy(own), cases: own.length }] : [];
    });
    return {
      ...summarise(
        `trial: chance that the best returns more, said ${100 * from} to ${Math.min(100, 100 * below).toFixed(0)} %, off from the truth by`,
        { atMost: WITHIN, worst: WITHIN },
        groups,
      ),
    };
  });
}
