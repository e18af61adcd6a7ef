// Stretches of a series drawn at random: the places of the stationary bootstrap.

import { createRandom } from '../numeric/random.ts';

/** Draws one resample after another. */
export interface BlockDraws {
  /** Fills `places` with places 0 to n - 1. */
  draw(places: Int32Array): void;
}

/**
 * Each resample is made of stretches of a series of n, each beginning at a random place and going on with chance 1 - 1/block,
 * the end joined to the beginning. Source: Politis and Romano (1994), the stationary bootstrap.
 * @param n at least 1
 */
export function blockDraws(n: number, block: number, seed: number): BlockDraws {
  const next = createRandom(seed);
  const uniform = (): number => next() / 4294967296;
  return {
    draw(places) {
      let at = Math.floor(uniform() * n);
      for (let i = 0; i < places.length; i++) {
        if (i > 0) {
          if (uniform() * block < 1) at = Math.floor(uniform() * n);
          else if (++at === n) at = 0;
        }
        places[i] = at;
      }
    },
  };
}
