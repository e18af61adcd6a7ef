// Input that no one should give and someone will: a clear answer or a defined result, never a crash or a silent number.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { faultInBar, type Market } from '../src/bars/bars.ts';
import { createEngine, type RunOutcome } from '../src/engine.ts';
import type { Universe } from '../src/evaluation/panel.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { anyStrategy, barsOf, randomMarket, strategyOf } from './market.ts';

const { market, universe } = randomMarket(11);

function run(parts: Partial<Strategy>, on: Universe = universe, bars: Market = market): RunOutcome {
  return createEngine(bars, on).run({ strategy: strategyOf(parts), benchmark: 'IX' });
}

const long = (enter: string, exit = 'never'): Strategy['long'] => ({
  enter,
  exit,
  stops: { trigger: 'touch' },
});

function problemOf(outcome: RunOutcome): string {
  if (outcome.kind !== 'problems') throw new Error(`ran: ${outcome.kind}`);
  return outcome.problems.map((p) => `${p.path}: ${p.message}`).join(' ');
}

describe('a bar', () => {
  it.each([
    [Number.NaN, 2, 1, 1, 0, 'missing'],
    [0, 2, 0, 1, 0, 'zero'],
    [-1, 2, -1, 1, 0, 'negative'],
    [1, Infinity, 1, 1, 0, 'not finite'],
    [2, 1, 3, 2, 0, 'below the low'],
    [5, 4, 1, 2, 0, 'open'],
    [2, 4, 1, 5, 0, 'close'],
    [2, 4, 1, 2, -1, 'volume'],
    [2, 4, 1, 2, Number.NaN, 'volume'],
  ])(
    'of open %s, high %s, low %s, close %s, volume %s has a fault',
    (open, high, low, close, volume, why) => {
      expect(faultInBar(open, high, low, close, volume)).toContain(why);
    },
  );
});

describe('a dial', () => {
  it.each([
    ['zero in a window', 'close > {n}-day average', 0, 'whole number from 1'],
    ['negative in a window', 'close > {n}-day average', -3, 'whole number from 1'],
    ['huge in a window', 'close > {n}-day average', 1e9, 'to 10,000'],
    ['a fraction in a window', 'close > {n}-day average', 2.5, 'whole number'],
    ['infinite', 'close > {n}', Number.POSITIVE_INFINITY, 'too large'],
  ])('%s is refused at its place', (_name, enter, value, message) => {
    expect(problemOf(run({ dials: { n: { value } }, long: long(enter) }))).toContain(message);
  });

  it('huge outside a window makes a rule that is never true', () => {
    const outcome = run({ dials: { n: { value: 1e300 } }, long: long('close > {n}') });
    expect(outcome.kind === 'done' && outcome.run.trades.length).toBe(0);
  });
});

describe('a rule', () => {
  it.each(['10000-day average', '9999-day percent rank', '5000/9000-day MACD', '8000-day Hurst exponent'])(
    'with a window longer than history, %s, is undefined throughout: no trade, no crash',
    (value) => {
      const outcome = run({ long: long(`${value} > 0 or ${value} <= 0`) });
      expect(outcome.kind === 'done' && outcome.run.trades.length + outcome.run.openTrades.length).toBe(0);
    },
  );

  it('of a thousand conditions runs', () => {
    const enter = Array.from({ length: 1000 }, (_x, k) => `close > ${k / 100}`).join(' and ');
    expect(run({ long: long(enter.slice(0, 19_000).replace(/ and [^a]*$/, '')) }).kind).toBe('done');
  });
});

describe('a universe', () => {
  it('that names instruments without bars leaves them out and says which', () => {
    const outcome = run({}, [...universe, { symbol: 'GHOST' }, { symbol: 'ZOMBIE' }]);
    expect(outcome.kind === 'done' && outcome.run.missing).toEqual(['GHOST', 'ZOMBIE']);
  });

  it('of instruments without bars alone, or of none, is refused', () => {
    expect(problemOf(run({}, [{ symbol: 'GHOST' }]))).toContain(
      "None of the universe's 1 instruments has bars",
    );
    expect(problemOf(run({}, []))).toContain('The universe is empty');
  });

  it('with members whose spells lie outside the data trades nothing', () => {
    const outcome = run({}, [{ symbol: 'A', from: 90_000 }]);
    expect(outcome.kind === 'done' && outcome.run.marks.equity.every((e) => e === 50_000)).toBe(true);
  });
});

describe('a market', () => {
  it('of one bar, or of two days, does not crash', () => {
    const one = new Map([
      ['A', barsOf([5])],
      ['IX', barsOf([5])],
    ]);
    expect(problemOf(run({}, [{ symbol: 'A' }], one))).toContain('fewer than two days');
    const two = new Map([
      ['A', barsOf([5, 6])],
      ['IX', barsOf([5, 6])],
    ]);
    expect(run({}, [{ symbol: 'A' }], two).kind).toBe('done');
  });

  it('of enormous and of tiny prices keeps its accounts finite', () => {
    for (const price of [1e-6, 1e12]) {
      const bars = barsOf([1, 2, 1.5, 3, 2].map((x) => x * price));
      const outcome = run(
        { size: { method: 'percent-of-equity', percent: 50, fractional: true, unaffordable: 'shrink' } },
        [{ symbol: 'A' }],
        new Map([
          ['A', bars],
          ['IX', bars],
        ]),
      );
      expect(outcome.kind === 'done' && outcome.run.marks.equity.every(Number.isFinite)).toBe(true);
    }
  });
});

describe('any strategy', () => {
  it('with extreme costs, sizes and leverage ends in a result or in words', () => {
    const extreme = fc.constantFrom(0, 1e-9, 0.5, 99.9, 1e4, 1e9);
    fc.assert(
      fc.property(
        anyStrategy,
        extreme,
        extreme,
        extreme,
        extreme,
        (strategy, fixed, percent, rate, leverage) => {
          const outcome = createEngine(market, universe).run({
            strategy: {
              ...strategy,
              account: { capital: 50_000, leverage: 1 + leverage },
              costs: {
                commission: { fixed, perShare: fixed, percent, min: fixed, maxPercent: 100 },
                slippage: Math.min(percent, 9999),
                cashRate: rate,
                marginRate: rate,
                borrowRate: rate,
              },
            },
            benchmark: 'IX',
          });
          expect(['done', 'problems']).toContain(outcome.kind);
        },
      ),
      { numRuns: cases(200) },
    );
  });
});
