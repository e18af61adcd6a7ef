// Stretches of a column without an undefined value: kernels work on one at a time and need no test inside their loops.

/** The first place at or after `from` that holds a value; the length when there is none. */
export function startOfRun(x: Float64Array, from: number): number {
  let i = from;
  while (i < x.length && x[i] !== x[i]) i++;
  return i;
}

/** Whether every place from `start` on holds a value. Four sums at once, for an undefined value makes its sum undefined. */
function isWhole(x: Float64Array, start: number): boolean {
  const n = x.length;
  let a = 0;
  let b = 0;
  let c = 0;
  let d = 0;
  let i = start;
  for (; i + 3 < n; i += 4) {
    a += x[i]!;
    b += x[i + 1]!;
    c += x[i + 2]!;
    d += x[i + 3]!;
  }
  for (; i < n; i++) a += x[i]!;
  const sum = a + b + c + d;
  return sum === sum;
}

/** The first place after `start` that holds no value; the length when all do. */
function endOfRun(x: Float64Array, start: number): number {
  let i = start;
  while (i < x.length && x[i] === x[i]) i++;
  return i;
}

/**
 * Calls a kernel with each run of defined values that holds a window, its end not included; every column of `outs` is NaN
 * elsewhere. The kernel fills them from start + window - 1 on.
 */
export function overRuns(
  x: Float64Array,
  window: number,
  outs: readonly Float64Array[],
  kernel: (start: number, end: number) => unknown,
): void {
  const begin = startOfRun(x, 0);
  const whole = isWhole(x, begin);
  let done = 0;
  while (done < x.length) {
    const start = startOfRun(x, done);
    const end = whole ? x.length : endOfRun(x, start);
    const first = Math.min(start + window - 1, end);
    for (const out of outs) out.fill(Number.NaN, done, first);
    if (first < end) kernel(start, end);
    done = end;
  }
}
