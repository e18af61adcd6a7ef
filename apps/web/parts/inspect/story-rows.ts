// The bars around a trade as its chart draws them.

import { at, type TradeStory } from '@plateau/core';

/** One bar; `place` counts bars, so that weekends leave no holes. */
export interface StoryRow {
  readonly place: number;
  readonly day: number;
  readonly open: number;
  readonly high: number;
  readonly low: number;
  readonly close: number;
  readonly change: number;
  readonly range: readonly [number, number];
  /** the measures the rules name, in their order */
  readonly lines: readonly number[];
  /** undefined where there is none, so that no line is drawn */
  readonly stop: number | undefined;
  readonly target: number | undefined;
}

export function storyRows({ bars, lines, stop, target }: TradeStory): StoryRow[] {
  const known = (value: number | undefined): number | undefined =>
    value === undefined || Number.isNaN(value) ? undefined : value;
  return Array.from(bars.day, (day, place) => {
    const [high, low, close] = [at(bars.high, place), at(bars.low, place), at(bars.close, place)];
    return {
      place,
      day,
      open: at(bars.open, place),
      high,
      low,
      close,
      change: place > 0 ? close - (bars.close[place - 1] ?? close) : 0,
      range: [low, high] as const,
      lines: lines.map(({ values }) => values[place] ?? Number.NaN),
      stop: known(stop[place]),
      target: known(target[place]),
    };
  });
}
