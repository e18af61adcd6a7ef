// Where entry rules are true, turned from lists by instrument into lists by day.

import type { DayIndex } from '../days/calendar.ts';
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

/** @param entriesOf the bars of an instrument on which it may be entered, rising, all of them on days of the calendar */
export function gatherCandidates(
  panel: Panel,
  ticks: number,
  index: DayIndex,
  entriesOf: (instrument: number) => Int32Array,
): Candidates {
  const start = new Int32Array(ticks + 1);
  for (let k = 0; k < panel.universeSize; k++) {
    const days = panel.bars[k]!.day;
    for (const at of entriesOf(k)) start[index.at(days[at]!) + 1]!++;
  }
  for (let t = 0; t < ticks; t++) start[t + 1]! += start[t]!;
  const instrument = new Int32Array(start[ticks]!);
  const bar = new Int32Array(start[ticks]!);
  const next = new Int32Array(start[ticks]!);
  const place = start.slice(0, ticks);
  for (let k = 0; k < panel.universeSize; k++) {
    const days = panel.bars[k]!.day;
    for (const at of entriesOf(k)) {
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
 * @param valuesOfAll the values at some bars of each instrument, those of instrument k from starts[k] to starts[k + 1]
 * @param memory for those bars
 */
export function valuesOfCandidates(
  { instrument, bar }: Candidates,
  instruments: number,
  valuesOfAll: (starts: Int32Array, bars: Int32Array) => Float64Array,
  memory: (bytes: number) => ArrayBufferLike,
): Float64Array {
  const starts = new Int32Array(instruments + 1);
  for (const k of instrument) starts[k + 1]!++;
  for (let k = 0; k < instruments; k++) starts[k + 1]! += starts[k]!;
  const next = starts.slice();
  const places = new Int32Array(instrument.length);
  const bars = new Int32Array(memory(4 * instrument.length));
  for (let c = 0; c < instrument.length; c++) {
    const place = next[instrument[c]!]!++;
    places[place] = c;
    bars[place] = bar[c]!;
  }
  const values = valuesOfAll(starts, bars);
  const out = new Float64Array(instrument.length);
  for (let n = 0; n < places.length; n++) out[places[n]!] = values[n]!;
  return out;
}

/**
 * The instruments that may be entered, in the order of their first entries.
 * @param entriesOf as {@link gatherCandidates} takes them
 */
export function byFirstEntry(panel: Panel, entriesOf: (instrument: number) => Int32Array): Int32Array {
  const first = new Int32Array(panel.universeSize);
  const entered: number[] = [];
  for (let k = 0; k < panel.universeSize; k++) {
    const [bar] = entriesOf(k);
    if (bar === undefined) continue;
    first[k] = panel.bars[k]!.day[bar]!;
    entered.push(k);
  }
  return Int32Array.from(entered.sort((a, b) => first[a]! - first[b]! || a - b));
}
