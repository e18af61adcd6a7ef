// p values after as many questions as were asked.

/**
 * Holm's correction: the smallest p counts as often as there are questions, the next once less, and none becomes smaller than
 * the one before it. Undefined ones stay so, and are no questions. Source: Holm (1979), A Simple Sequentially Rejective Procedure.
 */
export function holm(p: readonly number[]): number[] {
  const order = [...p.keys()].filter((k) => !Number.isNaN(p[k]!)).sort((a, b) => p[a]! - p[b]!);
  const out = p.map(() => Number.NaN);
  let least = 0;
  order.forEach((k, rank) => {
    least = Math.max(least, Math.min(1, (order.length - rank) * p[k]!));
    out[k] = least;
  });
  return out;
}
