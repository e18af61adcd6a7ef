// What happened after any bar, rule or not: the base rate that a signal is held against.

import { ratio } from '../../statistics/moments.ts';
import type { OutcomesAsked } from './asked.ts';
import { outcomesInto, type Scene } from './scene.ts';

/** Of all member bars, one horizon after them. */
export interface Base {
  readonly n: number;
  /** share above 0 */
  readonly wins: number;
  readonly mean: number;
  /** of each day of the scene: how many outcomes, and their sum */
  readonly counts: Int32Array;
  readonly sums: Float64Array;
}

/** One base a horizon. @param sign 1 as longs, -1 as shorts */
export function basesOf(scene: Scene, { horizons, entry, cost }: OutcomesAsked, sign: 1 | -1): Base[] {
  const longest = scene.actors.reduce((most, { members }) => Math.max(most, members.length), 0);
  const room = new Float64Array(longest);
  return horizons.map((h) => {
    const counts = new Int32Array(scene.days.length);
    const sums = new Float64Array(scene.days.length);
    let n = 0;
    let wins = 0;
    let sum = 0;
    for (const actor of scene.actors) {
      const { members, place } = actor;
      const outcomes = room.subarray(0, members.length);
      outcomesInto(actor, members, h, entry, outcomes);
      for (let k = 0; k < members.length; k++) {
        const r = sign * outcomes[k]! - cost / 10_000;
        if (r !== r) continue;
        const p = place[members[k]!]!;
        n++;
        if (r > 0) wins++;
        sum += r;
        counts[p]!++;
        sums[p]! += r;
      }
    }
    return { n, wins: ratio(wins, n), mean: ratio(sum, n), counts, sums };
  });
}
