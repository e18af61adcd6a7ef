// Seeded noise from integer arithmetic alone, so that every machine draws the same.

import { createRandom, exp } from '@plateau/core';

export interface Noise {
  /** uniform in [0, 1) */
  uniform(): number;
  /** near to normal: mean 0, deviation 1, the sum of eight uniforms */
  normal(): number;
  /** normal, but one day in fifty several times as large */
  fatTailed(): number;
  /** e^(deviation * normal) */
  spread(deviation: number): number;
  pick<T>(from: readonly T[]): T;
}

// Eight uniforms on 0..65535: mean 8 * 32767.5, variance 8 * (65536^2 - 1) / 12.
const MEAN = 8 * 32767.5;
const DEVIATION = Math.sqrt((8 * (65536 * 65536 - 1)) / 12);

export function createNoise(seed: number): Noise {
  const next = createRandom(seed);
  const uniform = (): number => next() / 4294967296;
  const normal = (): number => {
    let sum = 0;
    for (let k = 0; k < 4; k++) {
      const bits = next();
      sum += (bits & 0xffff) + (bits >>> 16);
    }
    return (sum - MEAN) / DEVIATION;
  };
  return {
    uniform,
    normal,
    fatTailed: () => (uniform() < 0.02 ? 3.6 : 0.88) * normal(),
    spread: (deviation) => exp(deviation * normal()),
    pick: (from) => from[Math.floor(uniform() * from.length)]!,
  };
}
