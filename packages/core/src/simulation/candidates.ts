// Where entry rules are true, turned from instrument-major columns into lists by day.

import type { DayIndex } from '../days/calendar.ts';
import { TRUE } from '../rules/columns.ts';
import type { Panel } from '../rules/panel.ts';

/** For tick t the entries from start[t] to start[t + 1]: members with a true rule, by instrument number. */
export interface Candidates {
  readonly start: Int32Array;
  readonly instrument: Int32Array;
  /** the instrument's own bar on that day */
  readonly bar: Int32Array;
}

/** @param truthsOf the entry rule's column of an instrument */
export function gatherCandidates(
  panel: Panel,
  ticks: number,
  index: DayIndex,
  truthsOf: (instrument: number) => Uint8Array,
): Candidates {
  const start = new Int32Array(ticks + 1);
  const each = (visit: (tick: number, instrument: number, bar: number) => void): void => {
    for (let k = 0; k < panel.universeSize; k++) {
      const truths = truthsOf(k);
      const days = panel.bars[k].day;
      for (let bar = truths.indexOf(TRUE); bar >= 0; bar = truths.indexOf(TRUE, bar + 1)) {
        const tick = index.at(days[bar]);
        if (tick >= 0 && panel.isMember(k, days[bar])) visit(tick, k, bar);
      }
    }
  };
  each((tick) => {
    start[tick + 1]++;
  });
  for (let t = 0; t < ticks; t++) start[t + 1] += start[t];
  const instrument = new Int32Array(start[ticks]);
  const bar = new Int32Array(start[ticks]);
  const next = start.slice(0, ticks);
  each((tick, k, at) => {
    const place = next[tick]++;
    instrument[place] = k;
    bar[place] = at;
  });
  return { start, instrument, bar };
}
