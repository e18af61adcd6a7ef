// Where a blend's money came from, year by year.

import type { Periods } from '../days/periods.ts';
import { at } from '../numeric/at.ts';

/** What a column of profit so far gained in each period; it begins at 0. */
export function gainsIn({ end }: Periods, profit: Float64Array): number[] {
  return Array.from(end, (last, k) => at(profit, last) - (k === 0 ? 0 : at(profit, at(end, k - 1))));
}

/** In each year, the account's gain that is none of the parts'. @param parts each part's gains by year */
export function restIn(
  years: Periods,
  equity: Float64Array,
  capital: number,
  parts: readonly (readonly number[])[],
): number[] {
  const gains = gainsIn(
    years,
    equity.map((value) => value - capital),
  );
  return gains.map((gain, year) => parts.reduce((left, own) => left - at(own, year), gain));
}
