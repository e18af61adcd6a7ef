// The table of figures: complete, and each figure can be worked out again from the numbers it is said to be made of.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { createEngine } from '../src/engine.ts';
import { at } from '../src/numeric/at.ts';
import { reportOf } from '../src/report.ts';
import type { Run } from '../src/run.ts';
import {
  benchmarkFigureOf,
  definitionOf,
  figureCatalogue,
  figureEntry,
  figureOf,
  headlineFigures,
} from '../src/statistics/figure-catalogue.ts';
import { FIGURE_KEYS, type FigureKey } from '../src/statistics/figure-keys.ts';
import type { Figures } from '../src/statistics/figures.ts';
import { cashCurve, multiplesOf } from '../src/statistics/scale.ts';
import { sliceOf } from '../src/statistics/slice.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { stressTests } from '../src/stress-tests.ts';
import { anyStrategy, randomMarket, strategyOf } from './market.ts';

function run(seed: number, strategy: Strategy): Run {
  const { market, universe } = randomMarket(seed);
  const outcome = createEngine(market, universe).run({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  return outcome.run;
}

const settings = { barsPerYear: 252, costs: { slippage: 0 } };
const seeds = fc.integer({ min: 1, max: 1_000_000 });

/** How a figure follows from its parts, by their names. */
const worked: Partial<Record<FigureKey, (part: (name: string) => number) => number>> = {
  endEquity: (p) => p('cash') + p('longs') - p('shorts'),
  totalReturn: (p) => p('end') / p('start') - 1,
  cagr: (p) => (p('end') / p('start')) ** (365.25 / p('calendar days')) - 1,
  volatility: (p) => p('their deviation') * Math.sqrt(p('bars a year')),
  sharpe: (p) => (p('mean return above cash') / p('its deviation')) * Math.sqrt(p('bars a year')),
  sortino: (p) => (p('mean return above cash') / p('downside deviation')) * Math.sqrt(p('bars a year')),
  maxDrawdown: (p) => p('at the bottom') / p('at the peak') - 1,
  longestDrawdownDays: (p) => (p('recovery') || p('not recovered by')) - p('peak'),
  mar: (p) =>
    ((p('end') / p('start')) ** (365.25 / p('calendar days')) - 1) /
    Math.abs(p('at the bottom') / p('at the peak') - 1),
  returnToDrawdown: (p) => p('net profit') / p('largest fall'),
  timeInMarket: (p) => p('closes with a position') / p('closes'),
  turnover: (p) => p('bought and sold') / 2 / p('mean equity') / p('years'),
  trades: (p) => p('with a profit') + p('without'),
  winRate: (p) => p('with a profit') / p('trades'),
  payoff: (p) => p('average win') / Math.abs(p('average loss')),
  profitFactor: (p) => p('sum of profits') / Math.abs(p('sum of losses')),
  winRateByMoney: (p) => p('put in with a profit') / p('put in'),
  payoffByMoney: (p) =>
    p('sum of profits') / p('put in with a profit') / Math.abs(p('sum of losses') / p('put in without')),
  expectancyByMoney: (p) => p('profit') / p('put in'),
  beta: (p) => p('slope (beta)'),
  alpha: (p) => p('intercept (alpha), a bar'),
  rSquared: (p) => p('share explained (R²)'),
  informationRatio: (p) =>
    (p('mean return above the benchmark’s') / p('its deviation')) * Math.sqrt(p('bars a year')),
  upCapture: (p) => p('mean month of the strategy') / p('mean month of the benchmark'),
  downCapture: (p) => p('mean month of the strategy') / p('mean month of the benchmark'),
};

describe('the catalogue of figures', () => {
  it('has every figure once, each with a name and a definition', () => {
    const { figures } = run(1, strategyOf({}));
    const { benchmark, ...own } = figures;
    const keys = new Set([...Object.keys(own), ...Object.keys(benchmark)]);
    expect(new Set(figureCatalogue.map(({ key }) => key))).toEqual(keys);
    expect(figureCatalogue.length).toBe(keys.size);
    for (const { name, definition } of figureCatalogue) expect([name, definition]).not.toContain('');
  });

  it('makes each figure of the parts it names', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, (seed, strategy) => {
        const { figures, madeOf } = reportOf(run(seed, strategy), settings);
        for (const entry of figureCatalogue) {
          const again = worked[entry.key];
          const value = figureOf(figures.strategy, entry);
          // An undefined figure is one whose denominator is 0 or whose sample is empty.
          if (!again || !Number.isFinite(value)) continue;
          const parts = new Map(madeOf[entry.key].map((part) => [part.name, part.value]));
          if (parts.size === 0) continue;
          const its = again((name) => parts.get(name) ?? 0);
          expect(Math.abs(its - value), entry.key).toBeLessThan(1e-9 * Math.max(1, Math.abs(value)));
        }
      }),
      { numRuns: cases(60) },
    );
  });
});

describe('a part of a run', () => {
  it('and the rest hold all trades and all movements of cash between them', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, fc.integer({ min: 2, max: 200 }), (seed, strategy, middle) => {
        const whole = { ...run(seed, strategy), barsPerYear: 252 };
        const last = whole.marks.day.length - 1;
        const parts = [sliceOf(whole, 0, middle), sliceOf(whole, middle, last)];
        expect(parts.flatMap(({ trades }) => trades)).toEqual(whole.trades);
        expect(parts.flatMap(({ ledger }) => [...ledger.amount])).toEqual([...whole.ledger.amount]);
        expect(at(parts, 0).marks.equity.length + at(parts, 1).marks.equity.length).toBe(last + 2);
      }),
      { numRuns: cases(40) },
    );
  });
});

describe('a curve on another footing', () => {
  it('is cash with its rate, or multiples of where it stood', () => {
    expect([...cashCurve(Float64Array.of(0.1, 0, -0.5), 100)]).toEqual([
      100, 110.00000000000001, 110.00000000000001, 55.00000000000001,
    ]);
    expect([...multiplesOf(Float64Array.of(50, 100, 25), 1)]).toEqual([0.5, 1, 0.25]);
  });
});

describe('harder runs', () => {
  const commission = { fixed: 1, perShare: 0.01, percent: 0.1, min: 2, maxPercent: 50 };
  const costly = strategyOf({ costs: { ...strategyOf({}).costs, commission, slippage: 5 } });

  it('double what trading costs and nothing else', () => {
    const [doubled] = stressTests({ strategy: costly, benchmark: 'IX' }, []);
    expect(doubled).toMatchObject({ kind: 'double-costs' });
    expect(doubled?.request.strategy).toEqual({
      ...costly,
      costs: {
        ...costly.costs,
        commission: { fixed: 2, perShare: 0.02, percent: 0.2, min: 4, maxPercent: 100 },
        slippage: 10,
      },
    });
  });

  it('fill at the next open what filled otherwise', () => {
    const early = strategyOf({ timing: { enter: 'same-close', exit: 'next-open' } });
    const [later, ...rest] = stressTests({ strategy: early, benchmark: 'IX' }, []);
    expect(later?.request.strategy.timing).toEqual({ enter: 'next-open', exit: 'next-open' });
    expect(rest).toEqual([]);
    expect(stressTests({ strategy: strategyOf({}), benchmark: 'IX' }, [])).toEqual([]);
  });

  it('leave out the instrument that made the most, and never make more trades in it', () => {
    const { trades } = run(
      11,
      strategyOf({
        long: {
          enter: 'close > 5-day average',
          exit: 'close < 5-day average',
          stops: { trigger: 'touch' },
        },
      }),
    );
    const made = (symbol: string): number =>
      trades.reduce((sum, trade) => sum + (trade.symbol === symbol ? trade.profit : 0), 0);
    const out = stressTests({ strategy: strategyOf({}), benchmark: 'IX' }, trades).find(
      ({ kind }) => kind === 'without-best',
    );
    const symbols = [...new Set(trades.map(({ symbol }) => symbol))];
    expect(made(out?.without as string)).toBe(Math.max(...symbols.map(made)));
    const losses = trades.filter(({ profit }) => profit < 0);
    expect(stressTests({ strategy: strategyOf({}), benchmark: 'IX' }, losses)).toEqual([]);
  });
});

describe('free carry', () => {
  it('is run again at three and at six percent, on the side that has no price', () => {
    const always = { enter: 'always', exit: 'never', stops: { trigger: 'touch' as const } };
    const short = strategyOf({ long: undefined, short: always } as Partial<Strategy>);
    const runs = stressTests({ strategy: short, benchmark: 'IX' }, []);
    expect(runs.map(({ kind, request }) => [kind, request.strategy.costs.borrowRate])).toEqual([
      ['carry-3', 3],
      ['carry-6', 6],
    ]);
    const paid = strategyOf({
      long: undefined,
      short: always,
      costs: { ...short.costs, borrowRate: 1, marginRate: 0 },
    } as Partial<Strategy>);
    expect(stressTests({ strategy: paid, benchmark: 'IX' }, [])).toEqual([]);
  });
});

describe('the headline figures', () => {
  it('are entries of the catalogue, each once', () => {
    const keys = headlineFigures.map(({ key }) => key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const entry of headlineFigures) expect(figureCatalogue).toContain(entry);
  });

  it('are told for the bars of which a year has so many', () => {
    const sharpe = figureEntry('sharpe');
    expect(definitionOf(sharpe, 252)).toContain('√252');
    expect(definitionOf(sharpe, 52)).toContain('√52');
    expect(definitionOf(sharpe, 12)).toContain('√12');
    expect(definitionOf(figureEntry('cagr'), 12)).toBe(figureEntry('cagr').definition);
  });

  it('have the benchmark’s beside them where holding has one', () => {
    const figures = { benchmark: { cagr: 0.07 } } as Figures;
    expect(benchmarkFigureOf(figures, figureEntry('cagr'))).toBe(0.07);
    expect(benchmarkFigureOf(figures, figureEntry('exposure'))).toBe(1);
    expect(benchmarkFigureOf(figures, figureEntry('winRate'))).toBeUndefined();
  });

  it('has the keys that are listed without it', () => {
    expect(figureCatalogue.map(({ key }) => key)).toEqual(FIGURE_KEYS);
  });
});
