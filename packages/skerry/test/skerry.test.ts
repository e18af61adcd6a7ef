// The made-up market is the same everywhere, plausible, and not generous.

import { createHash } from 'node:crypto';
import { at, type Bars, createEngine, faultInBar, type Strategy, yearOf } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { createSkerryMarket, historyCsv } from '../src/index.ts';

const skerry = createSkerryMarket();
const stocks = skerry.listings.filter((l) => l.kind === 'stock');
const barsOf = (symbol: string): Bars => skerry.bars.get(symbol) as Bars;
const returns = (bars: Bars): Float64Array => bars.close.slice(1).map((c, i) => c / at(bars.close, i) - 1);
const mean = (x: ArrayLike<number>): number => Array.from(x).reduce((a, b) => a + b, 0) / x.length;

function correlation(x: ArrayLike<number>, y: ArrayLike<number>): number {
  const [mx, my] = [mean(x), mean(y)];
  let [xx, xy, yy] = [0, 0, 0];
  for (let i = 0; i < x.length; i++) {
    xx += (at(x, i) - mx) ** 2;
    xy += (at(x, i) - mx) * (at(y, i) - my);
    yy += (at(y, i) - my) ** 2;
  }
  return xy / Math.sqrt(xx * yy);
}

describe('the Skerry market', () => {
  it('is the same to the last cent on every machine', () => {
    const hash = createHash('sha256');
    for (const { symbol } of skerry.listings) hash.update(symbol).update(historyCsv(barsOf(symbol)));
    expect(hash.digest('hex')).toBe('114b35da54c204d512f35e0aa0e83d1ae3e365d870ee6a1a891538e6e683f8b3');
  });

  it('has its 140 companies, 30 funds, index and two gauges, from 2005 to 2025', () => {
    const count = (kind: string): number => skerry.listings.filter((l) => l.kind === kind).length;
    expect([count('stock'), count('fund'), count('index'), count('gauge')]).toEqual([140, 30, 1, 2]);
    expect(new Set(skerry.listings.map((l) => l.symbol)).size).toBe(173);
    expect(new Set(stocks.map((l) => l.group)).size).toBe(10);
    const { day } = barsOf('SK60');
    expect([yearOf(at(day, 0)), yearOf(at(day, day.length - 1))]).toEqual([2005, 2025]);
  });

  it('has late listings, failures, takeovers and splits', () => {
    const last = barsOf('SK60').day.at(-1);
    const first = at(barsOf('SK60').day, 0);
    const late = stocks.filter((l) => at(barsOf(l.symbol).day, 0) > first).length;
    const ended = stocks.filter((l) => barsOf(l.symbol).day.at(-1) !== last);
    const failed = ended.filter(
      ({ symbol }) =>
        (barsOf(symbol).close.at(-1) ?? 0) < 0.35 * Math.max(...barsOf(symbol).close.slice(-400)),
    );
    const split = stocks.filter(({ symbol }) => new Set(barsOf(symbol).factor).size > 1).length;
    expect(late).toBeGreaterThan(30);
    expect(ended.length).toBeGreaterThan(12);
    expect(failed.length).toBeGreaterThan(4);
    expect(ended.length - failed.length).toBeGreaterThan(4);
    expect(split).toBeGreaterThan(20);
  });

  it('has only sound bars', () => {
    for (const bars of skerry.bars.values()) {
      for (let i = 0; i < bars.day.length; i++) {
        const fault = faultInBar(
          at(bars.open, i),
          at(bars.high, i),
          at(bars.low, i),
          at(bars.close, i),
          at(bars.volume, i),
        );
        if (fault) throw new Error(fault);
        if (i > 0 && at(bars.day, i) <= at(bars.day, i - 1)) throw new Error('days do not rise');
      }
    }
  });

  it('has an index of about sixty members on every day, with dates', () => {
    const rows = skerry.universes.find((u) => u.id === 'skerry-60')?.members ?? [];
    for (const day of barsOf('SK60').day.filter((_d, i) => i > 0 && i % 50 === 0)) {
      const members = rows.filter((r) => (r.from ?? 0) <= day && (r.to ?? Infinity) >= day);
      expect(members.length).toBeGreaterThanOrEqual(59);
      expect(members.length).toBeLessThanOrEqual(61);
    }
    expect(rows.length).toBeGreaterThan(90);
  });
});

describe('the small market', () => {
  const small = createSkerryMarket('small');
  const { day } = small.bars.get('SK60') as Bars;
  const stocksOf = small.listings.filter(({ kind }) => kind === 'stock').map(({ symbol }) => symbol);
  const daysOf = (symbol: string): Int32Array => small.bars.get(symbol)?.day ?? new Int32Array();

  it('is the same to the last cent on every machine', () => {
    const hash = createHash('sha256');
    for (const [symbol, bars] of small.bars) hash.update(symbol).update(historyCsv(bars));
    expect(hash.digest('hex')).toBe('c800470dc6119df21280f827bfcf2b01cb9bcfa544b126af54d5631383143f9c');
  });

  it('has 24 stocks of all sectors, six funds, the index and the gauges, over eight years', () => {
    const count = (kind: string): number => small.listings.filter((l) => l.kind === kind).length;
    expect([count('stock'), count('fund'), count('index'), count('gauge')]).toEqual([24, 6, 1, 2]);
    expect([yearOf(at(day, 0)), yearOf(at(day, day.length - 1))]).toEqual([2018, 2025]);
    expect(new Set(small.listings.filter((l) => l.kind === 'stock').map((l) => l.group)).size).toBe(10);
  });

  it('has stocks that came, left and were split, and an index whose members change', () => {
    expect(stocksOf.filter((symbol) => at(daysOf(symbol), 0) > at(day, 0)).length).toBeGreaterThan(2);
    expect(stocksOf.filter((symbol) => daysOf(symbol).at(-1) !== day.at(-1)).length).toBeGreaterThan(2);
    expect(
      stocksOf.filter((symbol) => new Set(small.bars.get(symbol)?.factor).size > 1).length,
    ).toBeGreaterThan(2);
    expect(small.universes.find(({ id }) => id === 'skerry-60')?.members.length).toBeGreaterThan(16);
  });
});

describe('it is plausible', () => {
  const index = barsOf('SK60');
  const r = returns(index);
  const sd = Math.sqrt(mean(r.map((x) => (x - mean(r)) ** 2)));

  it('in the index’s volatility (12 to 22% a year), tails (excess kurtosis 2 to 15) and drawdown (25 to 60%)', () => {
    expect(sd * Math.sqrt(252)).toBeGreaterThan(0.12);
    expect(sd * Math.sqrt(252)).toBeLessThan(0.22);
    const kurtosis = mean(r.map((x) => ((x - mean(r)) / sd) ** 4)) - 3;
    expect(kurtosis).toBeGreaterThan(2);
    expect(kurtosis).toBeLessThan(15);
    let peak = 0;
    let worst = 0;
    for (const c of index.close) {
      peak = Math.max(peak, c);
      worst = Math.min(worst, c / peak - 1);
    }
    expect(worst).toBeLessThan(-0.25);
    expect(worst).toBeGreaterThan(-0.6);
  });

  it('in correlations: higher within a sector (0.3 to 0.65) than across (0.15 to 0.5)', () => {
    const whole = stocks.filter((l) => barsOf(l.symbol).day.length === index.day.length).slice(0, 60);
    const series = whole.map((l) => returns(barsOf(l.symbol)));
    const within: number[] = [];
    const across: number[] = [];
    for (let a = 0; a < whole.length; a++) {
      for (let b = a + 1; b < whole.length; b++) {
        (at(whole, a).group === at(whole, b).group ? within : across).push(
          correlation(at(series, a), at(series, b)),
        );
      }
    }
    expect(mean(within)).toBeGreaterThan(0.3);
    expect(mean(within)).toBeLessThan(0.65);
    expect(mean(across)).toBeGreaterThan(0.15);
    expect(mean(across)).toBeLessThan(0.5);
    expect(mean(within)).toBeGreaterThan(mean(across) + 0.05);
  });

  it('in mild momentum over months (0 to 0.12) and mild reversal over days (-0.1 to 0), beside the index', () => {
    const past: number[] = [];
    const next: number[] = [];
    const today: number[] = [];
    const tomorrow: number[] = [];
    for (const { symbol } of stocks) {
      const bars = barsOf(symbol);
      const start = index.day.indexOf(at(bars.day, 0));
      const beyond = (i: number, n: number): number =>
        at(bars.close, i) / at(bars.close, i - n) -
        at(index.close, start + i) / at(index.close, start + i - n);
      for (let i = 130; i + 21 < bars.day.length - 300; i += 21) {
        past.push(beyond(i, 120));
        next.push(beyond(i + 20, 20));
        today.push(beyond(i, 1));
        tomorrow.push(beyond(i + 1, 1));
      }
    }
    expect(correlation(past, next)).toBeGreaterThan(0);
    expect(correlation(past, next)).toBeLessThan(0.12);
    expect(correlation(today, tomorrow)).toBeGreaterThan(-0.1);
    expect(correlation(today, tomorrow)).toBeLessThan(0);
  });
});

describe('it is not generous', () => {
  it('buying the index beats most of a set of simple rules after costs, and some beat it', () => {
    const rules: [enter: string, exit: string][] = [
      ['20-day average crosses above 50-day average', '20-day average crosses below 50-day average'],
      ['close > 200-day average', 'close < 200-day average'],
      ['2-day RSI crosses below 20 and close > 200-day average', '2-day RSI crosses above 50'],
      ['close is the highest of 100 days', 'close is the lowest of 50 days'],
      ['5-day return < -8%', '5-day return > 0'],
      ['14-day RSI crosses above 30', '14-day RSI crosses above 60'],
      ['gaps up', 'close < 10-day average'],
      ['random < 2%', 'random > 95%'],
      ['close < 20-day lower band at 2', 'close > 20-day average'],
      ['close > 200-day average and close is the highest of 60 days', 'close is the lowest of 30 days'],
    ];
    const engine = createEngine(skerry.bars, at(skerry.universes, 0).members);
    const beaten = rules.filter(([enter, exit]) => {
      const strategy: Strategy = {
        name: '',
        notes: '',
        bars: 'day',
        dials: {},
        long: { enter, exit, rank: { by: '120-day return', first: 'highest' }, stops: { trigger: 'touch' } },
        size: { method: 'equal-slots', fractional: false, unaffordable: 'shrink' },
        limits: { positions: 10, afterMembership: 'hold' },
        timing: { enter: 'next-open', exit: 'next-open' },
        account: { capital: 100_000, leverage: 1 },
        costs: {
          commission: { fixed: 1, perShare: 0, percent: 0.05, min: 0, maxPercent: 100 },
          slippage: 5,
          cashRate: 0,
          marginRate: 0,
          borrowRate: 0,
        },
        seed: 1,
      };
      const outcome = engine.run({ strategy, benchmark: 'SK60' });
      if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
      return outcome.run.figures.cagr < outcome.run.figures.benchmark.cagr;
    });
    expect(beaten.length).toBeGreaterThanOrEqual(6);
    expect(beaten.length).toBeLessThan(rules.length);
  });
});
