// The curves a strategy is held against (simulation.md 8), each over exactly the strategy's days.

import type { Bars } from '../bars/bars.ts';
import type { Panel } from '../evaluation/panel.ts';
import { at } from '../numeric/at.ts';

/**
 * Buy and hold: capital * close_t / close of the first calendar day, or of the instrument's first bar after it, cash
 * until then; its last close on or before each day, no costs.
 */
export function buyAndHold(bars: Bars, calendar: Int32Array, capital: number): Float64Array {
  const out = new Float64Array(calendar.length);
  let bar = -1;
  let bought = Number.NaN;
  for (let t = 0; t < calendar.length; t++) {
    while (bar + 1 < bars.day.length && at(bars.day, bar + 1) <= at(calendar, t)) bar++;
    if (bar < 0) {
      out[t] = capital;
      continue;
    }
    if (Number.isNaN(bought)) bought = at(bars.close, bar);
    out[t] = (capital * at(bars.close, bar)) / bought;
  }
  return out;
}

/**
 * Equal-weight universe: the average, over the day's members that have a bar then and an earlier one, of the return from
 * their previous close, compounded from the capital. A day without such members earns nothing.
 */
export function equalWeight(panel: Panel, calendar: Int32Array, capital: number): Float64Array {
  const sum = new Float64Array(calendar.length);
  const members = new Int32Array(calendar.length);
  for (let k = 0; k < panel.universeSize; k++) {
    const { day, close } = at(panel.bars, k);
    let t = 1; // the first day's mark is the capital
    for (let i = 1; i < day.length; i++) {
      while (t < calendar.length && at(calendar, t) < day[i]!) t++;
      if (t === calendar.length) break;
      if (calendar[t] !== day[i] || !panel.isMember(k, day[i]!)) continue;
      sum[t]! += close[i]! / close[i - 1]! - 1;
      members[t]!++;
    }
  }
  const out = new Float64Array(calendar.length);
  for (let t = 0; t < out.length; t++) {
    out[t] =
      t === 0 ? capital : at(out, t - 1) * (1 + (at(members, t) > 0 ? at(sum, t) / at(members, t) : 0));
  }
  return out;
}
