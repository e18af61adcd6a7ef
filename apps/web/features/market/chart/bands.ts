// Days on which a condition holds, as bands of neighbouring bars.

/** Places of the first and the last bar of each band within a span, both included. */
export function bandsIn(
  holds: Uint8Array,
  first: number,
  last: number,
): readonly (readonly [from: number, to: number])[] {
  const bands: [number, number][] = [];
  for (let i = first; i <= last; i++) {
    if (holds[i] !== 1) continue;
    const band = bands[bands.length - 1];
    if (band && band[1] === i - 1) band[1] = i;
    else bands.push([i, i]);
  }
  return bands;
}
