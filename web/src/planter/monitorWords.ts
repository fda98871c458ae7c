import type { MonitorBias } from '@sendero/core';
import type { Units } from '../units/useUnits.ts';

const signed = (share: number, { fixed }: Units) =>
  Number.isFinite(share)
    ? `${share < 0 ? '−' : '+'}${fixed(Math.abs(100 * share), Math.abs(share) < 0.1 ? 1 : 0)} %`
    : 'no upper limit';

/** Bias with its interval. @example biasText(bias, units) // '+3.2 % (95 %: +0.4 % to +6.1 %)' */
export const biasText = ({ bias, interval }: MonitorBias, units: Units) =>
  interval
    ? `${signed(bias, units)} (95 %: ${signed(interval[0], units)} to ${signed(interval[1], units)})`
    : `${signed(bias, units)}, no interval`;

/** What the comparison says, in a sentence. */
export function verdictWords(bias: MonitorBias, units: Units): string {
  const who = bias.row === null ? 'The monitor' : `The monitor, row ${bias.row},`;
  switch (bias.verdict) {
    case 'agrees':
      return `${who} agrees with the ground: ${biasText(bias, units)}.`;
    case 'dead':
      return `${who} shows nothing where seed was dropped: its sensor or wiring is dead, not the meter.`;
    case 'cannot tell':
      return `${who} cannot be judged from so few distances: ${biasText(bias, units)}.`;
    default:
      return `${who} ${bias.verdict}: ${biasText(bias, units)}.`;
  }
}
