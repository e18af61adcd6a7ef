// Engines whose rules are shared among threads: the same answers to the bit, whoever does what, and whoever is late or dies.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { createEngine, type Engine, type Helpers } from '../src/engine.ts';
import { Blocks } from '../src/evaluation/blocks.ts';
import { at } from '../src/numeric/at.ts';
import { Turns } from '../src/parallel/turns.ts';
import type { RunRequest } from '../src/simulation/request.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { doing, helpersThat } from './helpers.ts';
import { randomMarket, strategyOf } from './market.ts';

const stops = { trigger: 'touch' as const };
const STRATEGIES: Record<string, Partial<Strategy>> = {
  'a rule that narrows, ranked': {
    long: {
      enter: 'close is above prior 10-day high and volume > 0.8 * 5-day average of volume',
      exit: 'close is below 10-day average',
      rank: { by: '20-day return', first: 'highest' },
      stops: { ...stops, initial: { atr: 5, times: 2 }, target: { r: 2 } },
    },
    limits: { positions: 2, afterMembership: 'exit' },
  },
  'stops and an exit made of what the entry reads': {
    long: {
      enter: '5-day average crosses above 10-day average and 5-day ATR > 0',
      exit: '5-day average is below 10-day average or 5-day average < 3',
      stops: { ...stops, initial: { level: '10-day average * 0.9' }, trail: { atr: 5, times: 3 } },
    },
    limits: { positions: 3, afterMembership: 'hold' },
  },
  'members compared with each other': {
    long: {
      enter:
        'universe percentile of 10-day return is above 50 and universe rank of (universe rank of close + 5-day RSI) is at most 4',
      exit: 'universe rank of close is above 4',
      rank: { by: 'universe percentile of 5-day volatility', first: 'lowest' },
      stops,
    },
    limits: { positions: 3, afterMembership: 'hold' },
  },
  'both sides, with an index and sizes of their own': {
    long: {
      enter: 'on IX (close is above 20-day average) and 5-day RSI < 60',
      exit: 'profit > 4 or days held > 9',
      stops: { ...stops, initial: { level: '10-day low' }, trail: { atr: 10, times: 3 } },
    },
    short: {
      enter: '5-day RSI > 65 or close crosses below 10-day average',
      exit: 'close is above 5-day average',
      stops: { ...stops, initial: { percent: 8 } },
    },
    size: {
      method: 'volatility',
      atr: 7,
      percent: 1,
      fractional: false,
      unaffordable: 'shrink',
      maxOfTradedValue: 5,
    },
  },
  'a rotation by weeks': {
    bars: 'week',
    long: {
      enter: 'close > 3-week average',
      exit: '',
      rotate: { review: 'month-end', hold: 2, keep: 3 },
      rank: { by: '4-week return', first: 'highest' },
      stops,
    },
  },
};

const requestOf = (parts: Partial<Strategy>): RunRequest => ({
  strategy: strategyOf(parts),
  benchmark: 'IX',
});
/** Counts the shared blocks that are given out. */
class Watched extends Blocks {
  out = 0;
  override takeShared(bytes: number): SharedArrayBuffer {
    this.out++;
    return super.takeShared(bytes);
  }
  override giveBack(block: ArrayBuffer | SharedArrayBuffer): void {
    if (block instanceof SharedArrayBuffer) this.out--;
    super.giveBack(block);
  }
}

/** A helper that takes an item of each round and never gives it. */
function takesAndKeeps(item: number): Helpers {
  return {
    count: 1,
    post({ turns }) {
      const its = new Turns(turns);
      if (item < its.items) its.take(item);
    },
  };
}

describe('an engine with helpers', () => {
  it.each(Object.entries(STRATEGIES))('answers as one alone: %s', (_name, parts) => {
    let trades = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1000 }),
        fc.array(doing, { minLength: 1, maxLength: 6 }),
        (seed, does) => {
          const { market, universe } = randomMarket(seed);
          const request = requestOf(parts);
          const alone = createEngine(market, universe).run(request);
          if (alone.kind !== 'done') throw new Error(JSON.stringify(alone));
          trades += alone.run.trades.length;
          const engine = createEngine(market, universe, {
            helpers: helpersThat(does, createEngine(market, universe)),
          });
          expect(engine.run(request)).toEqual(alone);
          // Whoever kept what changes nothing either.
          const later = { ...request, from: 18_300 };
          expect(engine.run(later)).toEqual(createEngine(market, universe).run(later));
        },
      ),
      { numRuns: cases(25) },
    );
    expect(trades).toBeGreaterThan(0);
  });

  it('ranks the entries it has found anew when they are ranked by another value', () => {
    const { market, universe } = randomMarket(7);
    const [first, second, third] = ['20-day return', 'close', '20-day return'].map((by) => {
      const { long, ...parts } = STRATEGIES['a rule that narrows, ranked'] ?? {};
      return requestOf({ ...parts, long: { ...long, rank: { by, first: 'highest' } } as Strategy['long'] });
    }) as [RunRequest, RunRequest, RunRequest];
    const alone = [first, second, third].map((request) => createEngine(market, universe).run(request));
    const engine = createEngine(market, universe, {
      helpers: helpersThat([[true]], createEngine(market, universe)),
    });
    expect([first, second, third].map((request) => engine.run(request))).toEqual(alone);
    expect(alone[1]).not.toEqual(alone[0]);
  });

  it('reads nothing again when the same ranks are put in the other order', () => {
    const { market, universe } = randomMarket(7);
    const { long, ...parts } = STRATEGIES['a rule that narrows, ranked'] ?? {};
    const ranked = (first: 'highest' | 'lowest'): RunRequest =>
      requestOf({ ...parts, long: { ...long, rank: { by: '20-day return', first } } as Strategy['long'] });
    const rounds: string[] = [];
    const helpers: Helpers = { count: 1, post: ({ round }) => void rounds.push(round.kind) };
    const engine = createEngine(market, universe, { helpers });
    const highest = engine.run(ranked('highest'));
    const begun = rounds.length;
    expect(begun).toBeGreaterThan(0);
    const lowest = engine.run(ranked('lowest'));
    expect(rounds.slice(begun)).toEqual([]);
    expect(lowest).toEqual(createEngine(market, universe).run(ranked('lowest')));
    expect(lowest).not.toEqual(highest);
  });

  it('does itself what a helper has taken and never gives', () => {
    const { market, universe } = randomMarket(5);
    const request = requestOf(STRATEGIES['a rule that narrows, ranked'] ?? {});
    const dies = takesAndKeeps(2);
    expect(createEngine(market, universe, { helpers: dies }).run(request)).toEqual(
      createEngine(market, universe).run(request),
    );
  });

  it('does itself what a helper could not do', () => {
    const { market, universe } = randomMarket(5);
    const request = requestOf(STRATEGIES['a rule that narrows, ranked'] ?? {});
    const broken = createEngine(market, universe);
    const helpers: Helpers = {
      count: 1,
      post: (asked) => {
        try {
          broken.help({
            ...asked,
            round: { ...asked.round, rule: undefined, value: undefined } as never,
            member: 1,
          });
        } catch {
          // As a helper's thread does: its worker goes on without it.
        }
      },
    };
    expect(createEngine(market, universe, { helpers }).run(request)).toEqual(
      createEngine(market, universe).run(request),
    );
  });

  it('uses memory again only when no helper is at what stands there', () => {
    const { market, universe } = randomMarket(5);
    const request = requestOf(STRATEGIES['a rule that narrows, ranked'] ?? {});
    const notGivenBack = (helpers: Helpers): number => {
      const blocks = new Watched();
      const engine = createEngine(market, universe, { helpers, blocks });
      engine.run(request);
      expect(blocks.out).toBeGreaterThan(0);
      engine.letGo();
      return blocks.out;
    };
    expect(notGivenBack(helpersThat([[true, false]], createEngine(market, universe)))).toBe(0);
    expect(notGivenBack(takesAndKeeps(0))).toBeGreaterThan(0);
  });

  it('takes no memory for columns that an edit of the entry leaves as they are', () => {
    const { market, universe } = randomMarket(5);
    const blocks = new Watched();
    const helpers = helpersThat([[true, false]], createEngine(market, universe));
    const engine = createEngine(market, universe, { helpers, blocks });
    const { long, ...others } = STRATEGIES['stops and an exit made of what the entry reads'] ?? {};
    const outAfter = (enter: string): number => {
      engine.run(requestOf({ ...others, ...(long && { long: { ...long, enter } }) }));
      return blocks.out;
    };
    const out = outAfter('5-day average > 0');
    expect(out).toBeGreaterThan(0);
    expect(outAfter('5-day average crosses above 10-day average')).toBe(out);
    expect(outAfter('5-day average crosses below 10-day average')).toBe(out);
  });

  it('calls its helpers off when it is stopped, and runs again', () => {
    const { market, universe } = randomMarket(5);
    const request = requestOf(STRATEGIES['a rule that narrows, ranked'] ?? {});
    const rounds: Turns[] = [];
    const helpers: Helpers = { count: 1, post: ({ turns }) => void rounds.push(new Turns(turns)) };
    const engine = createEngine(market, universe, { helpers });
    let asked = 0;
    expect(engine.run(request, () => ++asked < 3)).toEqual({ kind: 'stopped' });
    expect(rounds.length).toBeGreaterThan(0);
    expect(rounds.every((turns) => turns.isCalledOff())).toBe(true);
    expect(engine.run(request)).toEqual(createEngine(market, universe).run(request));
    expect(rounds.every((turns) => turns.isCalledOff())).toBe(true);
  });

  it('calls its helpers off when it has answered, whatever it was asked', () => {
    const { market, universe } = randomMarket(5);
    const request = requestOf(STRATEGIES['a rule that narrows, ranked'] ?? {});
    const days = createEngine(market, universe).days(request);
    if (days.kind !== 'done') throw new Error(days.kind);
    const [first, middle, next, last] = [0, 99, 100, days.days.length - 1].map((t) => at(days.days, t));
    const windows = [
      { strategy: request.strategy, from: first as number, to: middle as number },
      { strategy: request.strategy, from: next as number, to: last as number },
    ];
    const questions: ((engine: Engine) => unknown)[] = [
      (engine) => engine.days(request),
      (engine) => engine.chain({ request, windows, perWindow: true }),
      (engine) => engine.inspect(request).kind,
    ];
    for (const ask of questions) {
      const rounds: Turns[] = [];
      const helpers: Helpers = { count: 1, post: ({ turns }) => void rounds.push(new Turns(turns)) };
      expect(ask(createEngine(market, universe, { helpers }))).toEqual(ask(createEngine(market, universe)));
      expect(rounds.length).toBeGreaterThan(0);
      expect(rounds.every((turns) => turns.isCalledOff())).toBe(true);
    }
  });
});

describe('turns', () => {
  it('gives each item to one member, those of its own share first', () => {
    const turns = Turns.of(9);
    const done: [number, number][] = [];
    turns.work(1, 3, (item) => {
      done.push([1, item]);
      if (item === 4) turns.work(2, 3, (other) => done.push([2, other]));
    });
    expect(done.slice(0, 3)).toEqual([
      [1, 3],
      [1, 4],
      [2, 6],
    ]);
    expect(done.map(([, item]) => item).sort()).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8]);
  });

  it('are closed to all, and tell whether one is still in hand', () => {
    const turns = Turns.of(3);
    turns.take(1);
    expect(turns.close()).toBe(false);
    expect([0, 1, 2].map((item) => turns.take(item))).toEqual([false, false, false]);
    expect(Turns.of(3).close()).toBe(true);
  });

  it('that are kept back are neither taken nor done', () => {
    const turns = Turns.of(2);
    turns.keepBack(0);
    const taken: number[] = [];
    turns.work(0, 1, (item) => taken.push(item));
    turns.keepBack(1);
    expect(taken).toEqual([1]);
    expect([turns.isDone(0), turns.isDone(1)]).toEqual([false, true]);
  });
});
