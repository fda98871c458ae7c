import type { ReplantCase } from './replantCase.ts';
import { MIDDLE, returnsOf } from './returns.ts';

/** A case with another stand: all its parts are thinner or thicker by as much. */
export const withStand = (one: ReplantCase, plantsPerM2: number): ReplantCase => ({
  ...one,
  stand: { ...one.stand, plantsPerM2 },
  ...(one.zones
    ? {
        zones: one.zones.map((zone) => ({
          ...zone,
          plantsPerM2: Math.max(0, zone.plantsPerM2 + plantsPerM2 - one.stand.plantsPerM2),
        })),
      }
    : {}),
});

/** Stands looked at, as a share of the larger of the stand and a replant’s. */
const MOST = 2;
const HALVINGS = 40;

function crossing(ahead: (plantsPerM2: number) => number, most: number): number | null {
  if (ahead(0) >= 0 || ahead(most) < 0) return null;
  let [low, high] = [0, most];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (ahead(middle) < 0) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * The stand at which the advice turns: above it keeping returns most, below it something else does. Plants still to come, long gaps, the end of the
 * season and everything else of the case count as they are.
 *
 * @param keepAhead what keeping returns on average over the best of the rest, for a case with another stand
 * @returns plants per m²; null where no stand turns it
 */
export function turningStand(
  one: ReplantCase,
  keepAhead: (other: ReplantCase) => number,
): number | null {
  return crossing(
    (plantsPerM2) => keepAhead(withStand(one, plantsPerM2)),
    MOST * Math.max(one.stand.plantsPerM2, one.replant.plantsPerM2),
  );
}

/** The stand of a part of the field above which it is kept when the worst parts are replanted; null where no stand turns it. */
export function turningStandOfParts(one: ReplantCase): number | null {
  const gaps = one.stand.longGapShare;
  return crossing(
    (plantsPerM2) => {
      const { keep, replantAll } = returnsOf({
        ...one,
        zones: [{ share: 1, plantsPerM2, ...(gaps === undefined ? {} : { longGapShare: gaps }) }],
      });
      return keep(MIDDLE) - replantAll(MIDDLE);
    },
    MOST * Math.max(one.stand.plantsPerM2, one.replant.plantsPerM2),
  );
}
