import { requireNotNegative, requirePositive, requirePositiveShare } from '../arguments/index.ts';

/**
 * SD of intervals that a perfect meter would still show when only a share of its seeds becomes a
 * plant: one seed in every slot, each up with probability p, so an interval spans k slots with
 * probability p(1 − p)^(k−1) and its SD is X·√(1 − p) ÷ p. What lies above this is the machine's part.
 *
 * @param referenceM slot length X, m
 * @param emergedShare share of dropped seeds that became plants, 0 < p ≤ 1
 * @returns SD, m
 * @example perfectMeterSd({ referenceM: 0.166, emergedShare: 0.95 }) // 0.0391 m
 */
export function perfectMeterSd({
  referenceM,
  emergedShare,
}: {
  referenceM: number;
  emergedShare: number;
}): number {
  requirePositive('referenceM', referenceM);
  requirePositiveShare('emergedShare', emergedShare);
  return (referenceM * Math.sqrt(1 - emergedShare)) / emergedShare;
}

/**
 * The machine's own part of the spread of intervals: what is left of the variance when that of a perfect
 * meter with the same live seed is taken out. Skips and doubles are the machine's, so the share of live seed
 * comes from the tag or from digs, never from the stand.
 *
 * @param sdM SD of the intervals seen, m; @param liveShare share of seeds that can become a plant
 * @returns both SDs, m; the machine's is 0 when the seed explains all
 * @example machineSpread({ sdM: 0.07, referenceM: 0.166, liveShare: 0.95 }).machineSdM // 0.058 m
 */
export function machineSpread({
  sdM,
  referenceM,
  liveShare,
}: {
  sdM: number;
  referenceM: number;
  liveShare: number;
}): { perfectSdM: number; machineSdM: number } {
  requireNotNegative('sdM', sdM);
  requirePositiveShare('liveShare', liveShare);
  const perfectSdM = perfectMeterSd({ referenceM, emergedShare: liveShare });
  return { perfectSdM, machineSdM: Math.sqrt(Math.max(0, sdM ** 2 - perfectSdM ** 2)) };
}
