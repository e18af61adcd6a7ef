// Breakouts: bars on which a value is beyond the extreme of the N bars before, found without writing the extremes down.

import { scratch } from '../measures/scratch.ts';
import { greater, TRUE } from './truth.ts';

/**
 * Writes the places where a[i] is above the largest of x[i - lag - window + 1 .. i - lag] into `out`; returns how many. No
 * value of x may be undefined. Running extremes as in rollingExtreme, compared as they come.
 */
export function placesAboveHighest(
  a: Float64Array,
  x: Float64Array,
  window: number,
  lag: number,
  out: Int32Array,
): number {
  const fromBack = scratch(7, window + 1).fill(-Infinity);
  const size = a.length - lag;
  let n = 0;
  for (let block = 0; block < size; block += window) {
    const stop = Math.min(block + window, size);
    let front = -Infinity;
    for (let i = block; i < stop; i++) {
      if (x[i]! > front) front = x[i]!;
      const back = fromBack[i - block + 1]!;
      const top = back > front ? back : front;
      if (a[i + lag]! > top && i >= window - 1 && greater(a[i + lag]!, top) === TRUE) out[n++] = i + lag;
    }
    let back = -Infinity;
    for (let i = stop - 1; i >= block; i--) {
      if (x[i]! > back) back = x[i]!;
      fromBack[i - block] = back;
    }
  }
  return n;
}

/** As {@link placesAboveHighest}, mirrored: where a[i] is below the smallest. */
export function placesBelowLowest(
  a: Float64Array,
  x: Float64Array,
  window: number,
  lag: number,
  out: Int32Array,
): number {
  const fromBack = scratch(7, window + 1).fill(Infinity);
  const size = a.length - lag;
  let n = 0;
  for (let block = 0; block < size; block += window) {
    const stop = Math.min(block + window, size);
    let front = Infinity;
    for (let i = block; i < stop; i++) {
      if (x[i]! < front) front = x[i]!;
      const back = fromBack[i - block + 1]!;
      const bottom = back < front ? back : front;
      if (a[i + lag]! < bottom && i >= window - 1 && greater(bottom, a[i + lag]!) === TRUE)
        out[n++] = i + lag;
    }
    let back = Infinity;
    for (let i = stop - 1; i >= block; i--) {
      if (x[i]! < back) back = x[i]!;
      fromBack[i - block] = back;
    }
  }
  return n;
}
