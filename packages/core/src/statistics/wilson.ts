// How far a share can be trusted.

/** Of the normal distribution: 95 % lie within so many deviations. */
const Z = 1.959963984540054;

/**
 * The 95 % interval of a share of `n`, which holds for few as well and stays within 0 and 1; undefined of none.
 * Source: Wilson, "Probable inference, the law of succession, and statistical inference" (1927).
 */
export function wilsonInterval(share: number, n: number): readonly [low: number, high: number] | undefined {
  if (!(n > 0)) return undefined;
  const weight = (Z * Z) / n;
  const middle = share + weight / 2;
  const wide = Z * Math.sqrt((share * (1 - share)) / n + weight / (4 * n));
  // Rounding alone would put the end of a share of 0 or 1 beside it.
  return [
    Math.max(0, Math.min(share, (middle - wide) / (1 + weight))),
    Math.min(1, Math.max(share, (middle + wide) / (1 + weight))),
  ];
}
