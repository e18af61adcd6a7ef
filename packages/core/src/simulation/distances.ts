// How far a strategy's stops and targets stand from the price now: the median over the instruments of the universe.

import type { Bars } from '../bars/bars.ts';
import { medianOf } from '../statistics/distribution.ts';
import type { SidePlan } from './plan.ts';
import { type EntryLevels, levelsAtEntry } from './protection.ts';

/** Fractions of the price, in the position's favour: a long stop 8% below is -0.08. Undefined for what is not set. */
export interface Distances {
  readonly initial?: number;
  readonly trail?: number;
  readonly target?: number;
}

/** @param latest the last bar of each instrument that counts, as [instrument, bar] */
export function distancesOf(
  bars: readonly Bars[],
  side: SidePlan,
  latest: readonly (readonly [number, number])[],
): Distances {
  const levels = latest.map(([instrument, bar]) => {
    const price = bars[instrument]!.close[bar]!;
    return { price, ...levelsAtEntry(side, price, instrument, bar) };
  });
  const median = (name: keyof EntryLevels): number =>
    medianOf(
      levels
        .map(({ price, [name]: level }) => (level / price - 1) * side.sign)
        .filter((distance) => !Number.isNaN(distance)),
    );
  return {
    ...(side.initial && { initial: median('initialStop') }),
    ...(side.trail && { trail: median('trail') }),
    ...(side.target && { target: median('target') }),
  };
}
