// Shares that a trader asks for by a word: equal, by inverse volatility, made to add up to 100 (docs/blends.md).

/** Shares are told in hundredths of a percent. */
const STEPS = 10_000;

/** Of so many parts, in percent; they add up to 100. */
export function equalShares(count: number): number[] {
  return wholeShares(new Array<number>(count).fill(1));
}

/** In the same proportions, adding up to 100. Where all are 0 they become equal. @param shares 0 or more */
export function made100(shares: readonly number[]): number[] {
  return shares.some((share) => share > 0) ? wholeShares(shares) : equalShares(shares.length);
}

/**
 * In proportion to 1 / volatility. A part without one, as cash, keeps its share, and the others divide the rest.
 * @param volatilities of the parts by themselves; undefined, 0 or NaN for one without
 * @param shares as they are, which add up to 100
 */
export function inverseVolatilityShares(
  volatilities: readonly (number | undefined)[],
  shares: readonly number[],
): number[] {
  const inverse = volatilities.map((volatility) =>
    volatility !== undefined && volatility > 0 ? 1 / volatility : 0,
  );
  const sum = inverse.reduce((a, b) => a + b, 0);
  if (sum === 0) return [...shares];
  const kept = shares.reduce((total, share, k) => (inverse[k] === 0 ? total + share : total), 0);
  return wholeShares(
    shares.map((share, k) => (inverse[k] === 0 ? share : ((100 - kept) * (inverse[k] ?? 0)) / sum)),
  );
}

/**
 * One share set, the others making room for it in their proportions, so that all add up to 100.
 * @param share of the part at the place, 0 to 100
 */
export function sharesAround(shares: readonly number[], place: number, share: number): number[] {
  const others = shares.map((other, k) => (k === place ? 0 : other));
  const sum = others.reduce((a, b) => a + b, 0);
  const room = 100 - share;
  return wholeShares(
    shares.map((_share, k) => {
      if (k === place) return share;
      return sum > 0 ? (room * (others[k] ?? 0)) / sum : room / (shares.length - 1);
    }),
  );
}

/** Rounded by the largest remainders, so that they add up to 100 exactly. */
function wholeShares(parts: readonly number[]): number[] {
  const sum = parts.reduce((a, b) => a + b, 0);
  const exact = parts.map((part) => (part / sum) * STEPS);
  const steps = exact.map(Math.floor);
  const left = Math.round(STEPS - steps.reduce((a, b) => a + b, 0));
  const byRemainder = exact
    .map((value, k) => ({ k, remainder: value - Math.floor(value) }))
    .sort((a, b) => b.remainder - a.remainder || a.k - b.k);
  for (const { k } of byRemainder.slice(0, left)) steps[k] = (steps[k] ?? 0) + 1;
  return steps.map((step) => step / (STEPS / 100));
}
