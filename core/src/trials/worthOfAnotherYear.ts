import { requireFinite, requireNotNegative, requirePositive } from '../arguments/index.ts';
import { normalCdf } from '../stats/index.ts';

/**
 * What another year of trial is worth before something is bought (expected value of sample information; Raiffa & Schlaifer 1961): how
 * much better one would choose, on average, knowing its answer. It is the more the closer the call, and nothing where no answer would turn it.
 *
 * @param gainPerM2 as known now, money a m² and year, with its standard error; @param neededPerM2 gain at which buying pays
 * @param anotherSe standard error that the new answer would have by itself; @param perGain money gained over the years for each of gain (area × annuity)
 * @returns money
 * @throws RangeError for an error that is not above zero
 * @example worthOfAnotherYear({ gainPerM2: 0.002, gainSe: 0.002, neededPerM2: 0.002, anotherSe: 0.002, perGain: 1e6 }) // 564
 */
export function worthOfAnotherYear({
  gainPerM2,
  gainSe,
  neededPerM2,
  anotherSe,
  perGain,
}: {
  gainPerM2: number;
  gainSe: number;
  neededPerM2: number;
  anotherSe: number;
  perGain: number;
}): number {
  requireFinite('gainPerM2', gainPerM2);
  requirePositive('gainSe', gainSe);
  requireFinite('neededPerM2', neededPerM2);
  requirePositive('anotherSe', anotherSe);
  requireNotNegative('perGain', perGain);
  // How far the mean will have moved once the answer is in.
  const moved = gainSe ** 2 / Math.hypot(gainSe, anotherSe);
  const away = Math.abs(gainPerM2 - neededPerM2) / moved;
  const loss = Math.exp(-0.5 * away * away) / Math.sqrt(2 * Math.PI) - away * normalCdf(-away);
  return perGain * moved * Math.max(0, loss);
}
