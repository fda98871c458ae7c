import { requirePositive } from '../arguments/index.ts';
import { upBy, type EmergenceCurve } from './fitEmergence.ts';

const STEPS = 200;

/**
 * The largest share of the plants that came up within any so many hours: how far they came together, whatever
 * the hour. What is outside came too early or too late for the rest.
 *
 * @param windowH h, above zero
 * @example shareWithin({ halfH: 220, steepness: 18 }, 24) // 0.45
 */
export function shareWithin(
  curve: Pick<EmergenceCurve, 'halfH' | 'steepness'>,
  windowH: number,
): number {
  requirePositive('windowH', windowH);
  const passed = (hours: number) => upBy({ ...curve, finalShare: 1 }, Math.max(0, hours));
  let best = 0;
  // The fullest window holds the time of half.
  for (let i = 0; i <= STEPS; i++) {
    const from = curve.halfH - (windowH * i) / STEPS;
    best = Math.max(best, passed(from + windowH) - passed(from));
  }
  return best;
}
