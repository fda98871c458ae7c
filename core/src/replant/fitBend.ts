import { requirePositive, requireShare } from '../arguments/index.ts';
import type { Crop } from '../crops/index.ts';
import { relativeYield } from './relativeYield.ts';
import type { StandSchool } from './replantOptions.ts';

/** How a workspace’s own strips bend what a stand loses: the share borne by the curve to this power; 1 is as the curve has it. */
export interface StandBend {
  power: number;
  /** Of its logarithm. */
  se: number;
  /** Strips it was told from. */
  strips: number;
}

/** How little is known before any strip: as the curves’ own spread. A default of this app. */
const BEFORE_SD = 0.25;
/** How far a strip’s share lies off its curve, of a full yield. A default of this app. */
const STRIP_SD = 0.06;
/** Log powers looked at: from a ninth of the loss to nine times of it. */
const FAR = 2.2;
const STEPS = 440;

/**
 * Bends a curve by strips of one’s own: stands, and the share of a full yield each bore. What is believed before (the curve, give or take
 * a quarter) and what strips say are weighed by how sure they are, so that one strip bends little and many bend to themselves.
 *
 * @param strips of one date, each 0…1 of the fullest; those of a full stand say nothing of the power
 * @returns power 1 and the spread believed before, without a strip
 * @throws RangeError for a stand that is not above zero or a share outside 0…1
 * @example fitBend({ crop: 'corn' }, [{ plantsPerM2: 4, share: 0.7 }]).power // 1.1
 */
export function fitBend(
  { crop, school }: { crop: Crop; school?: StandSchool },
  strips: readonly { plantsPerM2: number; share: number }[],
): StandBend {
  const curve = strips.map(({ plantsPerM2, share }, i) => ({
    bears: relativeYield({
      crop,
      plantsPerM2: requirePositive(`strips[${i}].plantsPerM2`, plantsPerM2),
      daysAfterBest: 0,
      ...(school ? { school } : {}),
    }),
    share: requireShare(`strips[${i}].share`, share),
  }));
  // The posterior on a grid: one number, and nothing to go astray.
  let [weight, sum, squares] = [0, 0, 0];
  const logs = Array.from({ length: STEPS + 1 }, (_, i) => -FAR + (2 * FAR * i) / STEPS);
  const fits = logs.map(
    (log) =>
      -0.5 * (log / BEFORE_SD) ** 2 -
      0.5 *
        curve.reduce(
          (all, { bears, share }) => all + ((share - bears ** Math.exp(log)) / STRIP_SD) ** 2,
          0,
        ),
  );
  const best = Math.max(...fits);
  logs.forEach((log, i) => {
    const own = Math.exp(fits[i]! - best);
    weight += own;
    sum += own * log;
    squares += own * log * log;
  });
  const middle = sum / weight;
  return {
    power: Math.exp(middle),
    se: Math.sqrt(Math.max(0, squares / weight - middle ** 2)),
    strips: strips.length,
  };
}
