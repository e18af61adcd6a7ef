// Whether choosing the best of many finds anything: the probability of backtest overfitting.

import { log } from '../../numeric/portable.ts';
import { mean, ratio, settled } from '../../statistics/moments.ts';
import { pairsOfHalves } from './halves.ts';

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

const BLOCKS = 16;

/**
 * Combinatorially symmetric cross-validation. The rows are cut into equal blocks, the remainder dropped from the start; each choice
 * of half the blocks picks the column with the best Sharpe ratio in them, and asks where that one stands in the others.
 * @param columns daily returns, one column a cell, all as long
 * @param blocks an even number
 * Source: Bailey, Borwein, López de Prado and Zhu (2015), The Probability of Backtest Overfitting.
 */
export function overfitting(columns: readonly Float64Array[], blocks = BLOCKS): Overfitting {
  const sums = blockSums(columns, blocks);
  // Of each choice, in lexicographic order; what a choice leaves over stands as far from the end.
  const first: (Choice | undefined)[] = [];
  const last: (Choice | undefined)[] = [];
  if (sums.length > 0) {
    const a = new Float64Array(columns.length);
    const b = new Float64Array(columns.length);
    for (const [chosen, others] of pairsOfHalves(blocks)) {
      ratiosIn(sums, chosen, a);
      ratiosIn(sums, others, b);
      first.push(choose(a, b));
      last.push(choose(b, a));
    }
  }
  const choices = [...first, ...last.reverse()].filter((choice) => choice !== undefined);
  const logits = Float64Array.from(choices, ({ w }) => log(w / (1 - w)));
  return {
    pbo: ratio(logits.filter((logit) => logit <= 0).length, logits.length),
    meanOutside: mean(choices.map(({ outside }) => outside)),
    slope: slopeOf(choices),
    logits,
  };
}

/** The best inside: its ratios, and its place outside among all, from 0 to 1. */
interface Choice {
  readonly inside: number;
  readonly outside: number;
  readonly w: number;
}

/** Columns without a deviation on either side are left out; undefined when none is left. */
function choose(inside: Float64Array, outside: Float64Array): Choice | undefined {
  const count = inside.length;
  let best = -1;
  let known = 0;
  for (let k = 0; k < count; k++) {
    if (Number.isNaN(inside[k]! + outside[k]!)) continue;
    known++;
    if (best < 0 || inside[k]! > inside[best]!) best = k;
  }
  if (best < 0) return undefined;
  const own = outside[best]!;
  let below = 0;
  let same = 0;
  for (let k = 0; k < count; k++) {
    if (Number.isNaN(inside[k]!)) continue;
    if (outside[k]! < own) below++;
    else if (outside[k] === own) same++;
  }
  return { inside: inside[best]!, outside: own, w: (below + (same + 1) / 2) / (known + 1) };
}

function slopeOf(points: readonly Choice[]): number {
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

/** What each block of rows says of each column by itself, so that any choice of blocks is a few sums. */
interface BlockSums {
  /** rows a block */
  readonly length: number;
  /** block after block: each column's mean, and the squares of its rows less that mean */
  readonly means: Float64Array;
  readonly squares: Float64Array;
}

function blockSums(columns: readonly Float64Array[], blocks: number): BlockSums {
  const rows = columns[0]?.length ?? 0;
  const count = columns.length;
  const length = Math.floor(rows / blocks);
  const start = rows - length * blocks;
  const means = new Float64Array(blocks * count);
  const squares = new Float64Array(blocks * count);
  columns.forEach((column, k) => {
    for (let b = 0; b < blocks; b++) {
      const block = column.subarray(start + b * length, start + (b + 1) * length);
      const m = mean(block);
      let square = 0;
      for (const r of block) square += (r - m) ** 2;
      means[b * count + k] = m;
      squares[b * count + k] = square;
    }
  });
  return { length, means, squares };
}

/**
 * Mean over sample deviation of each column in some blocks; NaN without a deviation. All is made of the blocks' own numbers, so
 * that columns with equal rows there are equal; and of squares about their means, so that no deviation is lost in the
 * difference of large sums. Source: Chan, Golub and LeVeque (1983).
 */
function ratiosIn({ length, means, squares }: BlockSums, blocks: Int32Array, out: Float64Array): void {
  const count = out.length;
  const rows = length * blocks.length;
  for (let k = 0; k < count; k++) {
    let m = 0;
    let square = 0;
    for (let b = 0; b < blocks.length; b++) {
      const place = blocks[b]! * count + k;
      m += means[place]!;
      square += squares[place]!;
    }
    m /= blocks.length;
    let between = 0;
    for (let b = 0; b < blocks.length; b++) between += (means[blocks[b]! * count + k]! - m) ** 2;
    out[k] = ratio(m, settled(Math.sqrt((square + length * between) / (rows - 1))));
  }
}
