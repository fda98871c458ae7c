import type { Trial } from '../records/index.ts';
import { annuityOf, payback, worthOfAnotherYear, type Payback } from '../trials/index.ts';
import type { AgainstCheck } from './answerTrial.ts';

/** Differences known for sure leave nothing to learn; their error is taken to be at least this, money per m². */
const LEAST_SE = 1e-12;

/**
 * Something bought for a treatment: when it has paid and how likely it does, and what another year of trial is worth before.
 *
 * @param against with its money; @param equipment what it costs, where and how long it works
 * @example boughtFor(answer.against[0], { cost: 4200, areaM2PerYear: 5.7e6, years: 5, discount: 0.06 })?.paid.breakEvenYears // 1.2
 */
export function boughtFor(
  { money, df }: Pick<AgainstCheck, 'money' | 'df'>,
  { cost, areaM2PerYear, years, discount }: NonNullable<Trial['equipment']>,
): { paid: Payback; anotherYear: number } | null {
  if (!money) return null;
  const gainSe = Math.max(LEAST_SE, money.believed.se);
  const perGain = areaM2PerYear * annuityOf(years, discount);
  return {
    paid: payback({
      gainPerM2: money.believed.perM2,
      gainSe,
      df: Math.max(1, df),
      costPerUnit: cost,
      areaM2PerYear,
      years,
      discount,
    }),
    anotherYear: worthOfAnotherYear({
      gainPerM2: money.believed.perM2,
      gainSe,
      neededPerM2: cost / perGain,
      anotherSe: Math.max(LEAST_SE, money.se),
      perGain,
    }),
  };
}
