// What follows a signal, held against the plainest way to count it.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../../testing/cases.ts';
import type { Bars, Market } from '../../src/bars/bars.ts';
import { barsUntil } from '../../src/bars/columns.ts';
import { createEngine } from '../../src/engine.ts';
import type { Universe } from '../../src/evaluation/panel.ts';
import { readRule } from '../../src/language/check.ts';
import { at } from '../../src/numeric/at.ts';
import { normalBelow } from '../../src/numeric/normal.ts';
import { medianOf } from '../../src/statistics/distribution.ts';
import { deviation, mean } from '../../src/statistics/moments.ts';
import { edgeBench } from '../../src/studies/edge/bench.ts';
import { findEdge } from '../../src/studies/edge/edge.ts';
import { holm } from '../../src/studies/edge/holm.ts';
import { StudyFault } from '../../src/studies/fault.ts';
import type { EdgeStudy } from '../../src/studies/study.ts';
import { barsOf, randomMarket } from '../market.ts';
import { deskHere } from './desk.ts';

const base: EdgeStudy = {
  kind: 'edge',
  name: '',
  notes: '',
  seed: 1,
  universe: 'u',
  benchmark: 'IX',
  signals: [{ name: 'low', rule: 'close is the lowest of 4 days', side: 'long' }],
  horizons: [1, 3, 7],
  entry: 'next-open',
  cost: 0,
  once: false,
};

interface Outcome {
  readonly symbol: string;
  readonly day: number;
  readonly r: number;
}

/** Every outcome of the contract, one by one: of all member bars, or of those on which the rule is true. */
function outcomes(market: Market, universe: Universe, study: EdgeStudy, h: number, rule?: string): Outcome[] {
  const { from = -Infinity, to = Infinity, entry, cost, once, signals } = study;
  const end = Math.max(...[...market.values()].flatMap(({ day }) => [...day].filter((d) => d <= to)));
  const { evaluator } = createEngine(market, universe);
  const its = evaluator(study);
  const side = signals[0]?.side === 'short' && rule !== undefined ? -1 : 1;
  return universe.flatMap((member) => {
    const { symbol } = member;
    const { day, open, close } = market.get(symbol) as Bars;
    const count = day.filter((d) => d <= to).length;
    const read = rule === undefined ? undefined : readRule(rule, { expects: 'rule' });
    const truths = read?.ok ? its.truths(read.tree, its.panel.number(symbol)) : undefined;
    const found: Outcome[] = [];
    let quiet = -1;
    for (let i = 0; i < day.length; i++) {
      const today = at(day, i);
      const isMember = today >= (member.from ?? -Infinity) && today <= (member.to ?? Infinity);
      if (!isMember || today < from || today > to) continue;
      if (truths && truths[i] !== 2) continue;
      if (once && truths && i <= quiet) continue;
      quiet = i + at(study.horizons, study.horizons.length - 1);
      const ended = at(day, day.length - 1) < end;
      const last = i + h < count ? i + h : ended ? count - 1 : undefined;
      const price = entry === 'close' ? close[i] : i + 1 < count ? open[i + 1] : undefined;
      if (last === undefined || price === undefined) continue;
      found.push({ symbol, day: today, r: side * (at(close, last) / price - 1) - cost / 10_000 });
    }
    return found;
  });
}

/** t as the contract writes it. */
function tOf(events: readonly Outcome[], all: readonly Outcome[], h: number): number {
  const m = mean(events.map(({ r }) => r));
  const b = mean(all.map(({ r }) => r));
  const days = [...new Set([...events, ...all].map(({ day }) => day))].sort((x, y) => x - y);
  const sum = (list: readonly Outcome[], day: number, less: number): number =>
    list.filter((one) => one.day === day).reduce((total, { r }) => total + r - less, 0);
  const u = days.map((day) => sum(events, day, m) / events.length - sum(all, day, b) / all.length);
  let variance = 0;
  for (let l = 0; l < h; l++) {
    let g = 0;
    for (let d = 0; d + l < u.length; d++) g += at(u, d) * at(u, d + l);
    variance += l === 0 ? g : 2 * (1 - l / h) * g;
  }
  return (m - b) / Math.sqrt(variance);
}

const studies = fc.record({
  seed: fc.integer({ min: 1, max: 500 }),
  entry: fc.constantFrom('close' as const, 'next-open' as const),
  side: fc.constantFrom('long' as const, 'short' as const),
  once: fc.boolean(),
  cost: fc.constantFrom(0, 25),
  span: fc.constantFrom({}, { from: 18_350 }, { to: 18_500 }, { from: 18_300, to: 18_480 }),
});

describe('an edge', () => {
  it('has the numbers that counting one by one gives', async () => {
    await fc.assert(
      fc.asyncProperty(studies, async ({ seed, entry, side, once, cost, span }) => {
        const { market, universe } = randomMarket(seed, 5, 200);
        const [signal] = base.signals as [EdgeStudy['signals'][number]];
        const study = { ...base, ...span, entry, once, cost, signals: [{ ...signal, side }] };
        const { rows } = await findEdge(study, deskHere(market, universe));
        for (const row of rows) {
          const events = outcomes(market, universe, study, row.horizon, signal.rule);
          const sign = side === 'short' ? -1 : 1;
          const longs = outcomes(market, universe, { ...study, cost: 0 }, row.horizon);
          const all = longs.map((one) => ({ ...one, r: sign * one.r - cost / 10_000 }));
          const r = events.map((one) => one.r);
          const expected = {
            n: r.length,
            days: new Set(events.map(({ day }) => day)).size,
            wins: r.filter((one) => one > 0).length / r.length,
            mean: mean(r),
            median: medianOf(r),
            deviation: deviation(r),
            base: mean(all.map((one) => one.r)),
            baseWins: all.filter((one) => one.r > 0).length / all.length,
            t: tOf(events, all, row.horizon),
            sameDay: mean(
              events.map(
                (one) => one.r - mean(all.filter(({ day }) => day === one.day).map((other) => other.r)),
              ),
            ),
          };
          for (const [key, value] of Object.entries(expected)) {
            expect(row[key as keyof typeof expected], `${key} after ${row.horizon}`).toBeCloseTo(value, 9);
          }
          expect(row.excess).toBe(row.mean - row.base);
          expect(row.p).toBeCloseTo(2 * normalBelow(-Math.abs(row.t)), 12);
        }
      }),
      { numRuns: cases(30) },
    );
  });

  it('knows nothing of the future: bars after an outcome change nothing of it', async () => {
    const { market, universe } = randomMarket(8, 5, 200);
    const to = 18_480;
    const cut = new Map([...market].map(([symbol, bars]) => [symbol, barsUntil(bars, to)]));
    // C has ended before; what ends at the cut must count as going on, as it does in the whole market.
    const whole = await findEdge({ ...base, to }, deskHere(market, universe));
    const part = await findEdge({ ...base, to }, deskHere(cut, universe));
    for (const [k, row] of whole.rows.entries()) {
      const other = at(part.rows, k);
      expect([other.n, other.mean, other.t]).toEqual([row.n, row.mean, row.t]);
    }
  });

  it('sweeps a dial, and says which values cannot be read', async () => {
    const { market, universe } = randomMarket(9, 5, 200);
    const sweep = { dial: 'n', from: 2, to: 4, step: 1 };
    const signals = [
      { name: 'low', rule: 'close is the lowest of {n} days', side: 'long' as const, sweep },
      {
        name: 'odd',
        rule: 'close is the lowest of {n} days',
        side: 'long' as const,
        sweep: { ...sweep, step: 0.5 },
      },
    ];
    const { rows, failed, base: any } = await findEdge({ ...base, signals }, deskHere(market, universe));
    expect(rows.filter(({ horizon }) => horizon === 1).map(({ signal, value }) => [signal, value])).toEqual([
      ['low', 2],
      ['low', 3],
      ['low', 4],
      ['odd', 2],
      ['odd', 3],
      ['odd', 4],
    ]);
    expect(failed.map(({ value }) => value)).toEqual([2.5, 3.5]);
    expect(any.map(({ horizon }) => horizon)).toEqual([1, 3, 7]);
  });

  it('is defined for a signal that never fires and for one that always does', async () => {
    const { market, universe } = randomMarket(10, 4, 120);
    const signals = ['never', 'always'].map((rule) => ({ name: rule, rule, side: 'long' as const }));
    const { rows } = await findEdge({ ...base, signals }, deskHere(market, universe));
    const [never, , , always] = rows;
    expect(never).toMatchObject({ n: 0, days: 0 });
    expect([never?.mean, never?.t, never?.p, never?.holm, never?.median]).toEqual(
      new Array(5).fill(Number.NaN),
    );
    expect(always?.excess).toBeCloseTo(0, 12);
    expect(always?.sameDay).toBeCloseTo(0, 12);
    // What is everything differs from everything by nothing, and has no t.
    expect(always?.t).toBeNaN();
  });

  it('looks closer: years, instruments, thirds of a gauge and the way there add up', async () => {
    const { market, universe } = randomMarket(11, 5, 300);
    const { evaluator } = createEngine(market, universe);
    const bench = edgeBench(market, evaluator);
    const asked = {
      universe: 'u',
      benchmark: 'IX',
      seed: 1,
      horizons: [1, 5],
      entry: 'close' as const,
      cost: 0,
      name: 'low',
      rule: 'close is the lowest of 4 days',
      side: 'long' as const,
      value: undefined,
      dials: {},
      once: false,
      gauge: '5-day return',
    };
    const outcome = bench.detail({ ...asked, horizon: 5 });
    const row = bench.rows(asked);
    if (outcome.kind !== 'done' || row.kind !== 'done') throw new Error('it reads');
    const { n, mean: average } = at(row.rows, 1);
    const { years, instruments, terciles, path, spread } = outcome.detail;
    const total = (groups: readonly { n: number; mean: number }[]) => groups.reduce((sum, g) => sum + g.n, 0);
    const sum = (groups: readonly { n: number; mean: number }[]) =>
      groups.reduce((s, g) => s + g.n * g.mean, 0);
    for (const groups of [years, instruments]) {
      expect(total(groups)).toBe(n);
      expect(sum(groups) / n).toBeCloseTo(average, 12);
    }
    expect(terciles?.length).toBe(3);
    const thirds = terciles ?? [];
    for (const third of thirds) expect(Math.abs(third.n - total(thirds) / 3)).toBeLessThanOrEqual(1);
    expect(spread.n).toBe(n);
    expect(path.map(({ bar }) => bar)).toEqual(Array.from({ length: 16 }, (_x, k) => k - 10));
    expect(path.find(({ bar }) => bar === 0)?.mean).toBe(0);
    expect(path.find(({ bar }) => bar === 5)?.mean).toBeCloseTo(average, 9);
    expect(bench.detail({ ...asked, gauge: 'close >', horizon: 5 }).kind).toBe('problems');
  });

  it('says what makes it none', async () => {
    const { market, universe } = randomMarket(12, 3, 80);
    const why = async (study: EdgeStudy): Promise<unknown> =>
      findEdge(study, deskHere(market, universe)).catch((error: unknown) => error);
    const [signal] = base.signals as [EdgeStudy['signals'][number]];
    const wide = { dial: 'n', from: 1, to: 40, step: 1 };
    for (const [study, path] of [
      [{ ...base, signals: [{ ...signal, sweep: wide }] }, 'signals.0.sweep'],
      [{ ...base, signals: [{ ...signal, sweep: { ...wide, to: 0 } }] }, 'signals.0.sweep'],
      [{ ...base, signals: [{ ...signal, rule: 'clsoe > 3' }] }, 'signals'],
    ] as const) {
      const error = await why(study);
      expect(error).toBeInstanceOf(StudyFault);
      expect((error as StudyFault).path).toBe(path);
    }
  });

  it('lets the last close of what has ended stand in for later bars', async () => {
    const market = new Map([
      ['A', barsOf([10, 11, 12])],
      ['B', barsOf([5, 5, 5, 5, 5, 5])],
    ]);
    const study = {
      ...base,
      benchmark: 'B',
      entry: 'close' as const,
      horizons: [2],
      signals: [{ name: 'all', rule: 'close > 9', side: 'long' as const }],
    };
    const { rows } = await findEdge(study, deskHere(market, [{ symbol: 'A' }, { symbol: 'B' }]));
    expect(rows[0]?.n).toBe(3);
    expect(rows[0]?.mean).toBeCloseTo((12 / 10 - 1 + (12 / 11 - 1) + 0) / 3, 12);
  });
});

it('corrects p values as Holm did', () => {
  expect(holm([0.01, 0.04, 0.03, Number.NaN, 0.005])).toEqual([0.03, 0.06, 0.06, Number.NaN, 0.02]);
  expect(holm([0.6, 0.5])).toEqual([1, 1]);
});
