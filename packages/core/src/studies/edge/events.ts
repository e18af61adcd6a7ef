// The bars on which a signal is true.

import type { Evaluator } from '../../evaluation/evaluate.ts';
import { barsWhere } from '../../evaluation/select.ts';
import type { Node } from '../../language/tree.ts';
import type { Actor, Scene } from './scene.ts';

/** One instrument's events, rising. */
export interface Events {
  readonly actor: Actor;
  readonly bars: Int32Array;
}

/**
 * @param rule checked, its dials set
 * @param quiet bars after an event on which the same instrument has none
 */
export function eventsOf(evaluator: Evaluator, scene: Scene, rule: Node, quiet: number): Events[] {
  return scene.actors.map((actor) => {
    const bars = inBoth(barsWhere(evaluator, rule, actor.instrument), actor.members);
    return { actor, bars: quiet > 0 ? spaced(bars, quiet) : bars };
  });
}

/** What two rising lists share, written over the first. */
function inBoth(a: Int32Array, b: Int32Array): Int32Array {
  let n = 0;
  let j = 0;
  for (let i = 0; i < a.length; i++) {
    while (j < b.length && b[j]! < a[i]!) j++;
    if (j < b.length && b[j] === a[i]) a[n++] = a[i]!;
  }
  return a.subarray(0, n);
}

/** Those that are more than `quiet` bars after the one kept before. */
function spaced(bars: Int32Array, quiet: number): Int32Array {
  let n = 0;
  let free = -Infinity;
  for (let i = 0; i < bars.length; i++) {
    if (bars[i]! < free) continue;
    bars[n++] = bars[i]!;
    free = bars[i]! + quiet + 1;
  }
  return bars.subarray(0, n);
}
