// The sessions that come after the market's last one.

import { at, type Bars, faultInBar } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { createSkerryMarket, MOST_AHEAD, sessionsAhead } from '../src/index.ts';

const market = createSkerryMarket();
const ahead = sessionsAhead(market);
const barsOf = (symbol: string, count: number): Bars => ahead.bars(symbol, count) as Bars;

describe('sessions ahead', () => {
  it('give every living instrument one bar each, sound, behind what was there', () => {
    for (const { symbol } of market.listings) {
      const before = market.bars.get(symbol) as Bars;
      const after = barsOf(symbol, MOST_AHEAD);
      const isAlive = before.day.at(-1) === market.bars.get('SK60')?.day.at(-1);
      const wanted = !isAlive ? 0 : symbol === ahead.leaving ? 7 : MOST_AHEAD;
      expect(after.day.length - before.day.length, symbol).toBe(wanted);
      for (let i = before.day.length; i < after.day.length; i++) {
        const [open, high, low, close] = [after.open, after.high, after.low, after.close].map((c) =>
          at(c, i),
        );
        expect(faultInBar(open ?? 0, high ?? 0, low ?? 0, close ?? 0, at(after.volume, i))).toBeUndefined();
      }
    }
  });

  it('are the same however far one looks', () => {
    for (const symbol of ['SK60', 'SKALL', 'SWELL', ahead.late]) {
      const [few, many] = [barsOf(symbol, 3), barsOf(symbol, 60)];
      expect(many.close.slice(0, few.close.length)).toEqual(few.close);
    }
  });

  it('split one stock, so that its past is given anew', () => {
    const [before, after] = [barsOf(ahead.split, 3), barsOf(ahead.split, 4)];
    expect(at(after.close, 10)).toBeCloseTo(at(before.close, 10) / 2, 6);
    const { factor = new Float64Array() } = after;
    const last = factor.length - 1;
    expect(at(factor, last) / at(factor, last - 1)).toBe(2);
    const jump = Math.abs(at(after.close, last) / at(after.close, last - 1) - 1);
    expect(jump).toBeLessThan(0.2);
  });

  it('bring one bar a session late, and end one stock with its membership', () => {
    expect(barsOf(ahead.late, 5).day.length).toBe(barsOf(ahead.late, 4).day.length);
    expect(barsOf(ahead.late, 6).day.length).toBe(barsOf(ahead.late, 4).day.length + 2);
    const last = barsOf(ahead.leaving, 30).day.at(-1);
    const [stocks] = ahead.universes(8);
    expect(stocks?.members.find(({ symbol }) => symbol === ahead.leaving)?.to).toBe(last);
    expect(ahead.universes(6)).toBe(market.universes);
  });
});
