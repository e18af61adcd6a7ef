// Separate buckets of money, each scaled by its part's curve and brought back to its weight at reviews (docs/blends.md, Apart).

import { monthOf, yearOf } from '../days/day.ts';
import { periodEnds } from '../days/period-ends.ts';
import { deviation } from '../statistics/moments.ts';
import type { Review, Weights } from './blend.ts';

/** A part as the buckets read it: its curve on the blend's days. */
export interface Bucket {
  readonly value: Float64Array;
  /** percent; the shares' proportions count */
  readonly share: number;
  /** cash keeps its share where weights follow volatility */
  readonly isCash: boolean;
}

export interface BucketSettings {
  readonly weights: Weights;
  readonly review: Review;
  /** basis points of the money moved */
  readonly moveCost: number;
  readonly capital: number;
}

export interface Buckets {
  /** the money in each bucket at each mark, after the day's review */
  readonly money: readonly Float64Array[];
  readonly equity: Float64Array;
  /** what each bucket has earned until each mark; less the cost of moving the last ones add up to the profit */
  readonly earned: readonly Float64Array[];
  readonly moveCosts: number;
  /** 1 on the days on which money was moved */
  readonly reviewed: Uint8Array;
}

/** The weights a blend begins with: fractions that add up to 1. */
export function firstWeights(buckets: readonly Pick<Bucket, 'share'>[], weights: Weights): Float64Array {
  if (weights === 'equal') return new Float64Array(buckets.length).fill(1 / buckets.length);
  let sum = 0;
  for (const { share } of buckets) sum += share;
  return Float64Array.from(buckets, ({ share }) => share / sum);
}

/** Runs the buckets over the blend's days; every curve has one value a day. */
export function runBuckets(days: Int32Array, buckets: readonly Bucket[], settings: BucketSettings): Buckets {
  const { capital, moveCost } = settings;
  const size = days.length;
  const weights = firstWeights(buckets, settings.weights);
  const money = buckets.map(() => new Float64Array(size));
  const equity = new Float64Array(size);
  const earned = buckets.map(() => new Float64Array(size));
  const reviewed = new Uint8Array(size);
  const isReview = reviewRule(days, settings.review);
  let moveCosts = 0;
  for (let t = 0; t < size; t++) {
    let sum = 0;
    for (let k = 0; k < buckets.length; k++) {
      const column = money[k]!;
      if (t === 0) column[0] = weights[k]! * capital;
      else {
        const { value } = buckets[k]!;
        const growth = value[t]! / value[t - 1]!;
        earned[k]![t] = earned[k]![t - 1]! + column[t - 1]! * (growth - 1);
        column[t] = column[t - 1]! * growth;
      }
      sum += column[t]!;
    }
    equity[t] = sum;
    if (t === 0 || !isReview(t, money, sum, weights)) continue;
    reviewed[t] = 1;
    followVolatility(buckets, settings.weights, t, weights);
    let moved = 0;
    for (let k = 0; k < buckets.length; k++) moved += Math.abs(weights[k]! * sum - money[k]![t]!) / 2;
    const cost = (moved * moveCost) / 10_000;
    moveCosts += cost;
    let after = 0;
    for (let k = 0; k < buckets.length; k++) {
      money[k]![t] = weights[k]! * sum * (1 - cost / sum);
      after += money[k]![t]!;
    }
    equity[t] = after;
  }
  return { money, equity, earned, moveCosts, reviewed };
}

type IsReview = (t: number, money: readonly Float64Array[], equity: number, weights: Float64Array) => boolean;

function reviewRule(days: Int32Array, review: Review): IsReview {
  if (review === 'never') return () => false;
  if (typeof review === 'object') {
    const most = review.drift / 100;
    return (t, money, equity, weights) =>
      money.some((column, k) => Math.abs(column[t]! / equity - weights[k]!) > most);
  }
  const ends = endsOf(days, review);
  return (t) => ends[t] === 1;
}

type Calendar = Exclude<Review, 'never' | object>;

/** Days never change: which of them end a period is worked out once, however often shares are turned on them. */
const known = new WeakMap<Int32Array, Partial<Record<Calendar, Uint8Array>>>();

function endsOf(days: Int32Array, review: Calendar): Uint8Array {
  const its = known.get(days) ?? {};
  const ends = its[review] ?? periodEnds(days, PERIODS[review]);
  known.set(days, { ...its, [review]: ends });
  return ends;
}

const PERIODS = {
  'month-end': monthOf,
  'quarter-end': (day: number): number => Math.floor(monthOf(day) / 3),
  'year-end': yearOf,
} as const;

/**
 * Weights in force from this review on: w_k = (1 / s_k) / sum(1 / s_j), s_k the sample deviation of the part's last N daily
 * returns. They stay as they were where a deviation is undefined or 0; cash stands outside, the others divide what it leaves.
 */
function followVolatility(buckets: readonly Bucket[], rule: Weights, t: number, weights: Float64Array): void {
  if (typeof rule === 'string' || t < rule.inverseVolatility) return;
  const inverse = buckets.map(({ value, isCash }) =>
    isCash ? 0 : 1 / deviation(lastReturns(value, t, rule.inverseVolatility)),
  );
  let sum = 0;
  let left = 1;
  for (const [k, x] of inverse.entries()) {
    if (!Number.isFinite(x)) return;
    sum += x;
    if (buckets[k]!.isCash) left -= weights[k]!;
  }
  for (const [k, x] of inverse.entries()) if (!buckets[k]!.isCash) weights[k] = (left * x) / sum;
}

function lastReturns(value: Float64Array, t: number, count: number): Float64Array {
  const returns = new Float64Array(count);
  for (let n = 0; n < count; n++) {
    const at = t - count + 1 + n;
    returns[n] = value[at]! / value[at - 1]! - 1;
  }
  return returns;
}
