import { requireShare } from '../../arguments/index.ts';
import type { Diagnosis } from '../../diagnosis/index.ts';
import { DIAGNOSIS_NAMES } from '../../diagnosis/index.ts';
import type { GapFind } from '../../digs/index.ts';
import type { CaseRecords } from '../../readings/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { EFFORTS, lookAt } from '../blind/lookAt.ts';
import { PASSES } from '../blind/world.ts';
import type { SimulatedHarm } from '../world.ts';
import { bakedBy, groundOf, soundField, type PhysicalField } from './field.ts';
import { lookInto, ramp } from './furrow.ts';
import { MAKE_WRONG } from './faults.ts';
import { soundMachine } from './machine.ts';
import { plantSeeds } from './plantSeeds.ts';

/** How somebody looks: how often he sees in a furrow what is not there, misses what is, and takes one find for another. */
export interface PhysicalLook {
  wrong: number;
  missed: number;
  mistaken: number;
  /** Of seeds that died early, so many have vanished by the walk. */
  vanished: number;
  depthSdM: number;
}
export const LOOKS: Record<'careful' | 'hasty', PhysicalLook> = {
  careful: { wrong: 0.015, missed: 0.05, mistaken: 0.03, vanished: 0.05, depthSdM: INCH_M / 16 },
  hasty: { wrong: 0.04, missed: 0.2, mistaken: 0.1, vanished: 0.12, depthSdM: INCH_M / 10 },
};

const FINDS: readonly GapFind[] = [
  'eaten',
  'hollow',
  'dry',
  'rotten',
  'dried',
  'bent',
  'leafedOut',
  'abnormal',
];

/**
 * A planting whose causes are physics: machine, soil, seed and weather are changed, and what one finds follows from that seed by seed. Made to be
 * unlike the blind cases, from which the odds of the causes were set.
 *
 * @param rough 0 a precise machine on an even seedbed … 1 an older one on a strawy, cloddy one
 * @param faults with their strength, 0 slight … 1 plain; a row for a fault of a row
 * @throws RangeError for a fault that is not known, or a strength outside 0…1
 * @example readCase(makePhysicalCase({ seed: 7, faults: [{ fault: 'speed', strength: 1 }], rows: 12, look: LOOKS.careful })).causes[0]?.cause // 'speed'
 */
export function makePhysicalCase({
  seed,
  faults,
  rows,
  look,
  rough = 0,
  effort = 'ordinary',
}: {
  seed: number;
  faults: readonly { fault: string; row?: number; strength: number }[];
  rows: number;
  look: PhysicalLook;
  rough?: number;
  effort?: keyof typeof EFFORTS;
}): CaseRecords {
  const random = seededRandom(seed);
  const machine = soundMachine(random, rows, rough);
  const field = soundField(random, rough);
  const harms: SimulatedHarm[] = [];
  // Every field has a plant or two that something bit.
  if (random.uniform() < 0.15)
    harms.push({ sign: 'cut', pass: random.below(PASSES), atM: 120, radiusM: 12, share: 0.04 });
  for (const { fault, row = 1 + random.below(rows), strength } of faults) {
    if (!DIAGNOSIS_NAMES.includes(fault as Diagnosis))
      throw new RangeError(`fault must be the name of a cause, got ${fault}`);
    requireShare('strength', strength);
    const by = (slight: number, plain: number) => slight + strength * (plain - slight);
    MAKE_WRONG[fault as Diagnosis]({ machine, field, harms, row, by, random });
  }
  const ground = groundOf(field, random, rows * 30 * INCH_M);
  const { stand, furrow } = plantSeeds(machine, field, ground, harms, random);
  const happens = (share: number) => random.uniform() < share;
  return lookAt(
    {
      random,
      rows,
      trackRows: machine.trackRows,
      cells: machine.cells,
      weather: field.weather,
      depthSdM: look.depthSdM,
      groundAt(pass, alongM) {
        const { dryLayerM, water } = ground(pass, alongM);
        const felt = water + 0.03 * random.normal();
        return {
          dryLayerM,
          feel: felt > 0.7 ? 'wet' : dryLayerM > 0.042 && felt < 0.47 ? 'marginal' : 'adequate',
        };
      },
      furrowAt: (row, pass, alongM) => lookInto(furrow(row, pass, alongM), look, random),
      coverAt(_row, pass, alongM) {
        const { residue, clods } = ground(pass, alongM);
        const crusted = crustOf(field);
        return [
          ...(happens(crusted * 0.8) ||
          (happens(0.4 * ramp(machine.trenchM - 0.014, 0.003)) && crusted > 0.02)
            ? (['crust'] as const)
            : []),
          ...(happens(0.9 * residue * (1 - machine.cleaning)) ? (['residue'] as const) : []),
          ...(happens(0.5 * clods) ? (['clod'] as const) : []),
        ];
      },
      plantAt(row, pass, alongM) {
        const { smeared, closing, margin } = furrow(row, pass, alongM);
        const flat = 0.03 + (smeared ? 0.4 : 0) + 0.6 * ramp(margin - 1.2, 0.15);
        const reopened = smeared && closing !== 'overPacked' && happens(0.55);
        return {
          roots: happens(flat) ? 'flattened' : 'straight',
          slot: reopened ? 'reopened' : closing === 'open' && happens(0.8) ? 'open' : 'shut',
          wall: null,
        };
      },
      feelAt(pass, alongM, depthM) {
        const { dryLayerM, ponding } = ground(pass, alongM);
        if (ponding > 0) return 'wet';
        return depthM < dryLayerM ? 'dry' : depthM < dryLayerM + 0.005 ? 'marginal' : 'adequate';
      },
      findAs(found) {
        if (found !== 'noSeed' && found !== 'coming' && happens(look.vanished)) return 'noSeed';
        return happens(look.mistaken) && found !== 'noSeed'
          ? FINDS[random.below(FINDS.length)]!
          : found;
      },
    },
    stand,
    EFFORTS[effort],
  );
}

/** How much of the ground a crust covers after rain and sun. */
const crustOf = ({ weather, clay }: PhysicalField): number =>
  ramp(clay * bakedBy(weather) - 0.42, 0.06);
