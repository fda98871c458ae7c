import type { SeededRandom } from '../../stats/index.ts';
import { simulateWeather } from '../simulateWeather.ts';
import type { SimulatedDay } from '../world.ts';

/** A property of the ground that varies smoothly over the field; mean 0, SD about 1. */
type Surface = (acrossM: number, alongM: number) => number;

const WAVES = 6;

/** A random surface from cosine waves of 40 to 250 m. */
function surface(random: SeededRandom): Surface {
  const waves = Array.from({ length: WAVES }, () => {
    const turn = 2 * Math.PI * random.uniform();
    const perM = (2 * Math.PI) / (40 + 210 * random.uniform());
    return {
      across: perM * Math.cos(turn),
      along: perM * Math.sin(turn),
      phase: 2 * Math.PI * random.uniform(),
    };
  });
  const scale = Math.sqrt(2 / WAVES);
  return (acrossM, alongM) => {
    let sum = 0;
    for (const { across, along, phase } of waves)
      sum += Math.cos(across * acrossM + along * alongM + phase);
    return scale * sum;
  };
}

/** The ground, the seed and the spring. Shares are 0…1; strengths are on a scale on which 1 is usual. */
export interface PhysicalField {
  weather: SimulatedDay[];
  /** Water at seed depth when it was planted: 0.3 dry, 0.5 friable, 0.8 too wet. */
  water: number;
  /** Dry soil over moist soil, m, and how much it differs over the field (SD), m. */
  dryLayerM: number;
  dryLayerSdM: number;
  clay: number;
  hard: number;
  /** How much hardness differs over the field, SD as a share. */
  unevenness: number;
  residue: number;
  clods: number;
  /** How long water stands in low places, and how much of the field is low. */
  ponding: number;
  lowShare: number;
  /** Chance that insects, or animals, take a seed in a place that has them, and how much of the field that is. */
  hollowed: number;
  eaten: number;
  pythium: number;
  infestedShare: number;
  /** Cold done to a seed that drinks cold water: 1 usual for its lot. */
  coldSensitivity: number;
  germination: number;
  vigour: number;
  /** Heat a seed of this lot needs, of that the crop usually needs. */
  heatFactor: number;
  /** Salt beside the seed, 0 none. */
  salt: number;
}

/** Ground at one place. */
export interface Place {
  water: number;
  dryLayerM: number;
  hard: number;
  residue: number;
  clods: number;
  /** Water stands here. */
  ponding: number;
  infested: boolean;
}

/** A field without a fault in it, in a spring that has some rain, drought and cold by chance. @param rough 0 an even seedbed, 1 a strawy, cloddy, uneven one */
export function soundField(random: SeededRandom, rough: number): PhysicalField {
  const between = (from: number, to: number) => from + (to - from) * random.uniform();
  return {
    weather: simulateWeather(
      {
        days: 55,
        meanC: between(14, 18.5),
        risePerDayC: between(0.05, 0.16),
        ...(random.uniform() < 0.2 ? { storm: { day: 2 + random.below(5), rainM: 0.018 } } : {}),
        ...(random.uniform() < 0.2
          ? { drySpell: [random.below(3), 11 + random.below(6)] as [number, number] }
          : {}),
      },
      random.below(2 ** 31),
    ),
    water: between(0.42, 0.6),
    dryLayerM: between(0.012, 0.027),
    dryLayerSdM: between(0.001, 0.004),
    clay: between(0.06, 0.18),
    hard: between(0.8, 1.1),
    unevenness: 0.06 + 0.05 * rough,
    residue: between(0.03, 0.3 + 0.15 * rough),
    clods: between(0, 0.1 + 0.12 * rough),
    ponding: 0,
    lowShare: between(0.15, 0.45),
    hollowed: between(0, 0.006),
    eaten: between(0, 0.012),
    pythium: between(0, 0.01),
    infestedShare: between(0.2, 0.5),
    coldSensitivity: between(0.2, 0.5),
    germination: between(0.93, 0.97),
    vigour: between(0.8, 0.97),
    heatFactor: between(0.94, 1.1),
    salt: 0,
  };
}

/** How far a place may be off the field's mean before it is another kind of place: the surface has SD 1. */
const levelOf = (share: number): number => {
  // Upper quantile of a standard normal, near enough for a simulation.
  const s = Math.min(0.95, Math.max(0.05, share));
  return 1.7 * (0.5 - s) * (1 + 0.9 * Math.abs(0.5 - s));
};

/** Ground of a field, place by place. @param passM width of a pass */
export function groundOf(
  field: PhysicalField,
  random: SeededRandom,
  passM: number,
): (pass: number, alongM: number) => Place {
  const [height, texture, straw, life] = [1, 2, 3, 4].map(() => surface(random));
  const low = levelOf(field.lowShare);
  const infested = levelOf(field.infestedShare);
  return (pass, alongM) => {
    const acrossM = pass * passM;
    const [h, t, r, l] = [height!, texture!, straw!, life!].map((of) => of(acrossM, alongM));
    return {
      water: field.water - 0.025 * h!,
      dryLayerM: Math.max(0.004, field.dryLayerM + field.dryLayerSdM * (0.8 * h! + 0.6 * t!)),
      hard: field.hard * (1 + field.unevenness * t!),
      residue: Math.min(1, Math.max(0, field.residue * (1 + 0.35 * r!))),
      clods: Math.min(1, Math.max(0, field.clods * (1 + 0.3 * t!))),
      ponding: -h! > low ? field.ponding : 0,
      infested: l! > infested,
    };
  };
}

/** How hard rain has beaten the soil down and sun has baked it while shoots are below: 0 not, 1 a crust, at most 1.6. */
export function bakedBy(weather: readonly SimulatedDay[]): number {
  const rain = (from: number, to: number) =>
    weather.slice(from, to).reduce((sum, { rainM }) => sum + rainM, 0);
  const baked = weather
    .slice(2, 10)
    .reduce(
      (most, { rainM }, i) =>
        rain(i + 3, i + 5) < 0.001 ? Math.max(most, (rainM - 0.01) / 0.015) : most,
      0,
    );
  return Math.min(1.6, baked);
}
