/**
 * The line of a value that holds from its place to the next, as an SVG path: it turns where the value does and nowhere else, so a
 * value that seldom changes is a short path however many places there are.
 * @param x of place `k`
 * @param y of a value
 */
export function stepPath(
  values: ArrayLike<number>,
  x: (k: number) => number,
  y: (value: number) => number,
): string {
  let path = '';
  let before: number | undefined;
  for (let k = 0; k < values.length; k++) {
    const value = values[k];
    if (value === undefined || value === before) continue;
    path += before === undefined ? `M${written(x(k))} ` : `H${written(x(k))}V`;
    path += written(y(value));
    before = value;
  }
  return before === undefined ? '' : `${path}H${written(x(values.length - 1))}`;
}

const written = (place: number): string => String(Math.round(place * 10) / 10);
