import { CROP_FACTS } from '../../crops/index.ts';
import type { ReplantCase } from '../../replant/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { ACRE_M2 } from '../../units/index.ts';

const K_PER_AC = 1000 / ACRE_M2;

/**
 * A replant case with everything that one can have: from bare ground to a full stand, zones, plants still to come, long gaps, a season that ends soon, another
 * crop, seed to fill in.
 */
export function anyReplantCase(random: SeededRandom): ReplantCase {
  const between = (low: number, high: number) => low + (high - low) * random.uniform();
  const maybe = (share: number) => random.uniform() < share;
  const crop = maybe(0.6) ? 'corn' : 'soybean';
  const full = (crop === 'corn' ? 31 : 125) * K_PER_AC;
  const planted = Math.round(between(-10, 15));
  const perAc = (money: number) => money / ACRE_M2;
  const stand = full * between(0.05, 1.1);
  const longGapShare = maybe(0.4) ? between(0, 0.3) : 0;
  const share = between(0.1, 0.5);
  const replantOn = planted + Math.round(between(10, 45));
  return {
    crop,
    ...(maybe(0.3) ? { school: 'strict' as const } : {}),
    stand: { plantsPerM2: stand, sePerM2: full * between(0.01, 0.1), longGapShare },
    toCome: maybe(0.4) ? [0, full * between(0.05, 0.5)] : [0, 0],
    ...(maybe(0.4)
      ? {
          zones: [
            { share, plantsPerM2: stand * between(0.1, 0.8), longGapShare },
            { share: 1 - share, plantsPerM2: stand * between(0.9, 1.2), longGapShare },
          ],
        }
      : {}),
    daysAfterBest: planted,
    replant: { daysAfterBest: replantOn, plantsPerM2: 0.95 * full, sePerM2: 0.05 * full },
    ...(maybe(0.6) ? { seasonEndsDaysAfterBest: replantOn + between(-5, 40) } : {}),
    fullYieldKgPerM2: CROP_FACTS[crop].fullYieldKgPerM2 * between(0.6, 1.4),
    pricePerKg: CROP_FACTS[crop].pricePerKg * between(0.6, 1.5),
    costs: {
      seedPerM2: perAc(between(30, 130)),
      seedAllowance: maybe(0.4) ? random.uniform() : 0,
      endPerM2: perAc(between(0, 30)),
      plantPerM2: perAc(between(10, 30)),
      dryPerKg: crop === 'corn' ? 0.004 : 0,
    },
    ...(maybe(0.4)
      ? { fillIn: { plantsPerM2: full * between(0.1, 0.5), costPerM2: perAc(between(15, 60)) } }
      : {}),
    ...(maybe(0.3)
      ? {
          changeCrop: {
            crop: 'soybean' as const,
            daysAfterBest: replantOn - 5,
            plantsPerM2: 28,
            fullYieldKgPerM2: CROP_FACTS.soybean.fullYieldKgPerM2 * between(0.7, 1.2),
            pricePerKg: CROP_FACTS.soybean.pricePerKg,
            costPerM2: perAc(between(60, 140)),
          },
        }
      : {}),
  };
}
