// Weekly and monthly bars (simulation.md 1.6).

import type { Day } from '../days/day.ts';
import { eachPeriod } from '../days/periods.ts';
import type { Bars } from './bars.ts';
import { newBars } from './layout.ts';

/**
 * The instrument's bars gathered by ISO week or calendar month: first open, highest high, lowest low, last close, summed volume,
 * last factor.
 * @param lastDays of each period by its number: they date the bars, so that all instruments share their days; a period without
 * one is dated by the instrument's own last day in it
 */
export function resample(bars: Bars, unit: 'week' | 'month', lastDays: ReadonlyMap<number, Day>): Bars {
  let count = 0;
  eachPeriod(bars.day, unit, () => count++);
  const gathered = newBars(count, bars.factor !== undefined);
  const { day, open, high, low, close, volume, factor } = gathered;
  const sessions = { unit, first: new Int32Array(count), last: new Int32Array(count) };
  let n = 0;
  eachPeriod(bars.day, unit, (from, to, number) => {
    let highest = bars.high[from]!;
    let lowest = bars.low[from]!;
    let sum = 0;
    for (let i = from; i < to; i++) {
      if (bars.high[i]! > highest) highest = bars.high[i]!;
      if (bars.low[i]! < lowest) lowest = bars.low[i]!;
      sum += bars.volume[i]!;
    }
    day[n] = lastDays.get(number) ?? bars.day[to - 1]!;
    sessions.first[n] = bars.day[from]!;
    sessions.last[n] = bars.day[to - 1]!;
    open[n] = bars.open[from]!;
    high[n] = highest;
    low[n] = lowest;
    close[n] = bars.close[to - 1]!;
    volume[n] = sum;
    if (factor && bars.factor) factor[n] = bars.factor[to - 1]!;
    n++;
  });
  return { ...gathered, sessions };
}
