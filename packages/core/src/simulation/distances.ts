// How far a strategy's stops and targets stand from the price now: the median over the instruments of the universe.

import { medianOf } from '../statistics/distribution.ts';
import type { Plan, SidePlan } from './plan.ts';
import { stopLevel, targetLevel } from './protection.ts';

/** Fractions of the price, in the position's favour: a long stop 8% below is -0.08. Undefined for what is not set. */
export interface Distances {
  readonly initial?: number;
  readonly trail?: number;
  readonly target?: number;
}

/** @param bars the last bar of each instrument that counts, as [instrument, bar] */
export function distancesOf(
  plan: Plan,
  side: SidePlan,
  bars: readonly (readonly [number, number])[],
): Distances {
  const median = (levelAt: (price: number, instrument: number, bar: number) => number): number =>
    medianOf(
      bars.flatMap(([instrument, bar]) => {
        const price = plan.bars[instrument].close[bar];
        const distance = (levelAt(price, instrument, bar) / price - 1) * side.sign;
        return Number.isNaN(distance) ? [] : [distance];
      }),
    );
  const { initial, trail, target, sign } = side;
  return {
    ...(initial && { initial: median((p, k, bar) => stopLevel(initial, p, sign, k, bar)) }),
    ...(trail && { trail: median((p, k, bar) => stopLevel(trail, p, sign, k, bar)) }),
    ...(target && {
      target: median((p, k, bar) => {
        const stop = initial ? stopLevel(initial, p, sign, k, bar) : Number.NaN;
        return targetLevel(side, p, stop, k, bar);
      }),
    }),
  };
}
