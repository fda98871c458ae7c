import {
  bestOpen,
  replantAnswer,
  whyOf,
  whySentence,
  type ReplantReading,
} from '../../readings/index.ts';
import { adviseReplant } from '../../replant/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { overWorlds, type GridRate } from './grid.ts';
import { anyReplantCase } from './replantCases.ts';

const EXPECTED = { corn: 7.6, soybean: 30 } as const;

/** What a screen says of a case, and whether its sentences disagree: null where they agree. */
export function contradiction(random: SeededRandom): string | null {
  const one = anyReplantCase(random);
  const advice = adviseReplant(one, { draws: 150, random: seededRandom(random.below(2 ** 31)) });
  const parts = (one.zones ?? []).map((zone, i) => ({
    ...zone,
    id: `${i}`,
    name: `part ${i}`,
    shape: null,
    sePerM2: null,
    stops: 3,
  }));
  const reading: ReplantReading = {
    case: one,
    stand: {
      from: 'walk',
      perM2: one.stand.plantsPerM2,
      intervalPerM2: null,
      longGapShare: 0,
      on: null,
    },
    expectedPerM2: EXPECTED[one.crop as 'corn'],
    parts,
    areaM2: null,
    dates: { bestOn: '', replantOn: '', lastOn: '' },
    byDefault: new Set(),
    recount: null,
    toCome: { range: [0, 0], from: 'none' },
    unanswered: [],
    stopped: [],
    problems: {},
  };
  const why = whyOf(advice, reading)!;
  const { option } = bestOpen(advice, reading);
  const stand = one.stand.plantsPerM2;
  const says = `${replantAnswer(advice, reading, (on) => on).says} ${whySentence(advice, reading, (value, kind) => `${value} ${kind}`)}`;
  const wrong = (what: string) => `${what}: ${says}`;
  const keeps = option === 'keep';
  if (keeps !== ['full', 'keepAbove', 'keepAnyStand'].includes(why.why))
    return wrong('the reason is of another option');
  if (why.why === 'keepAbove' && stand < why.evenPerM2 * (1 - 1e-6))
    return wrong('keeps below its own limit');
  if (why.why === 'otherBelow' && stand > why.evenPerM2 * (1 + 1e-6))
    return wrong('replants above its own limit');
  if (why.why === 'full' && stand < 0.95 * reading.expectedPerM2)
    return wrong('a thin stand called full');
  if (
    why.why === 'parts' &&
    !(
      why.weak.every(({ plantsPerM2 }) => plantsPerM2 <= why.evenPerM2 * (1 + 1e-6)) &&
      why.rest.every(({ plantsPerM2 }) => plantsPerM2 >= why.evenPerM2 * (1 - 1e-6))
    )
  )
    return wrong('parts on the wrong side');
  if (/thin stand alone/.test(says) && (!keeps || stand >= 0.95 * reading.expectedPerM2))
    return wrong('a thin stand that is none');
  const flip = advice.flips.find(({ what }) => what === 'stand');
  const keepsAll =
    advice.options.find((each) => each.option === 'keep')!.expectedPerM2 >=
    advice.options.find((each) => each.option === 'replantAll')!.expectedPerM2;
  if (flip && keepsAll !== flip.to < flip.from) return wrong('the stand turns the wrong way');
  return null;
}

/** Replant cases whose sentences disagree with the advice or with each other. */
export const replantSentenceRates = ({
  seed,
  runs,
}: {
  seed: number;
  runs: number;
}): GridRate[] => [
  overWorlds(
    'replant: sentences that contradict the advice or each other',
    [{ name: 'any case' }],
    { atMost: 0 },
    { seed, runs },
    (_, random) => Number(contradiction(random) !== null),
  ),
];
