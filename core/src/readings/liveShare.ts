import type { WalkStand } from './readWalkStand.ts';
import { spacingOfTapes } from './spacingOfTapes.ts';

/** Gaps that must be dug before they say more of the seed than its tag. A default of this app. */
const FEWEST_GAPS = 5;

/**
 * What share of the seeds dropped is up: from the gaps dug on the walk, where there are enough (a gap with a seed in it is no
 * skip of the meter), else from the tag and the field loss of the planting.
 *
 * @example liveShare(stand) // { share: 0.93, dug: 12 }
 */
export function liveShare({ stops, expectedPerM2, targetPerM2, spacingM }: WalkStand): {
  share: number;
  dug: number | null;
} {
  const byTag = { share: expectedPerM2 / targetPerM2, dug: null };
  const own = stops.filter(({ data }) => !data.chosen);
  const gaps = own.flatMap(({ seen }) =>
    seen.flatMap(({ data }) =>
      data.type === 'gapDig' && data.what === 'gap' && data.found !== null ? [data] : [],
    ),
  );
  const spacing = spacingOfTapes(own, spacingM);
  if (gaps.length < FEWEST_GAPS || spacing === null) return byTag;
  const { emptySlots } = spacing;
  const plants = own.reduce(
    (sum, { tapes }) => sum + tapes.reduce((n, { data }) => n + data.positionsM.length, 0),
    0,
  );
  const seeded = gaps.filter(({ found }) => found !== 'noSeed').length / gaps.length;
  const seeds = plants + emptySlots * seeded;
  return plants === 0 ? byTag : { share: plants / seeds, dug: gaps.length };
}
