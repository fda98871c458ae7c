import { waitAdvised } from '../judgement/replantRates.ts';
import { overWorlds, type GridRate } from './grid.ts';

/** Replant advice under truths that differ from what it takes for granted. */
export const replantWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'replant: waiting was advised and loses money on average',
    [{ name: 'any case' }],
    { atMost: 0.05 },
    { ...of, runs: 10 * of.runs },
    (_, random) => {
      const brings = waitAdvised(random);
      return brings === null ? null : Number(brings < 0);
    },
  ),
];
