// A few quantiles of many values, without sorting all of them.

/**
 * The values below which the given shares lie, linearly between neighbours as `quantile` has them; NaN of nothing. The values are put in
 * another order. Source: Hoare (1961), Algorithm 65: Find.
 * @param shares rising, 0 to 1
 */
export function orderStatistics(values: Float64Array, shares: readonly number[]): number[] {
  const last = values.length - 1;
  if (last < 0) return shares.map(() => Number.NaN);
  let from = 0;
  return shares.map((share) => {
    const place = share * last;
    const below = Math.floor(place);
    select(values, below, from, last);
    from = below;
    const low = values[below]!;
    if (below === last) return low;
    let high = Infinity;
    for (let k = below + 1; k <= last; k++) high = Math.min(high, values[k]!);
    return low + (place - below) * (high - low);
  });
}

/** Puts the value of rank `k` at its place, smaller ones before and larger ones behind it. */
function select(x: Float64Array, k: number, first: number, end: number): void {
  let left = first;
  let right = end;
  while (left < right) {
    const pivot = middleOf(x[left]!, x[(left + right) >> 1]!, x[right]!);
    let i = left;
    let j = right;
    while (i <= j) {
      while (x[i]! < pivot) i++;
      while (x[j]! > pivot) j--;
      if (i > j) break;
      const swapped = x[i]!;
      x[i++] = x[j]!;
      x[j--] = swapped;
    }
    if (k <= j) right = j;
    else if (k >= i) left = i;
    else return;
  }
}

const middleOf = (a: number, b: number, c: number): number =>
  Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
