// What a worker is asked of an edge: one signal at one value of its dial.

import type { Day } from '../../days/day.ts';
import { valuesFrom } from '../../strategy/grid.ts';
import { alone } from '../../universes/alone.ts';
import type { EdgeStudy, Signal } from '../study.ts';

/** Which bars are looked at, and what counts as their outcome. */
export interface OutcomesAsked {
  readonly universe: string;
  /** what the word `benchmark` stands for */
  readonly benchmark: string;
  readonly seed: number;
  readonly from?: Day;
  readonly to?: Day;
  /** bars after the event, rising */
  readonly horizons: readonly number[];
  readonly entry: EdgeStudy['entry'];
  /** of a round trip, in basis points */
  readonly cost: number;
}

export interface SignalAsked extends OutcomesAsked {
  readonly name: string;
  readonly rule: string;
  readonly side: Signal['side'];
  /** the swept dial's value; undefined for a signal without a dial */
  readonly value: number | undefined;
  readonly dials: Readonly<Record<string, number>>;
  readonly once: boolean;
  readonly gauge?: string;
}

export function outcomesAsked(study: EdgeStudy): OutcomesAsked {
  const { universe, instrument, benchmark, seed, from, to, horizons, entry, cost } = study;
  return {
    universe: instrument === undefined ? universe : alone(instrument),
    benchmark,
    seed,
    ...(from !== undefined && { from }),
    ...(to !== undefined && { to }),
    horizons,
    entry,
    cost,
  };
}

/** Every signal at every value of its dial, in their order. @throws {RangeError} when a sweep's range is none */
export function signalsAsked(study: EdgeStudy): SignalAsked[] {
  const common = {
    ...outcomesAsked(study),
    once: study.once,
    ...(study.gauge !== undefined && { gauge: study.gauge }),
  };
  return study.signals.flatMap(({ name, rule, side, sweep }): SignalAsked[] => {
    if (!sweep) return [{ ...common, name, rule, side, value: undefined, dials: {} }];
    return valuesFrom(sweep.from, sweep.to, sweep.step).map((value) => ({
      ...common,
      name,
      rule,
      side,
      value,
      dials: { [sweep.dial]: value },
    }));
  });
}
