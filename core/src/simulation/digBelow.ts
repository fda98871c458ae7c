import type { SeedBelow, SeedState } from '../belowGround/index.ts';
import { CROP_FACTS } from '../crops/index.ts';
import { heatUnits } from '../season/index.ts';
import type { SeededRandom } from '../stats/index.ts';
import type { SimulatedStand } from './simulateStand.ts';
import { CAUSES, type Cause } from './world.ts';

/**
 * Digs seeds of a row before they are up, and says of each what one would see: how far it has come by its own heat, or
 * what stopped it. A digger takes one state for its neighbour now and then.
 *
 * @param where pass from 0, row from 1, m from the start of the pass; @param atH hours after planting
 * @example digBelow(stand, { pass: 0, row: 4, fromM: 120 }, 5, 200, random).map(({ state }) => state)
 */
export function digBelow(
  stand: SimulatedStand,
  { pass, row, fromM }: { pass: number; row: number; fromM: number },
  seeds: number,
  atH: number,
  random: SeededRandom,
): SeedBelow[] {
  const { crop, planter, zones, weather } = stand.scenario;
  const { heatBaseC, heatCapC, heatLimits, heatBelow, heatToEmergence } = CROP_FACTS[crop];
  const found: SeedBelow[] = [];
  const index = pass * planter.units.length + row - 1;
  for (
    let i = stand.rowStart[index]!;
    i < stand.rowStart[index + 1]! && found.length < seeds;
    i++
  ) {
    const positionM = stand.positionM[i]!;
    const depthM = stand.depthM[i]!;
    if (positionM < fromM || Number.isNaN(depthM)) continue;
    const zone = zones.find(({ toM }) => positionM < toM) ?? zones.at(-1)!;
    const daily = heatUnits(
      weather.map(({ soil }) => ({
        minC: soil.minC + zone.temperatureOffsetC,
        maxC: soil.maxC + zone.temperatureOffsetC,
      })),
      { baseC: heatBaseC, capC: heatCapC, limits: heatLimits },
    );
    const heatBy = (hours: number) => {
      const day = Math.min(daily.length, Math.floor(hours / 24));
      const whole = daily.slice(0, day).reduce((sum, heat) => sum + heat, 0);
      return whole + (daily[day] ?? 0) * (hours / 24 - day);
    };
    const heat = heatBy(atH);
    const up = heatToEmergence(depthM);
    const emergedAtH = stand.emergedAtH[i]!;
    // What a seed has made of the heat: a slow one has had less of what it needs.
    const own = Number.isFinite(emergedAtH) ? (up * heat) / heatBy(emergedAtH) : heat;
    const cause = CAUSES[stand.cause[i]!]!;
    const state = seen(cause, own, { ...heatBelow, up }, random);
    found.push({
      state: random.uniform() < 0.05 ? neighbour(state) : state,
      depthM,
      moist: depthM > zone.dryLayerM,
      shootM: null,
      over: zone.crustShare >= 0.1 ? ['crust'] : [],
    });
  }
  return found;
}

function seen(
  cause: Cause,
  heat: number,
  { swollen, root, shoot, up }: Record<'swollen' | 'root' | 'shoot' | 'up', number>,
  random: SeededRandom,
): SeedState {
  const sound: SeedState =
    heat >= shoot ? 'shoot' : heat >= root ? 'root' : heat >= swollen ? 'swollen' : 'dry';
  switch (cause) {
    case 'drySeed':
      return 'dry';
    case 'rot':
      return heat >= swollen ? 'rotten' : 'swollen';
    case 'deadSeed':
      return heat >= 1.2 * root ? 'rotten' : heat >= swollen ? 'swollen' : 'dry';
    case 'pest':
      return random.uniform() < 0.5 ? 'chewed' : 'gone';
    case 'coldInjury':
      return heat >= shoot ? 'bent' : heat >= swollen ? 'swollen' : 'dry';
    case 'crust':
    case 'tooDeep':
      return heat >= 0.8 * up ? 'bent' : sound;
    default:
      return sound;
  }
}

/** What a state is taken for by mistake. */
const neighbour = (state: SeedState): SeedState =>
  (
    ({ dry: 'swollen', swollen: 'dry', root: 'swollen', shoot: 'root', bent: 'shoot' }) as Partial<
      Record<SeedState, SeedState>
    >
  )[state] ?? state;
