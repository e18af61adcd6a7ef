// How a set of numbers, such as the returns of trades, is spread.

interface Bin {
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

export interface Distribution {
  readonly n: number;
  readonly mean: number;
  readonly median: number;
  /** sample standard deviation, n - 1 */
  readonly deviation: number;
  /** the values below which 5, 25, 75 and 95 percent lie */
  readonly percentiles: readonly [number, number, number, number];
  readonly smallest: number;
  readonly largest: number;
  readonly bins: readonly Bin[];
}

/** The value below which a share of rising `sorted` lies, linearly between neighbours. Source: Hyndman and Fan (1996), type 7. */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  if (sorted.length === 0) return Number.NaN;
  const place = share * (sorted.length - 1);
  const below = Math.floor(place);
  const above = Math.min(below + 1, sorted.length - 1);
  return sorted[below]! + (place - below) * (sorted[above]! - sorted[below]!);
}

/** The middle value, or the mean of the two in the middle; NaN of nothing. */
export function medianOf(values: readonly number[]): number {
  return quantile(Float64Array.from(values).sort(), 0.5);
}

/** A width of 1, 2 or 5 times a power of ten, so that `span` has about `count` bins. */
function roundWidth(span: number, count: number): number {
  const rough = span / count;
  let unit = 1;
  while (unit > rough) unit /= 10;
  while (unit * 10 <= rough) unit *= 10;
  return unit * (rough > 5 * unit ? 10 : rough > 2 * unit ? 5 : rough > unit ? 2 : 1);
}

/** @param count about how many bins; their edges are round numbers and one of them is 0 */
export function distributionOf(values: readonly number[], count = 24): Distribution {
  const sorted = Float64Array.from(values).sort();
  const n = sorted.length;
  const mean = n > 0 ? sorted.reduce((a, b) => a + b, 0) / n : Number.NaN;
  const squares = sorted.reduce((sum, x) => sum + (x - mean) ** 2, 0);
  return {
    n,
    mean,
    median: quantile(sorted, 0.5),
    deviation: n > 1 ? Math.sqrt(squares / (n - 1)) : Number.NaN,
    percentiles: [
      quantile(sorted, 0.05),
      quantile(sorted, 0.25),
      quantile(sorted, 0.75),
      quantile(sorted, 0.95),
    ],
    smallest: n > 0 ? sorted[0]! : Number.NaN,
    largest: n > 0 ? sorted[n - 1]! : Number.NaN,
    bins: binsOf(sorted, count),
  };
}

function binsOf(sorted: Float64Array, count: number): Bin[] {
  const n = sorted.length;
  if (n === 0) return [];
  const width = roundWidth(Math.max(sorted[n - 1]! - sorted[0]!, 1e-9), count);
  const first = Math.floor(sorted[0]! / width);
  const last = Math.floor(sorted[n - 1]! / width);
  const counts = new Int32Array(last - first + 1);
  for (const x of sorted) counts[Math.floor(x / width) - first]!++;
  return Array.from(counts, (c, k) => ({ from: (first + k) * width, to: (first + k + 1) * width, count: c }));
}
