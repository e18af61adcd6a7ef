// One instrument's values on another's days: the last on or before each, never a later one (simulation.md 1.4).

import { UNDEFINED } from './truth.ts';

/** The number at the last of `others` on or before each of `days`; NaN before the first. */
export function alignNumbers(
  days: Int32Array,
  others: Int32Array,
  values: Float64Array,
  out: Float64Array,
): void {
  let j = -1;
  for (let i = 0; i < days.length; i++) {
    while (j + 1 < others.length && others[j + 1]! <= days[i]!) j++;
    out[i] = j < 0 ? Number.NaN : values[j]!;
  }
}

/** The truth at the last of `others` on or before each of `days`; undefined before the first. */
export function alignTruths(days: Int32Array, others: Int32Array, truths: Uint8Array, out: Uint8Array): void {
  let j = -1;
  for (let i = 0; i < days.length; i++) {
    while (j + 1 < others.length && others[j + 1]! <= days[i]!) j++;
    out[i] = j < 0 ? UNDEFINED : truths[j]!;
  }
}

/** table[day - first]: the place of the last of `days` on or before a day; beyond the table it is the last of all. */
export function lastBarByDay(days: Int32Array): { first: number; table: Int32Array } {
  const first = days[0]!;
  const table = new Int32Array(days[days.length - 1]! - first + 1);
  for (let i = 0; i < days.length; i++) {
    table.fill(i, days[i]! - first, i + 1 < days.length ? days[i + 1]! - first : table.length);
  }
  return { first, table };
}
