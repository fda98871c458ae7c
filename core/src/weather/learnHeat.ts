import { requirePositive } from '../arguments/index.ts';
import type { Crop } from '../crops/index.ts';

/** How much more heat than the default the plants of a field need, learned from the workspace's own fields. */
export interface LocalHeat {
  /** × the default. */
  factor: number;
  /** Emergences it was learned from: of the crop, and of the field itself. */
  from: number;
  ofField: number;
}

/** A planting that came up. */
export interface HeatSeen {
  crop: Crop;
  field: string;
  /** Heat had when half were up ÷ default heat. */
  ratio: number;
}

/**
 * How far a workspace's crop can be from the default, one of its fields from the others (it lies colder than its station), and
 * one planting from its field: SD of the logarithm. Defaults of this app.
 */
const SD = { crop: 0.1, field: 0.06, planting: 0.08 };
/** One field that came up at twice its heat was not sown when it was said. */
const FURTHEST = 0.5;
/** Turns in which crops and fields are fitted to each other: settled to far below a tenth of a percent. */
const TURNS = 40;

/**
 * The local correction of heat to emergence, for each field and crop: what the workspace's own plantings had had when half of
 * them were up, against the default, drawn toward the default by how few there are. A crop's effect and a field's are normal
 * about none and are fitted together (best linear unbiased prediction with known variances, in turns).
 *
 * @returns the correction of a crop in a field, whether one was seen there or not
 * @example learnHeat([{ crop: 'corn', field: 'a', ratio: 1.15 }])('corn', 'b') // { factor: 1.06, from: 1, ofField: 0 }
 */
export function learnHeat(seen: readonly HeatSeen[]): (crop: Crop, field: string) => LocalHeat {
  const logs = seen.map(({ ratio }, i) =>
    Math.max(-FURTHEST, Math.min(FURTHEST, Math.log(requirePositive(`seen[${i}].ratio`, ratio)))),
  );
  const crops = effects(
    seen.map(({ crop }) => crop),
    SD.crop,
  );
  const fields = effects(
    seen.map(({ field }) => field),
    SD.field,
  );
  for (let turn = 0; turn < TURNS && seen.length > 0; turn++) {
    crops.fit((i) => logs[i]! - fields.of(seen[i]!.field));
    fields.fit((i) => logs[i]! - crops.of(seen[i]!.crop));
  }
  return (crop, field) => ({
    factor: Math.exp(crops.of(crop) + fields.of(field)),
    from: crops.count(crop),
    ofField: fields.count(field),
  });
}

/** Shrunken means of groups. */
function effects(keys: readonly string[], sd: number) {
  const counts = new Map<string, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  let means = new Map<string, number>();
  return {
    of: (key: string) => means.get(key) ?? 0,
    count: (key: string) => counts.get(key) ?? 0,
    fit(left: (i: number) => number) {
      const sums = new Map<string, number>();
      keys.forEach((key, i) => sums.set(key, (sums.get(key) ?? 0) + left(i)));
      means = new Map(
        [...sums].map(([key, sum]) => [key, sum / (counts.get(key)! + (SD.planting / sd) ** 2)]),
      );
    },
  };
}
