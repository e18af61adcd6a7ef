// Small made-up markets for tests: random walks from a seed, in plain numbers.

import fc from 'fast-check';
import type { Bars, Market } from '../src/bars/bars.ts';
import { dayFromCivil, weekdayOf } from '../src/days/day.ts';
import type { Universe } from '../src/evaluation/panel.ts';
import { createRandom } from '../src/numeric/random.ts';
import type { Strategy } from '../src/strategy/strategy.ts';

export function barsOf(closes: readonly number[], first = dayFromCivil(2020, 1, 6)): Bars {
  return barsFrom(
    closes.map((close) => ({ open: close, high: close, low: close, close, volume: 1000 })),
    first,
  );
}

interface OneBar {
  readonly open: number;
  readonly high: number;
  readonly low: number;
  readonly close: number;
  readonly volume: number;
}

/** Bars on successive weekdays. */
export function barsFrom(rows: readonly OneBar[], first = dayFromCivil(2020, 1, 6)): Bars {
  const days: number[] = [];
  for (let day = first; days.length < rows.length; day++) if (weekdayOf(day) <= 5) days.push(day);
  const column = (key: keyof OneBar): Float64Array => Float64Array.from(rows, (row) => row[key]);
  return {
    day: Int32Array.from(days),
    open: column('open'),
    high: column('high'),
    low: column('low'),
    close: column('close'),
    volume: column('volume'),
  };
}

/** Instruments A, B, C … and an index IX: random walks with gaps, missing days and a late listing. */
export function randomMarket(
  seed: number,
  instruments = 6,
  days = 260,
): { market: Market; universe: Universe } {
  const next = createRandom(seed);
  const uniform = (): number => next() / 4294967296;
  const market = new Map<string, Bars>();
  for (let k = 0; k <= instruments; k++) {
    const symbol = k === instruments ? 'IX' : String.fromCharCode(65 + k);
    let price = 5 + 60 * uniform();
    const rows: OneBar[] = [];
    for (let i = 0; i < days; i++) {
      const open = cents(price * (0.975 + 0.05 * uniform()));
      const close = cents(open * (0.96 + 0.081 * uniform()));
      const high = cents(Math.max(open, close) * (1 + 0.02 * uniform()));
      const low = cents(Math.min(open, close) * (1 - 0.02 * uniform()));
      rows.push({
        open,
        close,
        high: Math.max(high, open, close),
        low: Math.min(low, open, close),
        volume: 100 + Math.floor(9000 * uniform()),
      });
      price = close;
    }
    const all = barsFrom(rows);
    const listed = k === 1 ? Math.floor(days / 3) : 0;
    const ended = k === 2 ? Math.floor((days * 3) / 4) : days;
    market.set(
      symbol,
      only(all, (i) => i >= listed && i < ended && (k === instruments || uniform() > 0.03)),
    );
  }
  const universe: Universe = Array.from({ length: instruments }, (_x, k) => ({
    symbol: String.fromCharCode(65 + k),
    group: k % 2 === 0 ? 'north' : 'south',
    ...(k === 3 ? { to: dayFromCivil(2020, 8, 3) } : {}),
  }));
  return { market, universe };
}

const cents = (price: number): number => Math.max(0.5, Math.round(price * 100) / 100);

/** The bars whose place passes the test. */
function only(bars: Bars, keep: (i: number) => boolean): Bars {
  const kept = Array.from(bars.day, (_day, i) => keep(i));
  const pick = <C extends Int32Array | Float64Array>(column: C): C =>
    column.filter((_value, i) => kept[i]) as C;
  return {
    day: pick(bars.day),
    open: pick(bars.open),
    high: pick(bars.high),
    low: pick(bars.low),
    close: pick(bars.close),
    volume: pick(bars.volume),
  };
}

export function strategyOf(parts: Partial<Strategy>): Strategy {
  return {
    name: 'test',
    notes: '',
    bars: 'day',
    dials: {},
    long: { enter: 'always', exit: 'never', stops: { trigger: 'touch' } },
    size: { method: 'percent-of-equity', percent: 20, fractional: false, unaffordable: 'shrink' },
    limits: { afterMembership: 'hold' },
    timing: { enter: 'next-open', exit: 'next-open' },
    account: { capital: 50_000, leverage: 1 },
    costs: {
      commission: { fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 },
      slippage: 0,
      cashRate: 0,
      marginRate: 0,
      borrowRate: 0,
    },
    seed: 1,
    ...parts,
  };
}

const rules = [
  'close > 5-day average',
  '3-day RSI crosses below 40',
  'close is the highest of 8 days and on IX (close > 10-day average)',
  'close crosses above prior 4-day high or streak <= -2',
  'close < 6-day lower band at 1.2 within the last 3 days',
  'universe rank of 5-day return <= 2',
  'gaps up or 4-day return < -2%',
  'close is rising for 2 days and not 6-day slope is below 0',
  'random > 0.7',
  '3/8-day MACD > 0 on at least 2 of the last 4 days',
];
const leaves = [
  'close < 5-day average',
  'profit > 3% or days held is at least 6',
  'best close > 1.05 * entry price and close is falling',
  'close is the lowest of 4 days',
];
const stop = fc.constantFrom(undefined, { percent: 4 }, { atr: 5, times: 1.5 }, { level: '5-day low' });

const side = fc.record({
  enter: fc.constantFrom(...rules),
  exit: fc.constantFrom(...leaves),
  rank: fc.constantFrom(
    undefined,
    { by: '4-day return', first: 'highest' as const },
    { by: '5-day RSI', first: 'lowest' as const },
  ),
  stops: fc.record({
    initial: fc.constantFrom({ percent: 5 }, { atr: 5, times: 2 }, { level: 'close * 0.9' }),
    trail: stop,
    target: fc.constantFrom(undefined, { percent: 6 }, { r: 2 }, { atr: 4, times: 3 }),
    trigger: fc.constantFrom('touch' as const, 'close' as const),
    bars: fc.constantFrom(undefined, 3, 12),
  }),
});

/** Strategies of every shape: both sides, all timings, sizes, limits and costs. */
export const anyStrategy: fc.Arbitrary<Strategy> = fc
  .record({
    sides: fc.constantFrom('long', 'short', 'both', 'rotate'),
    long: side,
    short: side,
    size: fc.constantFrom(
      { method: 'percent-of-equity' as const, percent: 30 },
      { method: 'equal-slots' as const },
      { method: 'cash' as const, amount: 9000 },
      { method: 'shares' as const, count: 150 },
      { method: 'risk-cash' as const, amount: 400 },
      { method: 'risk-percent' as const, percent: 1 },
      { method: 'volatility' as const, percent: 0.6, atr: 5 },
    ),
    limits: fc.record({
      positions: fc.constantFrom(2, 3, 5),
      newPerDay: fc.constantFrom(undefined, 1, 2),
      perGroup: fc.constantFrom(undefined, 1, 2),
      afterMembership: fc.constantFrom('hold' as const, 'exit' as const),
    }),
    fractional: fc.boolean(),
    unaffordable: fc.constantFrom('shrink' as const, 'skip' as const),
    enter: fc.constantFrom('next-open' as const, 'next-close' as const, 'same-close' as const),
    exit: fc.constantFrom('next-open' as const, 'next-close' as const, 'same-close' as const),
    leverage: fc.constantFrom(1, 1.5, 2),
    fixed: fc.constantFrom(0, 2),
    percent: fc.constantFrom(0, 0.1),
    slippage: fc.constantFrom(0, 8),
    rates: fc.constantFrom(0, 4),
  })
  .map((r) => {
    const rotate = { review: 'week-end' as const, hold: 2, keep: 3 };
    return strategyOf({
      ...(r.sides === 'short'
        ? { long: undefined }
        : { long: clean(r.sides === 'rotate' ? { ...r.long, rotate } : r.long) }),
      ...(r.sides === 'short' || r.sides === 'both' ? { short: clean(r.short) } : {}),
      size: { ...r.size, fractional: r.fractional, unaffordable: r.unaffordable },
      limits: clean(r.limits),
      timing: { enter: r.enter, exit: r.exit },
      account: { capital: 50_000, leverage: r.leverage },
      costs: {
        commission: { fixed: r.fixed, perShare: 0.002, percent: r.percent, min: 1, maxPercent: 2 },
        slippage: r.slippage,
        cashRate: r.rates,
        marginRate: r.rates * 1.5,
        borrowRate: r.rates / 2,
      },
    } as Partial<Strategy>);
  });

/** Without the keys that are undefined, as a strategy file would have it. */
function clean<T extends object>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}
