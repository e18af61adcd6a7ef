// What a worker answers of blends: the same as the blends themselves, and no more work than an edit needs.

import { describe, expect, it } from 'vitest';
import { blendApart } from '../../src/blend/apart.ts';
import type { ApartBlend, Part, TogetherBlend } from '../../src/blend/blend.ts';
import { readyParts } from '../../src/blend/ready-parts.ts';
import { createSharedEngine } from '../../src/blend/together.ts';
import { yearOf } from '../../src/days/day.ts';
import { createEngine, type Engine } from '../../src/engine.ts';
import { at } from '../../src/numeric/at.ts';
import type { BlendAsked } from '../../src/work/asked.ts';
import { doEngineWork } from '../../src/work/do-engine-work.ts';
import type { EngineFor } from '../../src/work/engine-for.ts';
import { randomMarket, strategyOf } from '../market.ts';

const { market, universe } = randomMarket(11, 8, 500);
const crossing = (days: number) =>
  strategyOf({
    long: {
      enter: `close > ${days}-day average`,
      exit: `close < ${days}-day average`,
      stops: { trigger: 'close' },
    },
    limits: { positions: 3, afterMembership: 'hold' },
  });
const part = (name: string, share: number, days: number): Extract<Part, { kind: 'strategy' }> => ({
  kind: 'strategy',
  name,
  share,
  strategy: crossing(days),
  universe: 'all',
});

const apart: ApartBlend = {
  form: 'apart',
  name: 'mixture',
  notes: '',
  parts: [
    part('quick', 40, 5),
    part('slow', 30, 20),
    { kind: 'hold', name: 'index', share: 30, symbol: 'IX' },
  ],
  weights: 'shares',
  review: 'quarter-end',
  moveCost: 25,
  capital: 100_000,
};
const together: TogetherBlend = {
  form: 'together',
  name: 'one account',
  notes: '',
  parts: [part('quick', 60, 5), part('slow', 40, 20)],
  limits: { onePart: false, oppose: false, turn: 'listed' },
  account: { capital: 100_000, leverage: 1 },
  costs: { ...crossing(5).costs, cashRate: 3 },
};
const asked = (blend: BlendAsked['blend']): BlendAsked => ({ blend, benchmark: 'IX' });
const wanted = () => true;

/** A worker whose strategies' runs are counted. */
function worker() {
  let runs = 0;
  const engine = createEngine(market, universe);
  const counting: Engine = {
    ...engine,
    run: (...request) => {
      runs++;
      return engine.run(...request);
    },
  };
  const engineFor: EngineFor = async (name) => ({ name, universe, engine: counting });
  return { work: doEngineWork(market, engineFor), runs: () => runs };
}

async function mixed(blend: BlendAsked['blend'], { work } = worker()) {
  const outcome = await work.blend(asked(blend), wanted);
  if (outcome.kind !== 'done' || !outcome.trades) throw new Error(JSON.stringify(outcome));
  return { ...outcome.run, ...outcome.trades };
}

describe('a blend of buckets, asked of a worker', () => {
  it('is the blend itself, to the bit', async () => {
    const engine = createEngine(market, universe);
    const runs = apart.parts.map((one) => {
      if (one.kind !== 'strategy') return undefined;
      const outcome = engine.run({ strategy: one.strategy, benchmark: 'IX' });
      return outcome.kind === 'done' ? outcome.run : undefined;
    });
    const ready = readyParts({ parts: apart.parts, market, benchmark: 'IX', runs });
    if (!ready.ok) throw new Error('the parts are sound');
    const { decisions: _long, ...direct } = blendApart(apart, ready.ready);
    expect(await mixed(apart)).toEqual(direct);
  });

  it('runs no strategy again for another share, review or name, and sends no trades twice', async () => {
    const { work, runs } = worker();
    const first = await work.blend(asked(apart), wanted);
    if (first.kind !== 'done') throw new Error('it mixes');
    expect(runs()).toBe(2);
    const [quick, slow, index] = apart.parts as [Part, Part, Part];
    const turned: ApartBlend = {
      ...apart,
      review: { drift: 3 },
      parts: [{ ...quick, share: 50, name: 'faster' }, slow, { ...index, share: 20 }],
    };
    const again = await work.blend({ ...asked(turned), has: first.tradesKey }, wanted);
    if (again.kind !== 'done') throw new Error('it mixes');
    expect(runs()).toBe(2);
    expect(again.trades).toBeUndefined();
    expect(again.run.figures).toEqual((await mixed(turned)).figures);
    expect(again.run.figures).not.toEqual(first.run.figures);
  });

  it('runs the one strategy that was edited', async () => {
    const { work, runs } = worker();
    await work.blend(asked(apart), wanted);
    const [quick, , index] = apart.parts as [Part, Part, Part];
    await work.blend(asked({ ...apart, parts: [quick, part('slow', 30, 30), index] }), wanted);
    expect(runs()).toBe(3);
  });

  it.each([apart, together])('tells what each part alone has made in money of the account', async (blend) => {
    const { work } = worker();
    const { beside = await work.beside(asked(blend), wanted) } = await mixed(blend, { work, runs: () => 0 });
    expect(beside?.parts).toHaveLength(blend.parts.length);
    for (const { alone } of beside?.parts ?? []) {
      expect(alone.netProfit).toBeCloseTo(alone.endEquity - 100_000, 6);
      expect(alone.netProfit).toBeCloseTo(100_000 * alone.totalReturn, 6);
    }
  });

  it('answers for a part out of its own run', async () => {
    const { work } = worker();
    const { strategy, universe: name } = part('slow', 30, 20);
    const own = { universe: name, request: { strategy, benchmark: 'IX' } };
    const day = at((await mixed(apart)).marks.day, 300);
    expect(await work.day({ ...asked(apart), part: 1, day }, wanted)).toEqual(
      await work.day({ ...own, day }, wanted),
    );
    expect(await work.why({ ...asked(apart), part: 2, symbol: 'A', day }, wanted)).toBeUndefined();
  });
});

describe('a blend on one account, asked of a worker', () => {
  it('comes first, and what it is held against after it', async () => {
    const { work } = worker();
    const { beside, ...run } = await mixed(together, { work, runs: () => 0 });
    expect(beside).toBeUndefined();
    const shared = createSharedEngine().run(together, {
      market,
      universeOf: () => universe,
      benchmark: 'IX',
    });
    if (shared.kind !== 'done') throw new Error('it runs');
    expect(run.marks).toEqual(shared.shared.run.marks);
    expect(run.trades).toEqual(shared.shared.run.trades);
    const later = await work.beside(asked(together), wanted);
    expect(later?.parts).toHaveLength(2);
    const alone = await mixed({ ...together, parts: [{ ...at(together.parts, 1), share: 100 }] });
    expect(later?.parts[0]?.without).toEqual(alone.figures);
  });

  it('tells of each part what it did among the others', async () => {
    const { work } = worker();
    const run = await mixed(together, { work, runs: () => 0 });
    const trade = run.trades.find(({ part: own }) => own === 1);
    if (!trade) throw new Error('the second part trades');
    const { symbol, side, entryDay } = trade;
    const story = await work.story(
      { ...asked(together), part: 1, trade: { symbol, side, entryDay } },
      wanted,
    );
    expect(story?.trade).toEqual(trade);
    const day = await work.day({ ...asked(together), part: 0, day: entryDay }, wanted);
    expect(day?.fills).toContainEqual(expect.objectContaining({ part: 1, symbol, action: 'enter' }));
    expect(day?.equity).toBe(run.marks.equity[run.marks.day.indexOf(entryDay)]);
    const why = await work.why({ ...asked(together), part: 1, symbol, day: trade.decisionDay }, wanted);
    expect(why?.candidates).toContainEqual(expect.objectContaining({ part: 1, symbol, outcome: 'taken' }));
    expect(why?.rules[0]?.conditions[0]?.text).toContain('20-day average');
  });
});

describe.each([
  ['of buckets', apart],
  ['on one account', together],
] as const)('any blend %s', (_form, blend) => {
  it('has a report whose whole span has the blend’s own figures, and a bootstrap', async () => {
    const { work } = worker();
    const run = await mixed(blend);
    const outcome = await work.blendReport(
      { ...asked(blend), tried: [0.5], comparisons: [{ kind: 'held', symbol: 'A' }, { kind: 'universe' }] },
      wanted,
    );
    if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
    const { cagr, maxDrawdown, sharpe, trades, profitFactor } = outcome.report.figures.strategy;
    expect({ cagr, maxDrawdown, sharpe, trades, profitFactor }).toEqual({
      cagr: run.figures.cagr,
      maxDrawdown: run.figures.maxDrawdown,
      sharpe: run.figures.sharpe,
      trades: run.figures.trades,
      profitFactor: run.figures.profitFactor,
    });
    expect(outcome.report.comparisons.map(({ comparison }) => comparison)).toEqual([
      { kind: 'held', symbol: 'A' },
    ]);
    const doubt = await work.blendDoubt({ ...asked(blend), symbols: ['A', 'IX'] }, wanted);
    expect(doubt?.bootstrap).toBeDefined();
    expect(doubt?.data).toBe(await work.blendFingerprint({ ...asked(blend), symbols: ['A', 'IX'] }, wanted));
    expect(doubt?.data).toMatch(/^[0-9a-f]{64}$/);
  });

  it('adds up by year and part to what the account gained, and so does what is at work', async () => {
    const { marks, parts, years, restByYear, figures, moveCosts, interest } = await mixed(blend);
    let equity = 100_000;
    for (const [y, { year }] of years.entries()) {
      const last = marks.day.reduce((t, _day, k) => (yearOf(at(marks.day, k)) === year ? k : t), 0);
      const gained = parts.reduce((sum, { byYear }) => sum + at(byYear, y), at(restByYear, y));
      expect(gained).toBeCloseTo(at(marks.equity, last) - equity, 6);
      equity = at(marks.equity, last);
    }
    expect(restByYear.reduce((a, b) => a + b, 0)).toBeCloseTo(interest - moveCosts, 6);
    parts.forEach((one) => {
      expect(one.byYear.reduce((a, b) => a + b, 0)).toBeCloseTo(one.profit, 6);
    });
    const atWork = marks.day.map((_day, t) =>
      Math.round(1e9 * parts.reduce((sum, one) => sum + at(one.atWork, t), 0)),
    );
    const exposed = marks.day.map((_day, t) =>
      Math.round((1e9 * (at(marks.long, t) + at(marks.short, t))) / at(marks.equity, t)),
    );
    atWork.forEach((value, t) => {
      expect(Math.abs(value - at(exposed, t))).toBeLessThan(5);
    });
    expect(figures.exposure).toBeGreaterThan(0);
  });

  it('names what is wrong with a part by its place', async () => {
    const [first, ...others] = blend.parts as readonly Extract<Part, { kind: 'strategy' }>[];
    if (!first) throw new Error('it has parts');
    const long = { ...first.strategy.long, enter: 'close > 5-day avrage' };
    const faulty = { ...first, strategy: { ...first.strategy, long } } as typeof first;
    const outcome = await worker().work.blend(
      asked({ ...blend, parts: [...others, faulty] } as typeof blend),
      wanted,
    );
    expect(outcome).toMatchObject({
      kind: 'problems',
      problems: [{ path: `parts.${others.length}.strategy.long.enter` }],
    });
  });

  it('is stopped when it is not wanted any more', async () => {
    expect(await worker().work.blend(asked(blend), () => false)).toEqual({ kind: 'stopped' });
  });
});

it('a blend split at a day has figures before it and from it on, in either form', async () => {
  const split = at((await mixed(apart)).marks.day, 250);
  for (const blend of [apart, together]) {
    const outcome = await worker().work.blend({ ...asked(blend), splitAt: split }, wanted);
    if (outcome.kind !== 'done') throw new Error('it mixes');
    expect(outcome.run.halves?.[1].from).toBeLessThanOrEqual(split);
    expect(outcome.run.halves?.[1].to).toBe(at(outcome.run.marks.day, outcome.run.marks.day.length - 1));
  }
});
