// Working columns that kernels share: a kernel fills one, reads it and is done with it before any other kernel runs.

const columns: Float64Array[] = [];

/** A column of the given length with whatever it held before; `slot` tells a kernel's several columns apart. */
export function scratch(slot: number, length: number): Float64Array {
  if ((columns[slot]?.length ?? 0) < length) columns[slot] = new Float64Array(length);
  return columns[slot]!.subarray(0, length);
}
