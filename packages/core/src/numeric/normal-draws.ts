// Normally distributed numbers from a seeded stream.

import { log } from './portable.ts';
import { createRandom } from './random.ts';

/** Draws of mean 0 and deviation 1. Source: Marsaglia and Bray (1964), the polar method. */
export function normalDraws(seed: number): () => number {
  const next = createRandom(seed);
  const uniform = (): number => next() / 2147483648 - 1;
  let spare = Number.NaN;
  return () => {
    if (!Number.isNaN(spare)) {
      const drawn = spare;
      spare = Number.NaN;
      return drawn;
    }
    let u = 0;
    let v = 0;
    let s = 0;
    do {
      u = uniform();
      v = uniform();
      s = u * u + v * v;
    } while (s >= 1 || s === 0);
    const factor = Math.sqrt((-2 * log(s)) / s);
    spare = v * factor;
    return u * factor;
  };
}
