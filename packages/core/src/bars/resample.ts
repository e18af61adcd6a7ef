// Weekly and monthly bars (simulation.md 1.6).

import { monthOf, weekOf } from '../days/day.ts';
import type { Bars } from './bars.ts';
import { mapBars } from './columns.ts';
import { newBars } from './layout.ts';

/**
 * The instrument's bars gathered by ISO week or calendar month: first open, highest high, lowest low, last close,
 * summed volume, last factor. A bar is dated by the last day of its period that `calendar` holds, so that all
 * instruments share their days. `calendar` must be rising and hold every day of `bars`.
 */
export function resample(bars: Bars, unit: 'week' | 'month', calendar: Int32Array): Bars {
  const periodOf = unit === 'week' ? weekOf : monthOf;
  const lastDay = new Map<number, number>();
  for (let t = 0; t < calendar.length; t++) lastDay.set(periodOf(calendar[t]!), calendar[t]!);

  const size = bars.day.length;
  const gathered = newBars(size, bars.factor !== undefined);
  const { day, open, high, low, close, volume, factor } = gathered;
  let n = -1;
  let period = Number.NaN;
  for (let i = 0; i < size; i++) {
    const p = periodOf(bars.day[i]!);
    if (p !== period) {
      period = p;
      n++;
      day[n] = lastDay.get(p) ?? bars.day[i]!;
      open[n] = bars.open[i]!;
      high[n] = bars.high[i]!;
      low[n] = bars.low[i]!;
    }
    if (bars.high[i]! > high[n]!) high[n] = bars.high[i]!;
    if (bars.low[i]! < low[n]!) low[n] = bars.low[i]!;
    close[n] = bars.close[i]!;
    volume[n]! += bars.volume[i]!;
    if (factor && bars.factor) factor[n] = bars.factor[i]!;
  }
  return mapBars(gathered, (column) => column.slice(0, n + 1) as typeof column);
}
