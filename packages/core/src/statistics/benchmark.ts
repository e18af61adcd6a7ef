// The curves a strategy is held against (simulation.md 8).

import type { Bars } from '../bars/bars.ts';

/**
 * Buy and hold: capital * close_t / close of the first calendar day, or of the instrument's first bar after it, cash
 * until then; its last close on or before each day, no costs.
 */
export function buyAndHold(bars: Bars, calendar: Int32Array, capital: number): Float64Array {
  const out = new Float64Array(calendar.length);
  let bar = -1;
  let bought = Number.NaN;
  for (let t = 0; t < calendar.length; t++) {
    while (bar + 1 < bars.day.length && bars.day[bar + 1] <= calendar[t]) bar++;
    if (bar < 0) {
      out[t] = capital;
      continue;
    }
    if (Number.isNaN(bought)) bought = bars.close[bar];
    out[t] = (capital * bars.close[bar]) / bought;
  }
  return out;
}
