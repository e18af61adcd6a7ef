// What moves every company at once: the market's moods, the sectors, the bill rate.

import type { Noise } from './noise.ts';

/** Daily log returns on the exchange's sessions. */
export interface Factors {
  readonly market: Float64Array;
  readonly sectors: readonly Float64Array[];
  /** 1 in the rough regime, else 0 */
  readonly rough: Uint8Array;
  /** percent a year, two decimals */
  readonly billRate: Float64Array;
}

const CALM = { drift: 0.00056, deviation: 0.0062, stays: 0.9945 };
const ROUGH = { drift: -0.0011, deviation: 0.0175, stays: 0.973 };

export function drawFactors(noise: Noise, days: number, sectorCount: number): Factors {
  const market = new Float64Array(days);
  const rough = new Uint8Array(days);
  const sectors = Array.from({ length: sectorCount }, () => new Float64Array(days));
  const billRate = new Float64Array(days);
  let isRough = false;
  let scale = 1;
  let rate = 2.6;
  let aim = 2.5;
  for (let t = 0; t < days; t++) {
    const regime = isRough ? ROUGH : CALM;
    // Within a regime the scale of moves still drifts, so that quiet and loud weeks cluster.
    scale = scale * 0.97 + 0.03 * (0.7 + 0.6 * noise.uniform()) + 0.012 * noise.normal();
    scale = Math.min(1.6, Math.max(0.6, scale));
    market[t] = regime.drift + regime.deviation * scale * noise.fatTailed();
    rough[t] = isRough ? 1 : 0;
    for (const sector of sectors) sector[t] = (isRough ? 0.0072 : 0.0042) * noise.fatTailed();
    if (noise.uniform() > regime.stays) isRough = !isRough;

    if (noise.uniform() < 0.004) aim = Math.max(0.1, 4.8 * noise.uniform());
    rate += 0.006 * (aim - rate) + 0.012 * noise.normal();
    rate = Math.max(0.05, rate);
    billRate[t] = Math.round(rate * 100) / 100;
  }
  return { market, sectors, rough, billRate };
}
