import type { MonitorBias } from '@sendero/core';

const signed = (share: number) =>
  Number.isFinite(share)
    ? `${share < 0 ? '−' : '+'}${Math.abs(100 * share).toFixed(Math.abs(share) < 0.1 ? 1 : 0)} %`
    : 'no upper limit';

/** Bias with its interval. @example biasText(bias) // '+3.2 % (95 %: +0.4 % to +6.1 %)' */
export const biasText = ({ bias, interval }: MonitorBias) =>
  interval
    ? `${signed(bias)} (95 %: ${signed(interval[0])} to ${signed(interval[1])})`
    : `${signed(bias)}, no interval`;

/** What the comparison says, in a sentence. */
export function verdictWords(bias: MonitorBias): string {
  const who = bias.row === null ? 'The monitor' : `The monitor, row ${bias.row},`;
  switch (bias.verdict) {
    case 'agrees':
      return `${who} agrees with the ground: ${biasText(bias)}.`;
    case 'dead':
      return `${who} shows nothing where seed was dropped: its sensor or wiring is dead, not the meter.`;
    case 'cannot tell':
      return `${who} cannot be judged from so few distances: ${biasText(bias)}.`;
    default:
      return `${who} ${bias.verdict}: ${biasText(bias)}.`;
  }
}
