// Whether the best of many beats the benchmark by more than luck gives the best of as many.

import { log } from '../../numeric/portable.ts';
import { createRandom } from '../../numeric/random.ts';

const SAMPLES = 1000;
const BLOCK = 20;

/** Columns worked on at once: their sums of one day stand side by side. */
const AT_ONCE = 256;

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
  const blocks = drawnBlocks(n, seed);
  const best = new Float64Array(SAMPLES).fill(-Infinity);
  let seen = -Infinity;
  for (let first = 0; first < columns.length; first += AT_ONCE) {
    const some = columns.slice(first, first + AT_ONCE);
    const running = runningSums(some, benchmark);
    const total = running.subarray(n * some.length);
    for (const sum of total) seen = Math.max(seen, sum);
    blocks.forEach((sample, s) => {
      best[s] = Math.max(best[s]!, bestOf(sample, running, total, n));
    });
  }
  // Sums are means times n on both sides.
  return best.filter((sum) => sum >= seen).length / SAMPLES;
}

/** The blocks of each sample: where they begin and how long they are, in turn. */
function drawnBlocks(n: number, seed: number): Int32Array[] {
  const next = createRandom(seed);
  const uniform = (): number => next() / 4294967296;
  return Array.from({ length: SAMPLES }, () => {
    const blocks: number[] = [];
    for (let drawn = 0; drawn < n; ) {
      const at = Math.floor(uniform() * n);
      // Every next day ends a block with chance 1/20: its length is geometric, and drawn by inversion.
      const drawnOn = 1 + Math.floor(log(1 - uniform()) / log(1 - 1 / BLOCK));
      const length = Math.min(drawnOn, n - drawn);
      blocks.push(at, length);
      drawn += length;
    }
    return Int32Array.from(blocks);
  });
}

/** Sums of each column's excess over the benchmark up to each day, from 0: all columns of a day side by side. */
function runningSums(columns: readonly Float64Array[], benchmark: Float64Array): Float64Array {
  const count = columns.length;
  const sums = new Float64Array((benchmark.length + 1) * count);
  columns.forEach((column, k) => {
    let sum = 0;
    for (let i = 0; i < benchmark.length; i++) {
      sum += column[i]! - benchmark[i]!;
      sums[(i + 1) * count + k] = sum;
    }
  });
  return sums;
}

/** The largest sum of a sample less the sum seen, over the columns; the end of the days is joined to their beginning. */
function bestOf(blocks: Int32Array, running: Float64Array, total: Float64Array, n: number): number {
  const count = total.length;
  const sums = new Float64Array(count);
  for (let b = 0; b < blocks.length; b += 2) {
    const at = blocks[b]! * count;
    const end = blocks[b]! + blocks[b + 1]!;
    if (end <= n) {
      for (let k = 0; k < count; k++) sums[k]! += running[end * count + k]! - running[at + k]!;
    } else {
      const rest = (end - n) * count;
      for (let k = 0; k < count; k++) sums[k]! += total[k]! - running[at + k]! + running[rest + k]!;
    }
  }
  let best = -Infinity;
  for (let k = 0; k < count; k++) best = Math.max(best, sums[k]! - total[k]!);
  return best;
}
