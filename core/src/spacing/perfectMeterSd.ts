import { requirePositive } from '../arguments/index.ts';

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
  requirePositive('emergedShare', emergedShare);
  if (emergedShare > 1) throw new RangeError(`emergedShare must be at most 1, got ${emergedShare}`);
  return (referenceM * Math.sqrt(1 - emergedShare)) / emergedShare;
}
