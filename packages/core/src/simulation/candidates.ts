// Where entry rules are true, turned from lists by instrument into lists by day.

import type { DayIndex } from '../days/calendar.ts';
import type { ListedBars } from '../evaluation/marked-bars.ts';
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

/** How many a day has at most. */
export function mostOnADay({ start }: Pick<Candidates, 'start'>): number {
  let most = 0;
  for (let t = 0; t + 1 < start.length; t++) most = Math.max(most, start[t + 1]! - start[t]!);
  return most;
}

/** @param entries the bars of each instrument on which it may be entered, all of them on days of the calendar */
export function gatherCandidates(
  panel: Panel,
  ticks: number,
  index: DayIndex,
  { starts, bars }: ListedBars,
): Candidates {
  const start = new Int32Array(ticks + 1);
  const tick = new Int32Array(bars.length);
  const after = new Int32Array(bars.length);
  for (let k = 0; k < panel.universeSize; k++) {
    const days = panel.bars[k]!.day;
    const first = starts[k]!;
    const end = starts[k + 1]!;
    if (first === end) continue;
    const ahead = aheadOf(days, bars[first]!, Math.min(bars[end - 1]! + 1, days.length - 1), index);
    for (let n = first; n < end; n++) {
      const bar = bars[n]!;
      tick[n] = ahead === undefined ? index.at(days[bar]!) : bar + ahead;
      start[tick[n]! + 1]!++;
      if (bar + 1 >= days.length) after[n] = -1;
      else after[n] = ahead === undefined ? index.at(days[bar + 1]!) : bar + 1 + ahead;
    }
  }
  for (let t = 0; t < ticks; t++) start[t + 1]! += start[t]!;
  const instrument = new Int32Array(bars.length);
  const bar = new Int32Array(bars.length);
  const next = new Int32Array(bars.length);
  const place = start.slice(0, ticks);
  for (let k = 0; k < panel.universeSize; k++) {
    for (let n = starts[k]!; n < starts[k + 1]!; n++) {
      const c = place[tick[n]!]!++;
      instrument[c] = k;
      bar[c] = bars[n]!;
      next[c] = after[n]!;
    }
  }
  return { start, instrument, bar, next };
}

/**
 * How far the ticks of an instrument's bars from `first` to `last` are ahead of the bars, where it has one on every tick between
 * them: two days looked up then stand for all. Undefined where it has not, or the calendar ends before.
 */
function aheadOf(days: Int32Array, first: number, last: number, index: DayIndex): number | undefined {
  const from = index.at(days[first]!);
  const to = index.at(days[last]!);
  return to >= 0 && to - from === last - first ? from - first : undefined;
}

/** The places of candidates by instrument, those of instrument k from starts[k] to starts[k + 1]. */
interface ByInstrument {
  readonly starts: Int32Array;
  readonly places: Int32Array;
}

function byInstrument({ instrument }: Candidates, instruments: number): ByInstrument {
  const starts = new Int32Array(instruments + 1);
  for (let c = 0; c < instrument.length; c++) starts[instrument[c]! + 1]!++;
  for (let k = 0; k < instruments; k++) starts[k + 1]! += starts[k]!;
  const next = starts.slice();
  const places = new Int32Array(instrument.length);
  for (let c = 0; c < instrument.length; c++) places[next[instrument[c]!]!++] = c;
  return { starts, places };
}

/**
 * A value at each candidate, in the candidates' order.
 * @param valuesOfAll the values at some bars of each instrument, those of instrument k from starts[k] to starts[k + 1]
 * @param memory for those bars
 */
export function valuesOfCandidates(
  candidates: Candidates,
  instruments: number,
  valuesOfAll: (starts: Int32Array, bars: Int32Array) => Float64Array,
  memory: (bytes: number) => ArrayBufferLike,
): Float64Array {
  const { starts, places } = byInstrument(candidates, instruments);
  const bars = new Int32Array(memory(4 * places.length));
  for (let n = 0; n < places.length; n++) bars[n] = candidates.bar[places[n]!]!;
  return atPlaces(places, valuesOfAll(starts, bars));
}

/** Values at entries, instrument by instrument, in the order of the candidates that were gathered of them. */
export function inCandidatesOrder(
  candidates: Candidates,
  instruments: number,
  values: Float64Array,
): Float64Array {
  return atPlaces(byInstrument(candidates, instruments).places, values);
}

function atPlaces(places: Int32Array, values: Float64Array): Float64Array {
  const out = new Float64Array(places.length);
  for (let n = 0; n < places.length; n++) out[places[n]!] = values[n]!;
  return out;
}

/**
 * The instruments that may be entered, in the order of their first entries.
 * @param entries as {@link gatherCandidates} takes them
 */
export function byFirstEntry({ bars, universeSize }: Panel, entries: ListedBars): Int32Array {
  const first = new Int32Array(universeSize);
  const entered: number[] = [];
  for (let k = 0; k < universeSize; k++) {
    const start = entries.starts[k]!;
    if (start === entries.starts[k + 1]) continue;
    first[k] = bars[k]!.day[entries.bars[start]!]!;
    entered.push(k);
  }
  return Int32Array.from(entered.sort((a, b) => first[a]! - first[b]! || a - b));
}
