// One signal and one horizon looked at closely: by year, by instrument, by a gauge, on the way, and how it is spread.

import { yearOf } from '../../days/day.ts';
import type { Evaluator } from '../../evaluation/evaluate.ts';
import { valuesAt } from '../../evaluation/select.ts';
import type { Node } from '../../language/tree.ts';
import { type Distribution, distributionOf, quantile } from '../../statistics/distribution.ts';
import { deviation, mean, ratio } from '../../statistics/moments.ts';
import type { SignalAsked } from './asked.ts';
import type { Events } from './events.ts';
import { outcomesOf } from './rows.ts';
import type { Scene } from './scene.ts';

/** The outcomes of some of the events. */
export interface EdgeGroup {
  readonly n: number;
  /** share above 0 */
  readonly wins: number;
  readonly mean: number;
}

export interface EdgeDetail {
  readonly years: readonly (EdgeGroup & { readonly year: number })[];
  readonly instruments: readonly (EdgeGroup & { readonly symbol: string })[];
  /** the events in thirds by the gauge's value on their day, and that value's range; undefined without a gauge */
  readonly terciles: readonly (EdgeGroup & { readonly from: number; readonly to: number })[] | undefined;
  /** mean close over the event's close less 1, from 10 bars before it to the longest horizon after, and its standard error */
  readonly path: readonly {
    readonly bar: number;
    readonly n: number;
    readonly mean: number;
    readonly error: number;
  }[];
  readonly spread: Distribution;
}

const BEFORE = 10;

/** @param gauge a value, checked, or undefined */
export function detailOf(
  evaluator: Evaluator,
  { days }: Scene,
  events: readonly Events[],
  asked: SignalAsked,
  horizon: number,
  gauge: Node | undefined,
): EdgeDetail {
  const outcomes = outcomesOf(events, asked, horizon);
  const years = new Map<number, number[]>();
  const instruments = new Map<string, number[]>();
  const gauged: { value: number; outcome: number }[] = [];
  let k = 0;
  for (const { actor, bars } of events) {
    const values = gauge && valuesAt(evaluator, gauge, actor.instrument, bars);
    for (let b = 0; b < bars.length; b++, k++) {
      const outcome = outcomes[k]!;
      if (Number.isNaN(outcome)) continue;
      add(years, yearOf(days[actor.place[bars[b]!]!]!), outcome);
      add(instruments, actor.symbol, outcome);
      const value = typeof values === 'number' ? values : (values?.[b] ?? Number.NaN);
      if (!Number.isNaN(value)) gauged.push({ value, outcome });
    }
  }
  const known = outcomes.filter((outcome) => !Number.isNaN(outcome));
  return {
    years: [...years].sort(([a], [b]) => a - b).map(([year, group]) => ({ year, ...groupOf(group) })),
    instruments: [...instruments].map(([symbol, group]) => ({ symbol, ...groupOf(group) })),
    terciles: gauge && tercilesOf(gauged),
    path: pathOf(events, asked),
    spread: distributionOf([...known]),
  };
}

function add<K>(groups: Map<K, number[]>, key: K, outcome: number): void {
  const group = groups.get(key);
  if (group) group.push(outcome);
  else groups.set(key, [outcome]);
}

const groupOf = (outcomes: readonly number[]): EdgeGroup => ({
  n: outcomes.length,
  wins: ratio(outcomes.filter((outcome) => outcome > 0).length, outcomes.length),
  mean: mean(outcomes),
});

function tercilesOf(
  gauged: readonly { readonly value: number; readonly outcome: number }[],
): EdgeDetail['terciles'] {
  const sorted = Float64Array.from(gauged, ({ value }) => value).sort();
  const edges = [0, 1 / 3, 2 / 3, 1].map((share) => quantile(sorted, share));
  return [0, 1, 2].map((third) => {
    const [from, to] = [edges[third]!, edges[third + 1]!];
    // A value on an edge belongs to the third below it.
    const inside = gauged.filter(({ value }) => value <= to && (third === 0 || value > from));
    return { from, to, ...groupOf(inside.map(({ outcome }) => outcome)) };
  });
}

function pathOf(events: readonly Events[], { horizons, side }: SignalAsked): EdgeDetail['path'] {
  const sign = side === 'long' ? 1 : -1;
  const longest = horizons[horizons.length - 1] ?? 0;
  return Array.from({ length: BEFORE + longest + 1 }, (_x, k) => {
    const bar = k - BEFORE;
    const values: number[] = [];
    for (const { actor, bars } of events) {
      const { close, count, hasEnded } = actor;
      for (const i of bars) {
        const place = i + bar < count ? i + bar : hasEnded ? count - 1 : -1;
        if (place >= 0) values.push(sign * (close[place]! / close[i]! - 1));
      }
    }
    return { bar, n: values.length, mean: mean(values), error: deviation(values) / Math.sqrt(values.length) };
  });
}
