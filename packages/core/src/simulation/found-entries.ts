// A side's entries as they were found, instrument by instrument. They are gathered by day once that is asked for: others may
// compute meanwhile what the days will read of them.

import type { DayIndex } from '../days/calendar.ts';
import type { ListedBars } from '../evaluation/marked-bars.ts';
import type { Panel } from '../evaluation/panel.ts';
import { byFirstEntry, type Candidates, gatherCandidates, inCandidatesOrder } from './candidates.ts';

/** Values to rank by that were read with the entries, in their order. */
interface ReadRanks {
  /** the text of what was read */
  readonly by: string;
  readonly values: Float64Array;
}

export class FoundEntries {
  /** what they are remembered by */
  readonly name: string;
  /** their instruments in the order of their first entries */
  readonly order: Int32Array;
  readonly #panel: Panel;
  #found: { readonly entries: ListedBars; readonly ticks: number; readonly index: DayIndex } | undefined;
  #candidates: Candidates | undefined;
  #ranks: ReadRanks | undefined;

  /** @param days of the run */
  constructor(
    name: string,
    panel: Panel,
    { calendar, index }: { readonly calendar: Int32Array; readonly index: DayIndex },
    entries: ListedBars,
    ranks: ReadRanks | undefined,
  ) {
    this.name = name;
    this.order = byFirstEntry(panel, entries);
    this.#panel = panel;
    this.#found = { entries, ticks: calendar.length, index };
    this.#ranks = ranks;
  }

  /** The entries by day. */
  get candidates(): Candidates {
    if (!this.#candidates) {
      const { entries, ticks, index } = this.#found!;
      this.#candidates = gatherCandidates(this.#panel, ticks, index, entries);
      this.#found = undefined;
    }
    return this.#candidates;
  }

  /** The value at each candidate, if it was read with the entries; it is given once. */
  ranksBy(text: string): Float64Array | undefined {
    const ranks = this.#ranks;
    if (ranks?.by !== text) return undefined;
    this.#ranks = undefined;
    return inCandidatesOrder(this.candidates, this.#panel.universeSize, ranks.values);
  }
}
