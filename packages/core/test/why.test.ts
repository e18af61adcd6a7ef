// Why an instrument was entered on a day, or why not.

import { describe, expect, it } from 'vitest';
import { type Bars, createEngine } from '../src/index.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { barsOf, strategyOf } from './market.ts';

const up = barsOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
const down = barsOf([10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
const market = new Map<string, Bars>([
  ['A', up],
  ['B', down],
]);
const engine = createEngine(market, [{ symbol: 'A' }, { symbol: 'B', to: up.day[4] as number }]);
const strategy = (enter: string, exit = 'never'): Strategy => ({
  ...strategyOf({}),
  limits: { positions: 1, afterMembership: 'hold' },
  long: { enter, exit, rank: { by: 'close', first: 'highest' }, stops: { trigger: 'touch' } },
});
const why = (enter: string, symbol: string, day: number, exit?: string) => {
  const told = engine.inspect({ strategy: strategy(enter, exit), benchmark: 'A' });
  if (told.kind !== 'done') throw new Error('it has problems');
  return told.inspection.why(symbol, day);
};
const day = (k: number): number => up.day[k] as number;

describe('why', () => {
  it('tells each condition of the day with the values it compares', () => {
    const { rules } = why('close > 3 and (close < 2-day average or close is rising)', 'A', day(4));
    expect(rules).toEqual([
      {
        path: 'long.enter',
        conditions: [
          { text: 'close is above 3', depth: 0, truth: true, values: [{ text: 'close', value: 5 }] },
          { text: 'close is below 2-day average or close is rising', depth: 0, truth: true, values: [] },
          {
            text: 'close is below 2-day average',
            depth: 1,
            truth: false,
            values: [
              { text: 'close', value: 5 },
              { text: '2-day average', value: 4.5 },
            ],
          },
          { text: 'close is rising', depth: 1, truth: true, values: [{ text: 'close', value: 5 }] },
        ],
      },
      { path: 'long.exit', conditions: [{ text: 'never', depth: 0, truth: false, values: [] }] },
    ]);
  });

  it('says undefined where a value is, and reads through to another instrument', () => {
    const early = why('close > 5-day average', 'A', day(1)).rules[0]?.conditions[0];
    expect(early?.truth).toBe(undefined);
    const other = why('on B (close < 8)', 'A', day(3)).rules[0]?.conditions[0];
    expect(other).toMatchObject({ truth: true, values: [{ text: 'on B (close)', value: 7 }] });
  });

  it('lists the day’s candidates with their ranks and what became of them', () => {
    const { candidates, member } = why('close > 3', 'B', day(3));
    expect(member).toBe(true);
    // One slot: the higher close took it on the first day; nothing is free for the others.
    expect(candidates).toContainEqual({ part: 0, symbol: 'A', side: 'long', rank: 4, outcome: 'no-slot' });
  });

  it('leaves out what reads a position, tells the end of membership, and takes the bar before a day without one', () => {
    const told = why('close > 0', 'B', day(4) + 1, 'profit > 5%');
    expect(told.rules.map(({ path }) => path)).toEqual(['long.enter']);
    expect(why('close > 0', 'B', day(6)).member).toBe(false);
    const weekend = (k: number) => day(k) + 1;
    expect(why('close > 0', 'A', weekend(4)).day).toBe(day(4));
  });

  it('has nothing to say before the first bar, of an unknown instrument, or of a faulty strategy', () => {
    expect(why('close > 0', 'A', 1).day).toBe(undefined);
    expect(why('close > 0', 'NONE', day(3)).day).toBe(undefined);
    expect(engine.inspect({ strategy: strategy('close >'), benchmark: 'A' }).kind).toBe('problems');
  });
});
