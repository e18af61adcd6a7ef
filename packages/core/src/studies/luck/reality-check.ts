// Whether the best of many beats the benchmark by more than luck gives the best of as many.

import { createRandom } from '../../numeric/random.ts';

const SAMPLES = 1000;
const BLOCK = 20;

/**
 * The share of stationary-bootstrap samples in which the best column's excess, taken from its mean, is as large as the one
 * seen; NaN without a column or a day. A block's sum is a difference of running sums, so a sample costs a few steps a block.
 * @param columns daily returns, one column a cell
 * @param benchmark daily returns on the same days
 * Source: White (2000), A Reality Check for Data Snooping; Politis and Romano (1994) for the bootstrap.
 */
export function realityCheck(
  columns: readonly Float64Array[],
  benchmark: Float64Array,
  seed: number,
): number {
  const n = benchmark.length;
  if (n === 0 || columns.length === 0) return Number.NaN;
  const running = columns.map((column) => runningSums(column, benchmark));
  const means = running.map((sums) => sums[n]! / n);
  const seen = Math.max(...means);
  const next = createRandom(seed);
  const uniform = (): number => next() / 4294967296;
  const sums = new Float64Array(columns.length);
  let reached = 0;
  for (let s = 0; s < SAMPLES; s++) {
    sums.fill(0);
    let drawn = 0;
    while (drawn < n) {
      const at = Math.floor(uniform() * n);
      // The length of a block whose every next day ends it with chance 1/20.
      let length = 1;
      while (drawn + length < n && uniform() * BLOCK >= 1) length++;
      addBlock(running, at, length, n, sums);
      drawn += length;
    }
    let best = -Infinity;
    for (let k = 0; k < sums.length; k++) best = Math.max(best, sums[k]! / n - means[k]!);
    if (best >= seen) reached++;
  }
  return reached / SAMPLES;
}

/** Sums of the excess over the benchmark up to each day, from 0. */
function runningSums(column: Float64Array, benchmark: Float64Array): Float64Array {
  const sums = new Float64Array(column.length + 1);
  for (let i = 0; i < column.length; i++) sums[i + 1] = sums[i]! + column[i]! - benchmark[i]!;
  return sums;
}

/** Adds the days from `at` on, the end joined to the beginning. */
function addBlock(
  running: readonly Float64Array[],
  at: number,
  length: number,
  n: number,
  sums: Float64Array,
): void {
  const end = at + length;
  for (let k = 0; k < sums.length; k++) {
    const column = running[k]!;
    sums[k]! += end <= n ? column[end]! - column[at]! : column[n]! - column[at]! + column[end - n]!;
  }
}
