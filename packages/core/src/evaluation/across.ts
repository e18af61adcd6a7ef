// Measures that compare the day's universe members with each other.

import { unionOfDays } from '../days/calendar.ts';
import { same } from '../numeric/compare.ts';
import type { Panel } from './panel.ts';

/**
 * Rank (1 = highest) or percentile (100 = highest) of each member's value among that day's members with a value; equal
 * values share the better place. One column an instrument, NaN where it is no member or has no value.
 */
export function compareMembers(
  panel: Panel,
  values: readonly Float64Array[],
  how: 'rank' | 'percentile',
): Float64Array[] {
  const size = panel.universeSize;
  const out = panel.bars.map((bars) => new Float64Array(bars.day.length).fill(Number.NaN));
  const next = new Int32Array(size);
  const who = new Int32Array(size);
  const today = new Float64Array(size);
  const members = panel.bars.slice(0, size);
  const calendar = unionOfDays(
    members.map((bars) => bars.day),
    -Infinity,
    Infinity,
  );
  for (const day of calendar) {
    let n = 0;
    for (let k = 0; k < size; k++) {
      const days = members[k]!.day;
      if (next[k]! >= days.length || days[next[k]!] !== day) continue;
      const value = values[k]![next[k]!++]!;
      today[k] = value;
      if (value === value && panel.isMember(k, day)) who[n++] = k;
    }
    const sorted = who.subarray(0, n).sort((a, b) => today[b]! - today[a]!);
    let place = 0;
    for (let r = 0; r < n; r++) {
      const k = sorted[r]!;
      if (r === 0 || !same(today[k]!, today[sorted[r - 1]!]!)) place = r;
      out[k]![next[k]! - 1] = how === 'rank' ? place + 1 : n === 1 ? 100 : (100 * (n - 1 - place)) / (n - 1);
    }
  }
  return out;
}
