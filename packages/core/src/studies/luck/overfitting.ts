// Whether choosing the best of many finds anything: the probability of backtest overfitting.

import { log } from '../../numeric/portable.ts';
import { mean, ratio, settled } from '../../statistics/moments.ts';

export interface Overfitting {
  /** the share of choices in which the best inside is no better than the middle outside */
  readonly pbo: number;
  /** mean Sharpe ratio, a day, that the best inside has outside */
  readonly meanOutside: number;
  /** of the best's ratio outside on its ratio inside, by least squares */
  readonly slope: number;
  /** one a choice that had a best, in lexicographic order of the blocks chosen */
  readonly logits: Float64Array;
}

export const BLOCKS = 16;

/** What one block of rows says of one column: sums that can be put together for any choice of blocks. */
interface BlockSums {
  /** rows a block */
  readonly length: number;
  /** block-major */
  readonly means: Float64Array;
  readonly squares: Float64Array;
}

/**
 * Combinatorially symmetric cross-validation. The rows are cut into equal blocks, the remainder dropped from the start; each choice
 * of half the blocks picks the column with the best Sharpe ratio in them, and asks where that one stands in the others.
 * @param columns daily returns, one column a cell, all as long
 * Source: Bailey, Borwein, López de Prado and Zhu (2015), The Probability of Backtest Overfitting.
 */
export function overfitting(columns: readonly Float64Array[], blocks = BLOCKS): Overfitting {
  const sums = blockSums(columns, blocks);
  const count = columns.length;
  const inside = new Float64Array(count);
  const outside = new Float64Array(count);
  const logits: number[] = [];
  const best: { inside: number; outside: number }[] = [];
  if (sums.length > 0) {
    eachHalf(blocks, (chosen, others) => {
      ratiosIn(sums, count, chosen, inside);
      ratiosIn(sums, count, others, outside);
      let top = -1;
      let known = 0;
      for (let k = 0; k < count; k++) {
        if (Number.isNaN(inside[k]! + outside[k]!)) continue;
        known++;
        if (top < 0 || inside[k]! > inside[top]!) top = k;
      }
      if (top < 0) return;
      let below = 0;
      let same = 0;
      for (let k = 0; k < count; k++) {
        if (Number.isNaN(inside[k]! + outside[k]!)) continue;
        if (outside[k]! < outside[top]!) below++;
        else if (outside[k] === outside[top]) same++;
      }
      const w = (below + (same + 1) / 2) / (known + 1);
      logits.push(log(w / (1 - w)));
      best.push({ inside: inside[top]!, outside: outside[top]! });
    });
  }
  return {
    pbo: ratio(logits.filter((logit) => logit <= 0).length, logits.length),
    meanOutside: mean(best.map((one) => one.outside)),
    slope: slopeOf(best),
    logits: Float64Array.from(logits),
  };
}

function slopeOf(points: readonly { inside: number; outside: number }[]): number {
  const meanX = mean(points.map(({ inside }) => inside));
  const meanY = mean(points.map(({ outside }) => outside));
  let xy = 0;
  let xx = 0;
  for (const { inside, outside } of points) {
    xy += (inside - meanX) * (outside - meanY);
    xx += (inside - meanX) ** 2;
  }
  return ratio(xy, xx);
}

function blockSums(columns: readonly Float64Array[], blocks: number): BlockSums {
  const rows = columns[0]?.length ?? 0;
  const length = Math.floor(rows / blocks);
  const first = rows - length * blocks;
  const means = new Float64Array(blocks * columns.length);
  const squares = new Float64Array(blocks * columns.length);
  columns.forEach((column, k) => {
    for (let b = 0; b < blocks; b++) {
      const from = first + b * length;
      let sum = 0;
      for (let i = 0; i < length; i++) sum += column[from + i]!;
      const m = length > 0 ? sum / length : 0;
      let square = 0;
      for (let i = 0; i < length; i++) square += (column[from + i]! - m) ** 2;
      means[b * columns.length + k] = m;
      squares[b * columns.length + k] = square;
    }
  });
  return { length, means, squares };
}

/**
 * Mean over sample deviation of each column in some blocks; NaN without a deviation. Deviations are put together from those of
 * the blocks, so that none is lost in the difference of large sums. Source: Chan, Golub and LeVeque (1983).
 */
function ratiosIn(
  { length, means, squares }: BlockSums,
  count: number,
  blocks: Int32Array,
  out: Float64Array,
): void {
  const rows = length * blocks.length;
  for (let k = 0; k < count; k++) {
    let sum = 0;
    for (let b = 0; b < blocks.length; b++) sum += means[blocks[b]! * count + k]!;
    const m = sum / blocks.length;
    let square = 0;
    for (let b = 0; b < blocks.length; b++) {
      const place = blocks[b]! * count + k;
      const off = means[place]! - m;
      square += squares[place]! + length * off * off;
    }
    out[k] = ratio(m, settled(Math.sqrt(square / (rows - 1))));
  }
}

/** Every choice of half of the blocks, in lexicographic order, with those left over. */
function eachHalf(blocks: number, use: (chosen: Int32Array, others: Int32Array) => void): void {
  const half = blocks / 2;
  const chosen = Int32Array.from({ length: half }, (_x, k) => k);
  const others = new Int32Array(half);
  for (;;) {
    let c = 0;
    let o = 0;
    for (let b = 0; b < blocks; b++) {
      if (c < half && chosen[c] === b) c++;
      else others[o++] = b;
    }
    use(chosen, others);
    let k = half - 1;
    while (k >= 0 && chosen[k] === blocks - half + k) k--;
    if (k < 0) return;
    chosen[k]!++;
    for (let j = k + 1; j < half; j++) chosen[j] = chosen[j - 1]! + 1;
  }
}
