// Measures that compare the day's universe members with each other.

import { countUntil, unionOfDays } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { same } from '../numeric/compare.ts';
import { RankSort } from '../numeric/rank-sort.ts';
import type { Panel } from './panel.ts';

/**
 * Puts in the place of each value its rank (1 = highest) or percentile (100 = highest) among that day's members with a value;
 * equal values share the better place. NaN where an instrument is no member or has no value.
 * @param columns one of each instrument of the universe; written to
 * @param from the days from here to `to` alone, both ends included: no day needs another
 */
export function compareMembers(
  panel: Panel,
  columns: readonly Float64Array[],
  how: 'rank' | 'percentile',
  from: Day = -Infinity,
  to: Day = Infinity,
): void {
  const size = panel.universeSize;
  const members = panel.bars.slice(0, size);
  const next = Int32Array.from(members, ({ day }) => (from === -Infinity ? 0 : countUntil(day, from - 1)));
  const who = new Int32Array(size);
  const today = new Float64Array(size);
  const sort = new RankSort(size);
  const calendar = unionOfDays(
    members.map((bars) => bars.day),
    from,
    to,
  );
  for (const day of calendar) {
    let n = 0;
    for (let k = 0; k < size; k++) {
      const days = members[k]!.day;
      const bar = next[k]!;
      if (bar >= days.length || days[bar] !== day) continue;
      next[k] = bar + 1;
      const value = columns[k]![bar]!;
      today[k] = value;
      if (value === value && panel.isMember(k, day)) who[n++] = k;
      else columns[k]![bar] = Number.NaN;
    }
    for (let r = 0; r < n; r++) sort.values[r] = today[who[r]!]!;
    sort.sort(n, true);
    const { values, order } = sort;
    let place = 0;
    for (let r = 0; r < n; r++) {
      const k = who[order[r]!]!;
      if (r === 0 || !same(values[r]!, values[r - 1]!)) place = r;
      columns[k]![next[k]! - 1] =
        how === 'rank' ? place + 1 : n === 1 ? 100 : (100 * (n - 1 - place)) / (n - 1);
    }
  }
}
