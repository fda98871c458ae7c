import type { Closing, Contact, FurrowFindings } from '../../depth/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import type { Place } from './field.ts';
import type { PhysicalMachine, PhysicalUnit } from './machine.ts';

/** A share that rises from 0 to 1 around 0, over about four times its width. */
export const ramp = (x: number, width: number): number => 1 / (1 + Math.exp(-x / width));

/** State of a furrow at one place of a row. What it shows, and what it does to a seed, both follow from it. */
export interface Furrow {
  /** Downforce less what the ground needs: below 0 the unit rides up. */
  margin: number;
  smeared: boolean;
  closing: Closing;
  contact: Contact;
  wFloor: boolean;
  falseBottom: boolean;
}

/** What wheels and openers make of the ground at a place. */
export function furrowAt(
  machine: PhysicalMachine,
  unit: PhysicalUnit,
  place: Place,
  inTrack: boolean,
  random: SeededRandom,
): Furrow {
  const { downforce, speedMPerS, trackLoad, cleaning, coulterM, trenchM } = machine;
  const hard = place.hard + (inTrack ? trackLoad : 0);
  const margin = downforce - hard - 0.06 * (speedMPerS / 2) ** 2 + 0.08 * random.normal();
  const happens = (share: number) => random.uniform() < share;
  const smeared = happens(
    ramp(
      place.water + 0.07 * Math.max(0, margin - 0.5) + (inTrack ? 0.16 * trackLoad : 0) - 0.74,
      0.035,
    ),
  );
  const left = place.residue * (1 - cleaning);
  // Wet and strawy soil, and a smeared wall, need more to close; what presses too hard packs the soil, moist soil first.
  const spare =
    unit.closing - 0.7 - 0.5 * Math.max(0, place.water - 0.62) - 0.25 * left - (smeared ? 0.08 : 0);
  const over = spare - 0.75 + 0.5 * (place.water - 0.5) + 0.25 * Math.max(0, margin - 0.9);
  const closing: Closing = happens(ramp(-spare - 0.02, 0.05))
    ? 'open'
    : happens(ramp(-spare + 0.06, 0.05))
      ? 'partlyOpen'
      : happens(ramp(over, 0.06))
        ? 'overPacked'
        : happens(ramp(0.13 - spare, 0.04))
          ? 'loose'
          : 'firm';
  const contact: Contact = happens(Math.min(0.9, 1.6 * left))
    ? 'hairPinned'
    : happens(0.75 * place.clods * ramp(0.58 - place.water, 0.04))
      ? 'dryClods'
      : happens(0.65 * ramp(-margin, 0.07) + (closing === 'open' ? 0.25 : 0))
        ? 'airPockets'
        : 'tight';
  return {
    margin,
    smeared,
    closing,
    contact,
    wFloor: happens(ramp(unit.wear - 0.55, 0.07)),
    falseBottom: coulterM > 0 && happens(ramp(coulterM - unit.stopM - trenchM - 0.004, 0.004)),
  };
}

/** What somebody writes down who looks at a furrow: now and then he sees what is not there, or misses what is. */
export function lookInto(
  furrow: Furrow,
  { wrong, missed }: { wrong: number; missed: number },
  random: SeededRandom,
): FurrowFindings {
  const sees = (is: boolean) => random.uniform() < (is ? 1 - missed : wrong);
  const { smeared, closing, contact, wFloor, falseBottom } = furrow;
  const strays: Contact[] = ['airPockets', 'dryClods', 'hairPinned'];
  return {
    wall: sees(smeared) ? 'smeared' : 'loose',
    shape: sees(wFloor) ? 'w' : random.uniform() < 0.1 ? 'u' : 'v',
    floor: falseBottom && random.uniform() > missed ? 'falseBottom' : 'firm',
    closing:
      closing !== 'firm'
        ? random.uniform() > missed
          ? closing
          : 'firm'
        : random.uniform() < wrong
          ? 'loose'
          : 'firm',
    contact:
      contact !== 'tight'
        ? random.uniform() > missed
          ? contact
          : 'tight'
        : random.uniform() < wrong
          ? strays[random.below(strays.length)]!
          : 'tight',
  };
}
