// Which values stand on one scale with the bars: a moving average does, an average range in the same money does not.

import type { Bars } from '../bars/bars.ts';
import type { Node } from '../language/tree.ts';
import { unitOf } from '../language/units.ts';

/** How far outside the bars' own range a price may lie and still be drawn over them. */
const REACH = 1.5;

/** @param first, end the bars in question, the end not included */
export function standsOnPrices(
  node: Node,
  values: Float64Array,
  bars: Bars,
  first = 0,
  end = bars.day.length,
): boolean {
  if (unitOf(node) !== 'price') return false;
  let lowest = Infinity;
  let highest = -Infinity;
  for (let i = first; i < end; i++) {
    lowest = Math.min(lowest, bars.low[i]!);
    highest = Math.max(highest, bars.high[i]!);
  }
  for (let i = first; i < end; i++) {
    if (values[i]! >= lowest / REACH && values[i]! <= highest * REACH) return true;
  }
  return false;
}
