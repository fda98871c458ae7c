import { clusteredShare } from '../digs/index.ts';
import { RANDOM_FEED } from '../spacing/index.ts';
import { differenceOf, type Told } from '../stats/index.ts';
import { liveShare } from './liveShare.ts';
import { readPlants, type SharedOut } from './readPlants.ts';
import { shareBehind, type WalkStand } from './readWalkStand.ts';
import { fieldSpacing } from './fieldSpacing.ts';

/** What two walks are compared in. All are shares, so that other rates and spacings do not matter. */
export const COMPARED = [
  'stand',
  'effective',
  'behind',
  'singly',
  'spread',
  'placed',
  'skipped',
] as const;
export type Compared = (typeof COMPARED)[number];

/** One figure of two walks; null where a walk does not tell it. */
export interface WalkComparison {
  figure: Compared;
  a: Told | null;
  b: Told | null;
  /** a − b. */
  difference: Told | null;
  /** The difference is more than chance. */
  told: boolean;
}

/** How a machine of a kind does at best: a meter fills every place that has a live seed, a drill by chance. */
export interface KindOfMachine {
  drilled: boolean;
  /** Share of places it would fill singly. */
  singlyAtBest: number;
}

/** What the walk's machine is held against: its own kind. @example machineOf(stand).drilled // false */
export function machineOf(stand: WalkStand): KindOfMachine {
  const drilled = stand.denseStand || stand.planter?.type === 'drill';
  return { drilled, singlyAtBest: drilled ? RANDOM_FEED : liveShare(stand).share };
}

const ofShare = (share: SharedOut | null): Told | null =>
  share && { value: share.share, lower: share.lower, upper: share.upper };

function figuresOf(stand: WalkStand): Record<Compared, Told | null> {
  const { summary, expectedPerM2 } = stand;
  const over = (
    estimate: { meanPerM2: number; intervalPerM2: [number, number] | null } | undefined,
  ): Told | null =>
    estimate?.intervalPerM2
      ? {
          value: estimate.meanPerM2 / expectedPerM2,
          lower: Math.max(0, estimate.intervalPerM2[0]) / expectedPerM2,
          upper: estimate.intervalPerM2[1] / expectedPerM2,
        }
      : null;
  const stops = stand.stops.filter(({ data, plants }) => !data.chosen && plants.length > 0);
  const plants = readPlants(stand);
  const spacing = fieldSpacing(stand.stops, {
    referenceM: stand.spacingM,
    rows: stand.planter?.rows ?? null,
  });
  const skipped = plants.gaps.finds.find(({ name }) => name === 'noSeed') ?? null;
  return {
    stand: over(summary ?? undefined),
    effective: over(summary?.effective),
    behind: ofShare(
      clusteredShare(
        stops.map(({ plants: own }) => {
          const all = Math.round(
            own.reduce((sum, one) => sum + one.inStep + one.oneBehind + one.twoBehind, 0),
          );
          return { some: Math.round(all * shareBehind(own)), all };
        }),
      ),
    ),
    singly: spacing && spacing.singly,
    spread:
      spacing?.sdM && spacing.sdM.lower < spacing.sdM.upper
        ? {
            value: spacing.sdM.value / stand.spacingM,
            lower: spacing.sdM.lower / stand.spacingM,
            upper: spacing.sdM.upper / stand.spacingM,
          }
        : null,
    placed: ofShare(plants.late.placed),
    skipped: ofShare(skipped ?? (plants.gaps.dug > 0 ? { ...plants.gaps.notFound } : null)),
  };
}

/**
 * Two stand walks side by side, each against its own targets: this spring and last, a field and its neighbour, a planter and a drill.
 *
 * @returns a row for each figure that one of them tells
 * @example compareWalks(thisYear, lastYear).find(({ figure }) => figure === 'stand')?.difference // { value: 0.04, lower: -0.01, upper: 0.09 }
 */
export function compareWalks(a: WalkStand, b: WalkStand): WalkComparison[] {
  const [of, against] = [figuresOf(a), figuresOf(b)];
  return COMPARED.flatMap((figure): WalkComparison[] => {
    const [one, other] = [of[figure], against[figure]];
    if (!one && !other) return [];
    const difference = one && other ? differenceOf(one, other) : null;
    return [
      {
        figure,
        a: one,
        b: other,
        difference,
        told: difference !== null && (difference.lower > 0 || difference.upper < 0),
      },
    ];
  });
}
