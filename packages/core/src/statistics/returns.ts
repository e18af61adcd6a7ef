// Returns of a curve, and returns above the risk-free rate.

/** r_i = e_i / e_(i-1) - 1; one shorter than the curve. */
export function returnsOf(equity: Float64Array): Float64Array {
  const out = new Float64Array(Math.max(0, equity.length - 1));
  for (let i = 0; i < out.length; i++) out[i] = equity[i + 1]! / equity[i]! - 1;
  return out;
}

/** f_i: the rate in percent a year at the previous mark, for the calendar days between the two marks. */
export function riskFreeReturns(days: Int32Array, rates: Float64Array): Float64Array {
  const out = new Float64Array(Math.max(0, days.length - 1));
  for (let i = 0; i < out.length; i++) out[i] = ((rates[i]! / 100) * (days[i + 1]! - days[i]!)) / 365;
  return out;
}

export function difference(a: Float64Array, b: Float64Array): Float64Array {
  const out = new Float64Array(a.length);
  for (let i = 0; i < out.length; i++) out[i] = a[i]! - b[i]!;
  return out;
}
