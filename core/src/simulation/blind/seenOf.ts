import { NORMAL_FURROW, type FurrowFindings } from '../../depth/index.ts';
import { INCH_M } from '../../units/index.ts';
import type { WorldSeen } from './lookAt.ts';
import type { BlindWorld } from './world.ts';

/** A look at one furrow that sees what is not there. */
const MISREAD = 0.02;

/** What is shown by the faults of a row at one place, by chance. */
function shown<Finding>(
  { random }: BlindWorld,
  all: readonly {
    rows: readonly number[] | null;
    finding: Finding;
    chance: number;
    band?: readonly [number, number];
  }[],
  row: number,
  atM: number,
): Finding[] {
  return all.flatMap(({ rows, finding, chance, band }) =>
    (!rows || rows.includes(row)) &&
    (!band || (atM >= band[0] && atM < band[1])) &&
    random.uniform() < chance
      ? [finding]
      : [],
  );
}

function furrowOf(world: BlindWorld, row: number, atM: number): FurrowFindings {
  const { random } = world;
  const misread: Partial<FurrowFindings>[] = [
    { contact: 'airPockets' },
    { contact: 'dryClods' },
    { shape: 'w' },
    { wall: 'smeared' },
    { closing: 'loose' },
    { closing: 'overPacked' },
  ];
  return Object.assign(
    { ...NORMAL_FURROW },
    ...misread.filter(() => random.uniform() < MISREAD),
    // What is seen first is what is written down.
    ...shown(world, world.furrows, row, atM).reverse(),
  ) as FurrowFindings;
}

/** What a blind world shows: each fault by its own chance. */
export function seenOf(world: BlindWorld): WorldSeen {
  const { random, rows, trackRows, cells, weather } = world;
  const dryer = weather.slice(0, 2).some(({ rainM }) => rainM > 0.002);
  return {
    random,
    rows,
    trackRows,
    cells,
    weather,
    depthSdM: INCH_M / 16,
    groundAt(_pass, alongM) {
      const { dryLayerM } = world.zones.find(({ toM }) => alongM < toM) ?? world.zones[2];
      return {
        dryLayerM,
        feel: world.wet ? 'wet' : dryLayerM > 0.04 && !dryer ? 'marginal' : 'adequate',
      };
    },
    furrowAt: (row, _pass, alongM) => furrowOf(world, row, alongM),
    coverAt: (row, _pass, alongM) => shown(world, world.covers, row, alongM),
    plantAt: (row, _pass, alongM) =>
      Object.assign({}, ...shown(world, world.plants, row, alongM)) as object,
  };
}
