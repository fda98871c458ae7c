import { requireNotNegative } from '../arguments/index.ts';
import { addDays, laterDay } from '../season/index.ts';
import { heatNeeded, type DugDepths } from './heatNeeded.ts';
import { heatAt } from './heatSince.ts';
import { learnHeat, type LocalHeat } from './learnHeat.ts';
import type { WeatherDay } from './readWeather.ts';
import { heatSoFar, whenUp, type Sown } from './whenUp.ts';

/** A planting that was seen to come up. */
export interface SeenUp {
  id: string;
  field: string;
  sown: Sown;
  /** Measured at its station, in order. */
  days: readonly WeatherDay[];
  dug: DugDepths | null;
  /** When half of its plants were up, h since noon of the planting day. */
  halfH: number;
}

/** How a prediction did. */
export interface PredictionScore {
  id: string;
  /** The day on which the prediction is judged, as it stood then. */
  madeOn: string;
  /** When half were up, in days and parts of one since the planting day began. */
  seenDays: number;
  /** What the default said, and what it said corrected by the fields seen before; the same unit. */
  byDefault: number;
  corrected: number;
  /** What had been learned before it was made. */
  local: LocalHeat;
  /** Heat had when half were up ÷ default heat. */
  ratio: number;
}

/** A prediction is judged as it stood so many days before half were up: when the visits to count in were planned. A default of this app. */
export const JUDGED_BEFORE_DAYS = 3;

/**
 * Each past prediction against what was seen: as it stood three days before half were up, by the default and corrected by what the
 * workspace had seen until then. No forecast is in it: none is kept.
 *
 * @returns those whose weather was measured from planting until half were up, in the order of planting
 * @example scorePredictions(seen).map(({ seenDays, corrected }) => seenDays - corrected) // days late against what was said
 */
export function scorePredictions(seen: readonly SeenUp[]): PredictionScore[] {
  const told = seen
    .flatMap((one) => {
      const ratio = ratioOf(one);
      return ratio === null ? [] : [{ ...one, ratio, upOn: upOn(one) }];
    })
    .sort((a, b) => (a.sown.plantedOn < b.sown.plantedOn ? -1 : 1));
  return told.flatMap(({ id, field, sown, days, dug, halfH, ratio }): PredictionScore[] => {
    const madeOn = laterDay(sown.plantedOn, addDays(upOn({ sown, halfH }), -JUDGED_BEFORE_DAYS));
    const local = learnHeat(
      told.filter((other) => other.upOn < madeOn).map((other) => heatSeen(other)),
    )(sown.crop, field);
    const known = days.filter(({ on }) => on < madeOn);
    const heat = heatSoFar(sown, known, madeOn);
    const says = (by: LocalHeat | null) => whenUp(sown, heat, { days: known, dug, local: by });
    const [byDefault, corrected] = [says(null), says(local)];
    return byDefault && corrected
      ? [
          {
            id,
            madeOn,
            seenDays: halfH / 24 + 0.5,
            byDefault: byDefault.halfDays,
            corrected: corrected.halfDays,
            local,
            ratio,
          },
        ]
      : [];
  });
}

/** What is learned from plantings that came up: see `learnHeat`. */
export const learnFrom = (seen: readonly SeenUp[]) =>
  learnHeat(
    seen.flatMap((one) => {
      const ratio = ratioOf(one);
      return ratio === null ? [] : [heatSeen({ ...one, ratio })];
    }),
  );

const heatSeen = ({ sown, field, ratio }: SeenUp & { ratio: number }) => ({
  crop: sown.crop,
  field,
  ratio,
});

const upOn = ({ sown, halfH }: Pick<SeenUp, 'sown' | 'halfH'>) =>
  addDays(sown.plantedOn, Math.floor(halfH / 24 + 0.5));

/** Heat had when half were up against the default; null when it was not measured until then. */
function ratioOf(seen: SeenUp): number | null {
  const { sown, days, dug, halfH } = seen;
  requireNotNegative('halfH', halfH);
  const had = heatAt(heatSoFar(sown, days, upOn(seen)), halfH);
  return had === null || had <= 0
    ? null
    : had / heatNeeded(sown.crop, { depthTargetM: sown.depthTargetM, dug }).mean;
}
