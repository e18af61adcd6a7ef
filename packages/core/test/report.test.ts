// The statistics of a whole report. Numbers marked numpy were worked out by an independent program: least squares by
// numpy.linalg.lstsq, the t distribution by Simpson's rule on its density, moments and percentiles by numpy. The rest is
// worked out by hand.

import { describe, expect, it } from 'vitest';
import type { Bars } from '../src/bars/bars.ts';
import { dayFromIso } from '../src/days/day.ts';
import { periodsOf } from '../src/days/periods.ts';
import { createEngine } from '../src/engine.ts';
import { createPanel } from '../src/evaluation/panel.ts';
import { at } from '../src/numeric/at.ts';
import { logGamma, twoSidedP } from '../src/numeric/student.ts';
import type { Run } from '../src/run.ts';
import type { Trade } from '../src/simulation/records.ts';
import { excessByBar, excessByMonth } from '../src/statistics/against-benchmark.ts';
import { equalWeight } from '../src/statistics/benchmark.ts';
import { calendarTable } from '../src/statistics/calendar-table.ts';
import { distributionOf, quantile } from '../src/statistics/distribution.ts';
import { deepestDrawdowns } from '../src/statistics/drawdown.ts';
import { regress } from '../src/statistics/regression.ts';
import { rollingFigures } from '../src/statistics/rolling-figures.ts';
import { TRADE_GROUPINGS, tradeGroups } from '../src/statistics/trade-groups.ts';
import { concentrationOf, costsOf, excursionLevels, streaksOf } from '../src/statistics/trade-studies.ts';
import { barsFrom, barsOf, randomMarket, strategyOf } from './market.ts';

/** The numbers the independent program used: a linear congruential generator, uniform around 0. */
function uniform(seed: number, count: number): Float64Array {
  const out = new Float64Array(count);
  let x = BigInt(seed);
  for (let i = 0; i < count; i++) {
    x = (1103515245n * x + 12345n) % 2147483648n;
    out[i] = Number(x) / 2147483648 - 0.5;
  }
  return out;
}

const day = (iso: string): number => dayFromIso(iso) as number;

function trade(parts: Partial<Trade>): Trade {
  return {
    part: 0,
    symbol: 'A',
    side: 'long',
    group: undefined,
    decisionDay: 0,
    sizedOn: 10_000,
    wanted: 1,
    exitDecisionDay: undefined,
    entryDay: 0,
    entryPrice: 10,
    shares: 1,
    exitDay: 1,
    exitPrice: 10,
    exitReason: 'rule',
    commission: 0,
    carry: 0,
    profit: 0,
    return: 0,
    barsHeld: 1,
    mae: 0,
    mfe: 0,
    riskPerShare: 0,
    r: undefined,
    ...parts,
  };
}

describe('a regression', () => {
  it('has the coefficients, errors, t and p of the independent program (numpy)', () => {
    const x = uniform(1, 24).map((v) => v * 0.06);
    const noise = uniform(7, 24);
    const y = x.map((v, i) => 0.001 + 0.7 * v + 0.02 * at(noise, i));
    const { n, alpha, beta, rSquared } = regress(y, x);
    expect(n).toBe(24);
    expect(beta.value).toBeCloseTo(0.6626707458625837, 12);
    expect(alpha.value).toBeCloseTo(0.0009574178878819495, 12);
    expect(beta.error).toBeCloseTo(0.08623392857131748, 12);
    expect(alpha.error).toBeCloseTo(0.001382162838593039, 12);
    expect(beta.t).toBeCloseTo(7.684570990112546, 9);
    expect(alpha.t).toBeCloseTo(0.6926954343936385, 9);
    expect(alpha.p).toBeCloseTo(0.4957484194232463, 9);
    expect(beta.p).toBeCloseTo(1.1435422775374349e-7, 13);
    expect(rSquared).toBeCloseTo(0.7285714276442543, 9);
  });

  it('leaves undefined what too few points cannot tell', () => {
    expect(regress(Float64Array.of(1, 2), Float64Array.of(1, 3)).beta).toMatchObject({ value: 0.5 });
    expect(regress(Float64Array.of(1, 2), Float64Array.of(1, 3)).beta.p).toBeNaN();
    expect(regress(Float64Array.of(1, 2, 4), Float64Array.of(2, 2, 2)).beta.value).toBeNaN();
  });

  it.each([
    [2.228, 10, 0.05001177181711047],
    [0.5, 3, 0.6514479648481508],
    [1, 1, 0.5],
    [-5, 200, 1.250198120250623e-6],
    [0, 7, 1],
  ])('takes t = %s with %s degrees of freedom as chance in %s (numpy)', (t, freedom, p) => {
    expect(twoSidedP(t, freedom)).toBeCloseTo(p, 10);
  });

  it('knows the gamma function: factorials, and the root of pi at one half', () => {
    expect(logGamma(6)).toBeCloseTo(Math.log(120), 12);
    expect(logGamma(0.5)).toBeCloseTo(Math.log(Math.PI) / 2, 12);
  });
});

describe('excess returns', () => {
  const days = Int32Array.from(
    ['2020-01-30', '2020-01-31', '2020-02-03', '2020-02-28', '2020-03-31'].map(day),
  );
  const equity = Float64Array.of(100, 110, 121, 121, 133.1);
  const benchmark = Float64Array.of(50, 50, 55, 60.5, 60.5);
  const free = Float64Array.of(0, 0.01, 0.01, 0);

  it('are taken by bar, less the risk-free return of each step', () => {
    const { strategy, benchmark: theirs } = excessByBar(equity, benchmark, free);
    expect([...strategy].map((r) => +r.toFixed(12))).toEqual([0.1, 0.09, -0.01, 0.1]);
    expect([...theirs].map((r) => +r.toFixed(12))).toEqual([0, 0.09, 0.09, 0]);
  });

  it('are taken by whole months, the rate compounded within each', () => {
    const excess = excessByMonth(equity, benchmark, free, periodsOf(days, 'month'));
    expect([...excess.strategy].map((r) => +r.toFixed(12))).toEqual([0.0799, 0.1]);
    expect([...excess.benchmark].map((r) => +r.toFixed(12))).toEqual([0.1899, 0]);
    expect(excess.regression.n).toBe(2);
  });
});

describe('rolling figures', () => {
  const grow = (seed: number, scale: number): Float64Array => {
    const out = new Float64Array(41);
    const steps = uniform(seed, 40);
    out[0] = 100;
    for (let i = 0; i < 40; i++) out[i + 1] = at(out, i) * (1 + at(steps, i) * scale);
    return out;
  };
  const rolling = rollingFigures(grow(3, 0.05), grow(9, 0.04), new Float64Array(40).fill(0.0001), 20, 252);

  it('are those of the window that ends at a mark (numpy)', () => {
    expect(rolling.growth[33]).toBeCloseTo(-0.7315889792609116, 10);
    expect(rolling.volatility[33]).toBeCloseTo(0.21948223335002814, 10);
    expect(rolling.sharpe[33]).toBeCloseTo(-5.98709626146099, 9);
    expect(rolling.beta[33]).toBeCloseTo(-0.09106722891781661, 10);
  });

  it('are undefined until the window is full', () => {
    expect(rolling.growth.findIndex((x) => !Number.isNaN(x))).toBe(20);
    expect(rolling.beta.subarray(20).every(Number.isFinite)).toBe(true);
  });
});

describe('a calendar table', () => {
  it('has months by years, compounding to the year, with the best, the worst and the winning', () => {
    const days = Int32Array.from(
      ['2019-12-30', '2019-12-31', '2020-01-31', '2020-02-28', '2020-12-31'].map(day),
    );
    const curve = Float64Array.of(100, 110, 121, 108.9, 217.8);
    const table = calendarTable(curve, periodsOf(days, 'month'), periodsOf(days, 'year'));
    expect(table.rows.map((row) => row.year)).toEqual([2019, 2020]);
    expect(at(table.rows, 0).months[11]).toBeCloseTo(0.1, 12);
    expect(at(table.rows, 0).months[0]).toBeNaN();
    expect(at(table.rows, 1).months[0]).toBeCloseTo(0.1, 12);
    expect(at(table.rows, 1).months[1]).toBeCloseTo(-0.1, 12);
    expect(at(table.rows, 1).months[11]).toBeCloseTo(1, 12);
    expect(at(table.rows, 1).total).toBeCloseTo(0.98, 12);
    expect(table.worstMonth).toBeCloseTo(-0.1, 12);
    expect(table.winningMonths).toBeCloseTo(0.75, 12);
    expect(table.winningYears).toBe(1);
  });
});

describe('the deepest drawdowns', () => {
  it('come deepest first, in days and money, with the benchmark over the same days', () => {
    const days = Int32Array.of(0, 1, 2, 5, 6, 9);
    const equity = Float64Array.of(100, 90, 100, 200, 120, 150);
    const benchmark = Float64Array.of(10, 11, 12, 10, 5, 6);
    const [first, second, ...rest] = deepestDrawdowns(days, equity, benchmark);
    expect(first).toEqual({
      start: 5,
      bottom: 6,
      recovery: undefined,
      days: 4,
      depth: -0.4,
      benchmark: -0.5,
      peakMoney: 200,
      bottomMoney: 120,
      isLongest: true,
    });
    expect(second).toMatchObject({ start: 0, bottom: 1, recovery: 2, days: 2, peakMoney: 100 });
    expect(second?.depth).toBeCloseTo(-0.1, 12);
    expect(rest).toEqual([]);
    expect(deepestDrawdowns(days, equity, benchmark, 1)).toHaveLength(1);
  });

  it('have the longest behind them where it is not among the deepest', () => {
    const days = Int32Array.of(0, 1, 2, 50, 51, 52);
    const equity = Float64Array.of(100, 50, 110, 109, 111, 111);
    const rows = deepestDrawdowns(days, equity, equity, 1);
    expect(rows.map(({ start, isLongest }) => [start, isLongest])).toEqual([
      [0, false],
      [2, true],
    ]);
  });
});

describe('trades in groups', () => {
  const trades = [
    trade({ symbol: 'A', group: 'sea', profit: 30, return: 0.3, entryDay: day('2020-01-06'), barsHeld: 1 }),
    trade({ symbol: 'B', profit: -10, return: -0.1, entryDay: day('2021-02-02'), barsHeld: 7 }),
    trade({
      symbol: 'A',
      group: 'sea',
      side: 'short',
      profit: 20,
      return: 0.2,
      entryDay: day('2020-02-04'),
      barsHeld: 300,
      exitReason: 'stop',
    }),
  ];
  const keys = (by: (typeof TRADE_GROUPINGS)[number]) =>
    tradeGroups(trades, by).map((g) => [g.key, g.profit]);

  it('are told apart by every grouping', () => {
    expect(keys('symbol')).toEqual([
      ['A', 50],
      ['B', -10],
    ]);
    expect(keys('group')).toEqual([
      ['sea', 50],
      ['no group', -10],
    ]);
    expect(keys('side')).toEqual([
      ['long', 20],
      ['short', 20],
    ]);
    expect(keys('year')).toEqual([
      ['2020', 50],
      ['2021', -10],
    ]);
    expect(keys('month')).toEqual([
      ['1', 30],
      ['2', 10],
    ]);
    expect(keys('weekday')).toEqual([
      ['1', 30],
      ['2', 10],
    ]);
    expect(keys('reason')).toEqual([
      ['rule', 20],
      ['stop', 20],
    ]);
    expect(keys('held')).toEqual([
      ['0 to 1', 30],
      ['6 to 10', -10],
      ['over 250', 20],
    ]);
  });

  it('have figures, contribution and mean holding of their own, and together are all trades', () => {
    const [a, b] = tradeGroups(trades, 'symbol');
    expect(a?.contribution).toBeCloseTo(50 / 40, 12);
    expect(b?.contribution).toBeCloseTo(-10 / 40, 12);
    expect(a?.held).toBeCloseTo(150.5, 12);
    expect(a?.figures).toMatchObject({ trades: 2, winRate: 1 });
    for (const by of TRADE_GROUPINGS) {
      const groups = tradeGroups(trades, by);
      expect(groups.reduce((sum, g) => sum + g.figures.trades, 0)).toBe(3);
      expect(groups.reduce((sum, g) => sum + g.contribution, 0)).toBeCloseTo(1, 12);
    }
    expect(tradeGroups([], 'symbol')).toEqual([]);
  });
});

describe('a distribution', () => {
  it('has the moments and percentiles of the independent program (numpy)', () => {
    const d = distributionOf([...uniform(5, 37)]);
    expect(d.mean).toBeCloseTo(0.08432841305998531, 12);
    expect(d.median).toBeCloseTo(0.14589568646624684, 12);
    expect(d.deviation).toBeCloseTo(0.28379184020531895, 12);
    [-0.35091854, -0.18816849, 0.30920908, 0.4795068].forEach((p, k) => {
      expect(d.percentiles[k]).toBeCloseTo(p, 8);
    });
  });

  it('has bins with round edges that hold every value once', () => {
    const d = distributionOf([-0.031, -0.002, 0, 0.004, 0.061], 10);
    expect(d.bins.reduce((sum, bin) => sum + bin.count, 0)).toBe(5);
    expect(d.bins[0]).toMatchObject({ from: -0.04, count: 1 });
    expect(d.bins.some((bin) => bin.from === 0)).toBe(true);
    for (const bin of d.bins) expect(bin.to - bin.from).toBeCloseTo(0.01, 12);
  });

  it('is empty of nothing, and one bin of equal values', () => {
    expect(distributionOf([])).toMatchObject({ n: 0, bins: [] });
    expect(distributionOf([2, 2]).bins.reduce((sum, bin) => sum + bin.count, 0)).toBe(2);
    expect(quantile([], 0.5)).toBeNaN();
  });
});

describe('what trades say beyond averages', () => {
  it('counts streaks in the order of exits', () => {
    const profits = [1, 2, -1, 0, -3, 4];
    expect(streaksOf(profits.map((profit) => trade({ profit })))).toEqual({
      longestWin: 2,
      longestLoss: 3,
      lengths: [2, -3, 1],
    });
    expect(streaksOf([])).toEqual({ longestWin: 0, longestLoss: 0, lengths: [] });
  });

  it('takes the best and the worst away', () => {
    const trades = [50, 10, 5, -20, -5].map((profit) => trade({ profit }));
    expect(concentrationOf(trades, 1)).toEqual({
      profit: 40,
      withoutBest: -10,
      withoutWorst: 60,
      bestShare: 1.25,
    });
    expect(concentrationOf([], 5)).toMatchObject({ profit: 0, withoutBest: 0, withoutWorst: 0 });
    expect(concentrationOf([trade({ profit: -3 })], 1).bestShare).toBeNaN();
  });

  it('says how many winners and losers reached a level either way', () => {
    const trades = [
      trade({ profit: 1, mae: -0.02, mfe: 0.1 }),
      trade({ profit: 1, mae: -0.06, mfe: 0.04 }),
      trade({ profit: -1, mae: -0.08, mfe: 0.01 }),
    ];
    expect(excursionLevels(trades, [0.05])).toEqual([
      { level: 0.05, winnersAgainst: 0.5, losersAgainst: 1, winnersFor: 0.5, losersFor: 0 },
    ]);
  });

  it('adds up what trading cost: commissions, slippage on all but target fills, borrow, interest', () => {
    const row = (open: number, high: number, low: number, close: number) => ({
      open,
      high,
      low,
      close,
      volume: 1000,
    });
    const bars = barsFrom([
      row(10, 10, 10, 10),
      row(10, 10, 10, 10),
      row(10, 12, 10, 12),
      row(10, 10, 10, 10),
      row(10, 10, 10, 10),
    ]);
    const strategy = strategyOf({
      long: {
        enter: 'always',
        exit: 'close = 7',
        stops: { trigger: 'touch', target: { percent: 10 } },
      },
      size: { method: 'shares', count: 100, fractional: false, unaffordable: 'shrink' },
      costs: {
        commission: { fixed: 2, perShare: 0, percent: 0, min: 0, maxPercent: 100 },
        slippage: 100,
        cashRate: 0,
        marginRate: 0,
        borrowRate: 0,
      },
    });
    const outcome = createEngine(new Map([['A', bars]]), [{ symbol: 'A' }]).run({ strategy, benchmark: 'A' });
    const { ledger, marks, trades } = (outcome as { run: Run }).run;
    expect(trades.map((t) => t.exitReason)).toEqual(['target']);
    // Bought at 10.1 on day 2, sold at the target 11.11 on day 3, bought again at 10.1 on day 4: two slipped fills of 100 shares.
    const costs = costsOf(ledger, marks, trades, { slippage: 100 });
    expect(costs.commission).toBeCloseTo(6, 10);
    expect(costs.slippage).toBeCloseTo(20, 9);
    expect(costs.borrow).toBe(0);
    expect(costs.yearly).toBeGreaterThan(0);
  });
});

describe('the equal-weight universe', () => {
  const calendar = Int32Array.from(barsOf([1, 1, 1, 1]).day);

  it('compounds the mean return of the day’s members that have a bar then and an earlier one', () => {
    const market = new Map<string, Bars>([
      ['A', barsOf([100, 110, 110, 121])],
      ['B', barsOf([50, 45, 54], calendar[1])], // listed on the second day
    ]);
    const panel = createPanel(market, [{ symbol: 'A' }, { symbol: 'B' }]);
    const curve = equalWeight(panel, calendar, 1000);
    // day 2: A alone +10%; day 3: A 0, B -10%; day 4: A +10%, B +20%
    expect([...curve].map((x) => +x.toFixed(9))).toEqual([1000, 1100, 1045, +(1045 * 1.15).toFixed(9)]);
  });

  it('leaves out who is no member that day, and stands still without members', () => {
    const market = new Map<string, Bars>([['A', barsOf([100, 110, 121, 60])]]);
    const panel = createPanel(market, [{ symbol: 'A', from: calendar[1], to: calendar[2] }]);
    expect([...equalWeight(panel, calendar, 100)].map((x) => +x.toFixed(9))).toEqual([100, 110, 121, 121]);
  });

  it('of one instrument is its buy-and-hold', () => {
    const { market } = randomMarket(4, 2, 60);
    const A = market.get('A') as Bars;
    const curve = equalWeight(createPanel(market, [{ symbol: 'A' }]), A.day, 100);
    curve.forEach((x, t) => {
      expect(x).toBeCloseTo((100 * at(A.close, t)) / at(A.close, 0), 8);
    });
  });
});
