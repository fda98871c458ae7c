import {
  requireFinite,
  requireNotNegative,
  requirePositive,
  requireWhole,
} from '../arguments/index.ts';
import { tCdf } from '../stats/index.ts';

/** Beyond so many standard errors nothing is left of the tail. */
const FAR = 1e100;

export interface Payback {
  /** Gained a year over all of the area. */
  perYear: number;
  /** Years until the gains, discounted, have paid it; null: never. */
  breakEvenYears: number | null;
  /** Area a year at which it pays within the years; null: at none. */
  breakEvenAreaM2: number | null;
  /** That it pays within the years, by how well the gain is known. */
  probabilityItPays: number;
}

/** What one a year is worth today, over the years. @example annuityOf(5, 0.06) // 4.21 */
export const annuityOf = (years: number, discount: number): number =>
  discount === 0 ? years : -Math.expm1(-years * Math.log1p(discount)) / discount;

/**
 * When equipment pays back, and how likely it does within some years.
 *
 * @param gainPerM2 money a m² and year, with its standard error and degrees of freedom; @param costPerUnit once; @param discount a year (default 0)
 * @throws RangeError for a cost, area or years that are not above zero, or a discount below it
 * @example payback({ gainPerM2: 0.004, gainSe: 0.002, df: 12, costPerUnit: 9000, areaM2PerYear: 1e6, years: 5 }).breakEvenYears // 2.25
 */
export function payback({
  gainPerM2,
  gainSe,
  df,
  costPerUnit,
  areaM2PerYear,
  years,
  discount = 0,
}: {
  gainPerM2: number;
  gainSe: number;
  df: number;
  costPerUnit: number;
  areaM2PerYear: number;
  years: number;
  discount?: number;
}): Payback {
  requireFinite('gainPerM2', gainPerM2);
  requireNotNegative('gainSe', gainSe);
  requirePositive('df', df);
  requirePositive('costPerUnit', costPerUnit);
  requirePositive('areaM2PerYear', areaM2PerYear);
  requireWhole('years', years, 1);
  requireNotNegative('discount', discount);
  const perYear = gainPerM2 * areaM2PerYear;
  const annuity = annuityOf(years, discount);
  const wanted = costPerUnit / (areaM2PerYear * annuity);
  const finite = (value: number) => (Number.isFinite(value) ? value : null);
  const left = perYear > 0 ? 1 - (costPerUnit * discount) / perYear : -1;
  return {
    perYear,
    breakEvenYears:
      left <= 0
        ? null
        : discount === 0
          ? finite(costPerUnit / perYear)
          : finite(-Math.log(left) / Math.log1p(discount)),
    breakEvenAreaM2: gainPerM2 > 0 ? finite(costPerUnit / (gainPerM2 * annuity)) : null,
    probabilityItPays:
      gainSe > 0
        ? tCdf(Math.max(-FAR, Math.min(FAR, (gainPerM2 - wanted) / gainSe)), df)
        : gainPerM2 >= wanted
          ? 1
          : 0,
  };
}
