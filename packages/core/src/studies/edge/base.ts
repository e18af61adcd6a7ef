// What happened after any bar, rule or not: the base rate that a signal is held against.

import { ratio } from '../../statistics/moments.ts';
import type { OutcomesAsked } from './asked.ts';
import type { Scene } from './scene.ts';

/** Of all member bars, one horizon after them. */
export interface Base {
  readonly n: number;
  /** share above 0 */
  readonly wins: number;
  readonly mean: number;
  /** of each day of the scene: how many outcomes, their sum and their mean */
  readonly counts: Int32Array;
  readonly sums: Float64Array;
  readonly means: Float64Array;
}

/** One base a horizon. @param sign 1 as longs, -1 as shorts */
export function basesOf(scene: Scene, { horizons, cost }: OutcomesAsked, sign: 1 | -1): Base[] {
  return horizons.map((h) => baseOf(scene, h, cost / 10_000, sign));
}

/** The outcomes of {@link outcomesInto}, summed where they arise: there is one for every bar of the market. */
function baseOf({ actors, days }: Scene, h: number, charge: number, sign: 1 | -1): Base {
  const counts = new Int32Array(days.length);
  const sums = new Float64Array(days.length);
  let wins = 0;
  for (const { members, place, price, close, count, hasEnded } of actors) {
    const last = count - 1;
    const end = hasEnded ? close[last]! : Number.NaN;
    for (let k = 0; k < members.length; k++) {
      const i = members[k]!;
      const r = sign * ((i + h <= last ? close[i + h]! : end) / price[i]! - 1) - charge;
      if (r !== r) continue;
      const d = place[i]!;
      counts[d]!++;
      sums[d]! += r;
      // Added without a branch, which half of the outcomes would take.
      wins += +(r > 0);
    }
  }
  const n = counts.reduce((all, day) => all + day, 0);
  return {
    n,
    wins: ratio(wins, n),
    mean: ratio(
      sums.reduce((all, day) => all + day, 0),
      n,
    ),
    counts,
    sums,
    means: sums.map((total, d) => total / counts[d]!),
  };
}
