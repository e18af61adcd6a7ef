// Which points of long curves to draw when there are fewer pixels than days.

/**
 * Places in [first, last] that keep every curve's lowest and highest point of each of `buckets` equal stretches, and both
 * ends; rising, without doubles. With no more points than buckets it is all of them.
 */
export function reduceCurves(
  curves: readonly Float64Array[],
  first: number,
  last: number,
  buckets: number,
): number[] {
  const size = last - first + 1;
  const all = Array.from({ length: Math.max(0, size) }, (_x, k) => first + k);
  if (size <= buckets) return all;
  const keep = new Set<number>([first, last]);
  for (let b = 0; b < buckets; b++) {
    const from = first + Math.floor((b * size) / buckets);
    const to = first + Math.floor(((b + 1) * size) / buckets);
    for (const curve of curves) {
      let low = from;
      let high = from;
      for (let i = from + 1; i < to; i++) {
        if (curve[i]! < curve[low]!) low = i;
        if (curve[i]! > curve[high]!) high = i;
      }
      keep.add(low);
      keep.add(high);
    }
  }
  return [...keep].sort((a, b) => a - b);
}

/** Means of curves over stretches of their days; one value a stretch and curve. */
export interface Stretches {
  /** the place of each stretch's last day */
  readonly end: Int32Array;
  readonly means: readonly Float64Array[];
}

/** The means of curves over `buckets` equal stretches of [first, last], or over each day where there are fewer. */
export function meansOver(
  curves: readonly Float64Array[],
  first: number,
  last: number,
  buckets: number,
): Stretches {
  const size = Math.max(0, last - first + 1);
  const count = Math.min(size, buckets);
  const edge = (b: number): number => first + Math.floor((b * size) / count);
  const end = Int32Array.from({ length: count }, (_x, b) => edge(b + 1) - 1);
  const means = curves.map((curve) => {
    const out = new Float64Array(count);
    for (let b = 0; b < count; b++) {
      const from = edge(b);
      let sum = 0;
      for (let i = from; i <= end[b]!; i++) sum += curve[i]!;
      out[b] = sum / (end[b]! - from + 1);
    }
    return out;
  });
  return { end, means };
}

/**
 * Places of points to draw where there are more than can be told apart: the first in each cell of a grid over their range,
 * and those furthest out on either axis. Points with an undefined part are left out.
 */
export function thinnedPoints(x: Float64Array, y: Float64Array, columns: number, rows: number): number[] {
  const [minX, maxX] = rangeOf(x);
  const [minY, maxY] = rangeOf(y);
  const cellOf = (value: number, low: number, high: number, cells: number): number =>
    high > low ? Math.min(cells - 1, Math.floor(((value - low) / (high - low)) * cells)) : 0;
  const taken = new Uint8Array(columns * rows);
  const places: number[] = [];
  for (let i = 0; i < x.length; i++) {
    if (Number.isNaN(x[i]) || Number.isNaN(y[i])) continue;
    const cell = cellOf(x[i]!, minX, maxX, columns) * rows + cellOf(y[i]!, minY, maxY, rows);
    const isOutermost = x[i] === minX || x[i] === maxX || y[i] === minY || y[i] === maxY;
    if (taken[cell] === 1 && !isOutermost) continue;
    taken[cell] = 1;
    places.push(i);
  }
  return places;
}

function rangeOf(values: Float64Array): readonly [low: number, high: number] {
  let low = Infinity;
  let high = -Infinity;
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return [low, high];
}
