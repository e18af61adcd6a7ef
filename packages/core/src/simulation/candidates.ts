// Where entry rules are true, turned from lists by instrument into lists by day.

import type { DayIndex } from '../days/calendar.ts';
import type { Operand } from '../evaluation/columns.ts';
import type { Panel } from '../evaluation/panel.ts';

/** For tick t the entries from start[t] to start[t + 1]: members with a true rule, by instrument number. */
export interface Candidates {
  readonly start: Int32Array;
  readonly instrument: Int32Array;
  /** the instrument's own bar on that day */
  readonly bar: Int32Array;
  /** the tick of the instrument's next bar, -1 without one: where an order decided here would be filled */
  readonly next: Int32Array;
}

/** @param barsWhere the bars of an instrument on which the entry rule is true, rising; they may be written to */
export function gatherCandidates(
  panel: Panel,
  ticks: number,
  index: DayIndex,
  barsWhere: (instrument: number) => Int32Array,
): Candidates {
  const start = new Int32Array(ticks + 1);
  const chosen: Int32Array[] = [];
  for (let k = 0; k < panel.universeSize; k++) {
    const days = panel.bars[k]!.day;
    const bars = barsWhere(k);
    let n = 0;
    for (let c = 0; c < bars.length; c++) {
      const tick = index.at(days[bars[c]!]!);
      if (tick < 0 || !panel.isMember(k, days[bars[c]!]!)) continue;
      start[tick + 1]!++;
      bars[n++] = bars[c]!;
    }
    chosen[k] = bars.subarray(0, n);
  }
  for (let t = 0; t < ticks; t++) start[t + 1]! += start[t]!;
  const instrument = new Int32Array(start[ticks]!);
  const bar = new Int32Array(start[ticks]!);
  const next = new Int32Array(start[ticks]!);
  const place = start.slice(0, ticks);
  for (let k = 0; k < panel.universeSize; k++) {
    const days = panel.bars[k]!.day;
    for (const at of chosen[k]!) {
      const c = place[index.at(days[at]!)]!++;
      instrument[c] = k;
      bar[c] = at;
      next[c] = at + 1 < days.length ? index.at(days[at + 1]!) : -1;
    }
  }
  return { start, instrument, bar, next };
}

/**
 * A value at each candidate, in the candidates' order.
 * @param valuesAt the value at some bars of an instrument, rising
 */
export function valuesOfCandidates(
  { instrument, bar }: Candidates,
  instruments: number,
  valuesAt: (instrument: number, bars: Int32Array) => Operand,
): Float64Array {
  const counts = new Int32Array(instruments + 1);
  for (const k of instrument) counts[k + 1]!++;
  for (let k = 0; k < instruments; k++) counts[k + 1]! += counts[k]!;
  const next = counts.slice();
  const places = new Int32Array(instrument.length);
  for (let c = 0; c < instrument.length; c++) places[next[instrument[c]!]!++] = c;
  const out = new Float64Array(instrument.length);
  for (let k = 0; k < instruments; k++) {
    const mine = places.subarray(counts[k], counts[k + 1]);
    if (mine.length === 0) continue;
    const values = valuesAt(
      k,
      mine.map((c) => bar[c]!),
    );
    for (let n = 0; n < mine.length; n++) out[mine[n]!] = typeof values === 'number' ? values : values[n]!;
  }
  return out;
}
