// A pair: its lines, its rounds, and an account that adds up.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../../testing/cases.ts';
import type { Bars, Market } from '../../src/bars/bars.ts';
import { barsUntil } from '../../src/bars/columns.ts';
import { at } from '../../src/numeric/at.ts';
import { log } from '../../src/numeric/portable.ts';
import { deviation, mean } from '../../src/statistics/moments.ts';
import { StudyFault } from '../../src/studies/fault.ts';
import { throughOrigin, withIntercept } from '../../src/studies/pair/least-squares.ts';
import { searchPairs, workPair } from '../../src/studies/pair/pair.ts';
import { type PairRun, runPair } from '../../src/studies/pair/pair-run.ts';
import { pullOf } from '../../src/studies/pair/spread.ts';
import { explainedByHedge, roundsWon } from '../../src/studies/pair/told.ts';
import type { PairStudy } from '../../src/studies/study.ts';
import { barsOf, randomMarket } from '../market.ts';
import { deskHere } from './desk.ts';

const base: PairStudy = {
  kind: 'pair',
  name: '',
  notes: '',
  seed: 1,
  universe: 'u',
  benchmark: 'IX',
  y: 'A',
  x: 'D',
  prices: 'close',
  hedge: { method: 'intercept' },
  training: { bars: 80 },
  scale: 'training',
  in: 1,
  out: 0,
  timing: 'next-open',
  gross: 100,
  account: { capital: 50_000 },
  costs: {
    commission: { fixed: 1, perShare: 0.01, percent: 0, min: 0, maxPercent: 100 },
    slippage: 5,
    cashRate: 2,
    marginRate: 5,
    borrowRate: 3,
  },
};

const { market } = randomMarket(7, 5, 260);
const desk = deskHere(market, []);

const variants = fc.record({
  seed: fc.integer({ min: 1, max: 300 }),
  prices: fc.constantFrom('close' as const, 'log' as const),
  hedge: fc.constantFrom(
    { method: 'origin' as const },
    { method: 'intercept' as const },
    { method: 'rolling' as const, bars: 40 },
  ),
  scale: fc.constantFrom('training' as const, { rolling: 30 }),
  timing: fc.constantFrom('next-open' as const, 'same-close' as const),
  stop: fc.constantFrom(undefined, 2.5),
  bars: fc.constantFrom(undefined, 6),
});

/** Rounds of the contract, from a pair's own z: what is decided at each close, and when it fills. */
function rounds(pair: PairRun, study: PairStudy): string[] {
  const { z, days } = pair;
  const found: string[] = [];
  let held: { side: number; from: number; begun: number } | undefined;
  const wait = study.timing === 'next-open' ? 1 : 0;
  for (let i = 0; i + wait < days.length; i++) {
    const now = at(z, i);
    let free = held === undefined;
    let left = 0;
    if (held && i >= held.from) {
      const bars = i - held.from + wait;
      const back = held.side === 1 ? now >= -study.out : now <= study.out;
      const why =
        study.stop !== undefined && Math.abs(now) >= study.stop
          ? 'stop'
          : back
            ? 'rule'
            : study.bars !== undefined && bars >= study.bars
              ? 'time'
              : undefined;
      if (why) {
        found.push(`${held.side} ${at(days, held.from)} to ${at(days, i + wait)} ${why}`);
        left = held.side;
        held = undefined;
        free = true;
      }
    }
    if (!free || (study.stop !== undefined && Math.abs(now) >= study.stop)) continue;
    const side = now >= study.in ? -1 : now <= -study.in ? 1 : 0;
    if (side !== 0 && side !== left) held = { side, from: i + wait, begun: i };
  }
  return found;
}

describe('a line', () => {
  it('is the textbook’s, with its standard error', () => {
    const x = Float64Array.of(1, 2, 3, 4, 5);
    const y = Float64Array.of(2.2, 2.8, 3.6, 4.5, 5.1);
    const line = withIntercept(y, x, 0, 5);
    expect(line.slope).toBeCloseTo(0.75, 12);
    expect(line.intercept).toBeCloseTo(1.39, 12);
    // Residuals .06 -.09 -.04 .11 -.04: squares .0270; over 3, over 10.
    expect(line.error).toBeCloseTo(Math.sqrt(0.027 / 3 / 10), 12);
    expect(line.rSquared).toBeCloseTo(1 - 0.027 / 5.652, 12);
    const origin = throughOrigin(y, x, 0, 5);
    expect(origin.slope).toBeCloseTo(62.1 / 55, 12);
    expect(withIntercept(y, new Float64Array(5).fill(3), 0, 5).slope).toBeNaN();
    expect(throughOrigin(y, new Float64Array(5), 0, 5).slope).toBeNaN();
  });

  it('measures how a spread comes back', () => {
    // s_t = 0.5 s_(t-1) to the bit: the pull is -0.5, the half-life ln 2 / 0.5.
    const halving = Float64Array.from({ length: 12 }, (_x, i) => 0.5 ** i);
    expect(pullOf(halving).halfLife).toBeCloseTo(log(2) / 0.5, 9);
    const growing = Float64Array.from({ length: 12 }, (_x, i) => 1.1 ** i);
    expect(pullOf(growing).halfLife).toBeNaN();
    expect(pullOf(Float64Array.of(1, 2, 1)).unitRootT).toBeNaN();
  });
});

describe('a pair', () => {
  it('trades the rounds that its z asks for, and its ledger rebuilds the account', () => {
    fc.assert(
      fc.property(variants, ({ seed, ...variant }) => {
        const { market: other } = randomMarket(seed, 5, 260);
        const { stop, bars, ...rest } = variant;
        const study = {
          ...base,
          ...rest,
          ...(stop !== undefined && { stop }),
          ...(bars !== undefined && { bars }),
        };
        const pair = runPair(other, study);
        const { marks, ledger, trades, openTrades } = pair.run;
        // A hedge that is not above 0 keeps the account out; the plain count knows nothing of hedges.
        if (pair.hedge.b > 0 && study.hedge.method !== 'rolling') {
          const legs = trades.filter(({ symbol }) => symbol === 'A');
          const found = legs.map(
            ({ side, entryDay, exitDay, exitReason }) =>
              `${side === 'long' ? 1 : -1} ${entryDay} to ${exitDay} ${exitReason}`,
          );
          expect(found).toEqual(rounds(pair, study));
        }
        let cash = 0;
        let row = 0;
        for (const [t, day] of marks.day.entries()) {
          while (row < ledger.day.length && at(ledger.day, row) <= day) cash += at(ledger.amount, row++);
          expect(Math.abs(cash - at(marks.cash, t))).toBeLessThan(1e-6);
        }
        // Two legs a round, one bought and one sold.
        const byRound = new Map<number | undefined, string[]>();
        for (const { round, side } of [...trades, ...openTrades]) {
          byRound.set(round, [...(byRound.get(round) ?? []), side].sort());
        }
        for (const sides of byRound.values()) expect(sides).toEqual(['long', 'short']);
        expect(pair.rounds * 2).toBe(trades.length);
      }),
      { numRuns: cases(60) },
    );
  });

  it('knows nothing of the future: a cut changes nothing before it', () => {
    const whole = runPair(market, {
      ...base,
      hedge: { method: 'rolling', bars: 30 },
      scale: { rolling: 20 },
    });
    const fixed = runPair(market, base);
    const last = at(whole.days, 150);
    const cut: Market = new Map([...market].map(([symbol, bars]) => [symbol, barsUntil(bars, last)]));
    for (const [full, study] of [
      [whole, { ...base, hedge: { method: 'rolling', bars: 30 }, scale: { rolling: 20 } }],
      [fixed, base],
    ] as const) {
      const part = runPair(cut, study as PairStudy);
      const n = part.run.marks.day.length;
      expect(part.run.marks.equity).toEqual(full.run.marks.equity.slice(0, n));
      expect(part.z).toEqual(full.z.slice(0, 151));
    }
  });

  it('holds both half and half, and works the plain profit out from the sides decided', () => {
    const pair = runPair(market, base);
    const { day } = pair.run.marks;
    const closes = (symbol: string) => {
      const bars = market.get(symbol) as Bars;
      return [...day].map((d) => at(bars.close, bars.day.filter((one) => one <= d).length - 1));
    };
    const [y, x] = [closes('A'), closes('D')];
    for (const t of [0, 40, day.length - 1]) {
      const value = 25_000 * (at(y, t) / at(y, 0)) + 25_000 * (at(x, t) / at(x, 0));
      expect(pair.bothHeld[t]).toBeCloseTo(value, 6);
    }
    const on = [...pair.days].map((d) => [...day].indexOf(d));
    const profits = on.map((t, i) => {
      const before = on[i - 1];
      if (before === undefined) return 0;
      return at(pair.side, i - 1) * (at(y, t) / at(y, before) - at(x, t) / at(x, before));
    });
    const sharpe = (list: number[]): number => (mean(list) / deviation(list)) * Math.sqrt(252);
    expect(pair.plain.training).toBeCloseTo(sharpe(profits.slice(1, 80)), 9);
    expect(pair.plain.test).toBeCloseTo(sharpe(profits.slice(80)), 9);
  });

  it('is defined where nothing varies, and where too little is there', async () => {
    const still = new Map([
      ['Y', barsOf(Array.from({ length: 40 }, (_x, i) => 10 + (i % 3)))],
      ['X', barsOf(new Array(40).fill(7))],
      ['Z', barsOf(Array.from({ length: 10 }, (_x, i) => 5 + (i % 2)))],
      ['IX', barsOf(new Array(40).fill(100))],
    ]);
    const of = (parts: Partial<PairStudy>): PairStudy => ({
      ...base,
      y: 'Y',
      x: 'X',
      training: { bars: 20 },
      ...parts,
    });
    const flat = runPair(still, of({}));
    expect([flat.hedge.b, flat.rounds, flat.unitRootT]).toEqual([Number.NaN, 0, Number.NaN]);
    const short = runPair(still, of({ x: 'Z' }));
    expect([short.days.length, short.test]).toEqual([10, undefined]);
    expect(short.training?.to).toBe(at(short.days, 9));
    const why = async (parts: Partial<PairStudy>): Promise<StudyFault> => {
      const error = await workPair(of(parts), deskHere(still, [])).catch((thrown: unknown) => thrown);
      expect(error).toBeInstanceOf(StudyFault);
      return error as StudyFault;
    };
    expect((await why({ x: 'Y' })).message).toContain('both are Y');
    expect((await why({ x: 'GHOST' })).message).toContain('no bars of GHOST');
    expect((await why({ benchmark: 'GHOST' })).path).toBe('benchmark');
    expect((await why({ training: { from: 0, to: 5 } })).path).toBe('training');
    expect((await why({ to: 5 })).message).toContain('in common');
  });

  it('tells the most that both legs were worth, over the equity of the day', () => {
    const { run, mostGross } = runPair(market, { ...base, gross: 300 });
    const { long, short, equity } = run.marks;
    const gross = [...equity].map((worth, t) => (at(long, t) + at(short, t)) / worth);
    expect(mostGross).toBe(Math.max(...gross));
    expect(mostGross).toBeGreaterThan(2.5);
  });

  it('is searched for among all of a universe, each two once, ranked by their t', async () => {
    const { rows, tried, failed } = await searchPairs(base, ['D', 'A', 'B', 'E'], desk);
    expect(tried).toBe(6);
    expect(rows.length + failed).toBe(6);
    const ts = rows.map(({ unitRootT }) => unitRootT);
    expect(ts).toEqual([...ts].sort((a, b) => a - b));
    const [first] = rows;
    const alone = runPair(market, { ...base, y: first?.y ?? '', x: first?.x ?? '' });
    expect(first).toMatchObject({
      unitRootT: alone.unitRootT,
      halfLife: alone.halfLife,
      rounds: alone.rounds,
    });
    expect(first?.test).toBe(alone.test?.strategy.sharpe);
    const many = Array.from({ length: 202 }, (_x, k) => `S${k}`);
    await expect(searchPairs(base, many, desk)).rejects.toThrow('20301 pairs');
    await expect(searchPairs(base, ['A'], desk)).rejects.toThrow('at least two');
  });
});

describe('what is told of a pair', () => {
  it('explains nothing where a line through the origin lies across a cloud that slopes the other way', () => {
    const x = Float64Array.from({ length: 50 }, (_v, i) => 100 + i);
    const y = x.map((value) => 300 - value);
    const line = throughOrigin(y, x, 0, 50);
    // Of the squares of y itself it has nearly all.
    expect(line.rSquared).toBeGreaterThan(0.9);
    const hedge = { b: line.slope, a: 0, seB: line.error, r2: line.rSquared, n: line.n };
    expect(explainedByHedge({ hedge, x, y, trained: { first: 0, end: 50 } })).toBeLessThan(0);
    const fitted = withIntercept(y, x, 0, 50);
    const own = { ...hedge, b: fitted.slope, a: fitted.intercept };
    expect(explainedByHedge({ hedge: own, x, y, trained: { first: 0, end: 50 } })).toBeCloseTo(1, 12);
  });

  it('counts rounds that were won, not legs', async () => {
    const { pair } = await workPair(base, desk);
    const { training, test, all } = roundsWon(pair, base.y);
    expect(all.rounds).toBe(pair.rounds);
    expect(all.rounds).toBeGreaterThan(3);
    expect(training.rounds + test.rounds).toBe(all.rounds);
    const profits = new Map<number, number>();
    for (const { round = 0, profit } of pair.run.trades)
      profits.set(round, (profits.get(round) ?? 0) + profit);
    const won = [...profits.values()].filter((profit) => profit > 0).length;
    expect(all.share).toBe(won / profits.size);
  });
});
