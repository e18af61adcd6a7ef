// Each day's candidates in the order of their ranks (simulation.md 3.4), sorted once however often the days are walked.

import { same } from '../numeric/compare.ts';
import { RankSort } from '../numeric/rank-sort.ts';
import { type Candidates, mostOnADay } from './candidates.ts';
import type { SidePlan } from './plan.ts';

/** So many are sorted by insertion. */
const FEW = 32;

/**
 * Places of candidates, those of tick t from start[t] to start[t + 1]: by their values, equal ones in the order of their symbols,
 * which is how they come; at the end those without a value.
 * @param values one a candidate, NaN where undefined
 */
export function rankOrder(
  { start }: Pick<Candidates, 'start'>,
  values: Float64Array,
  highestFirst: boolean,
): Int32Array {
  const ticks = start.length - 1;
  const sort = new RankSort(mostOnADay({ start }));
  const order = new Int32Array(values.length);
  for (let t = 0; t < ticks; t++) {
    const from = start[t]!;
    const end = start[t + 1]!;
    let to = from;
    for (let c = from; c < end; c++) if (values[c] === values[c]) order[to++] = c;
    if (to < end) {
      let last = to;
      for (let c = from; c < end; c++) if (values[c] !== values[c]) order[last++] = c;
    }
    if (to - from <= FEW) sortFew(order, values, from, to, highestFirst);
    else sortMany(order, values, from, to, highestFirst, sort);
    settleTies(order, values, from, to);
  }
  return order;
}

/** Sorts by insertion, which for few needs no memory but theirs. */
function sortFew(
  order: Int32Array,
  values: Float64Array,
  from: number,
  to: number,
  highestFirst: boolean,
): void {
  for (let n = from + 1; n < to; n++) {
    const place = order[n]!;
    const value = values[place]!;
    let k = n;
    for (; k > from; k--) {
      const before = values[order[k - 1]!]!;
      if (highestFirst ? value <= before : value >= before) break;
      order[k] = order[k - 1]!;
    }
    order[k] = place;
  }
}

function sortMany(
  order: Int32Array,
  values: Float64Array,
  from: number,
  to: number,
  highestFirst: boolean,
  sort: RankSort,
): void {
  const count = to - from;
  const places = order.slice(from, to);
  for (let k = 0; k < count; k++) sort.values[k] = values[places[k]!]!;
  sort.sort(count, highestFirst);
  for (let k = 0; k < count; k++) order[from + k] = places[sort.order[k]!]!;
}

/** Puts neighbours whose values differ by rounding alone into the order of their symbols. */
function settleTies(order: Int32Array, values: Float64Array, from: number, to: number): void {
  for (let n = from + 1; n < to; n++) {
    for (let k = n; k > from; k--) {
      const before = order[k - 1]!;
      const place = order[k]!;
      if (before < place || !same(values[before]!, values[place]!)) break;
      order[k - 1] = place;
      order[k] = before;
    }
  }
}

/** The places of a side's candidates of a tick, the best first, without those that have no rank. */
export function placesRankedOn({ candidates: { start }, rank }: SidePlan, t: number): Int32Array {
  const from = start[t]!;
  const count = start[t + 1]! - from;
  if (!rank) return Int32Array.from({ length: count }, (_none, n) => from + n);
  let ranked = count;
  while (ranked > 0 && Number.isNaN(rank.values[rank.order[from + ranked - 1]!])) ranked--;
  return rank.order.subarray(from, from + ranked);
}
