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
        if (curve[i] < curve[low]) low = i;
        if (curve[i] > curve[high]) high = i;
      }
      keep.add(low);
      keep.add(high);
    }
  }
  return [...keep].sort((a, b) => a - b);
}
