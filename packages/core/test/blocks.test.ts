// Memory of columns that is used again: it changes no answer, and nobody reads what stands there now as what stood there before.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { createEngine, type Engine } from '../src/engine.ts';
import { Blocks } from '../src/evaluation/blocks.ts';
import { Evaluator } from '../src/evaluation/evaluate.ts';
import { createPanel } from '../src/evaluation/panel.ts';
import { readRule } from '../src/language/check.ts';
import type { Strategy } from '../src/strategy/strategy.ts';
import { doing, helpersThat } from './helpers.ts';
import { anyStrategy, randomMarket } from './market.ts';

const RUNS = { numRuns: cases(30) };
const seeds = fc.integer({ min: 1, max: 1_000_000 });

/** Bytes of a block that holds a column of the market of the tests. */
const SMALL = 4096;

/** All that can be asked of a run's trades and days. */
function askedOf(engine: Engine, strategy: Strategy) {
  const outcome = engine.inspect({ strategy, benchmark: 'IX' });
  if (outcome.kind !== 'done') throw new Error(JSON.stringify(outcome));
  const { inspection } = outcome;
  const { trades, marks } = inspection.run;
  return () => ({
    run: inspection.run,
    stories: trades.slice(0, 20).map((trade) => inspection.story(trade)),
    whys: inspection.whyBetween('A', marks.day[0] as number, marks.day[marks.day.length - 1] as number),
    books: [...marks.day].filter((_day, t) => t % 25 === 0).map((day) => inspection.day(day)),
  });
}

describe('blocks', () => {
  it('are given out again to whoever asks for about as much', () => {
    const blocks = new Blocks(SMALL);
    const whole = blocks.take(SMALL);
    const half = blocks.take(SMALL / 2 - 8);
    expect(half.byteLength).toBe(SMALL / 2);
    blocks.giveBack(whole);
    blocks.giveBack(half);
    expect(blocks.take(SMALL / 4)).not.toBe(half);
    expect(blocks.take(SMALL / 4 + 8)).toBe(half);
    expect(blocks.take(SMALL)).toBe(whole);
    expect(blocks.take(SMALL)).not.toBe(whole);
  });

  it('that are larger than any that is shared are not kept', () => {
    const blocks = new Blocks(SMALL);
    const large = blocks.take(SMALL + 8);
    expect(large.byteLength).toBe(SMALL + 8);
    blocks.giveBack(large);
    expect(blocks.take(SMALL + 8)).not.toBe(large);
  });
});

describe('an evaluator', () => {
  const read = readRule('close > 5-day average', { expects: 'rule' });
  if (!read.ok) throw new Error('it reads');
  const { market, universe } = randomMarket(3);
  const evaluator = () =>
    new Evaluator(createPanel(market, universe), { barsPerYear: 252, seed: 1, benchmark: 'IX' });

  it('says when its columns are no longer what they were', () => {
    const one = evaluator();
    const before = one.kept.era;
    one.truths(read.tree, 0);
    one.kept.trim(1e9);
    expect(one.kept.era).toBe(before);
    one.kept.trim(0);
    expect(one.kept.era).not.toBe(before);
  });
});

describe('engines that share blocks', () => {
  it('answer as one that shares nothing does, also when asked of a run whose columns others have written over', () => {
    fc.assert(
      fc.property(seeds, anyStrategy, anyStrategy, fc.array(doing), (seed, strategy, other, does) => {
        const { market, universe } = randomMarket(seed);
        const blocks = new Blocks(SMALL);
        const sharing = () => {
          const helpers = does.length > 0 ? helpersThat(does, createEngine(market, universe)) : undefined;
          return createEngine(market, universe, { blocks, helpers });
        };
        const first = sharing();
        const second = sharing();
        const asked = askedOf(first, strategy);
        first.letGo();
        askedOf(second, other)();
        const alone = createEngine(market, universe);
        expect(asked()).toEqual(askedOf(alone, strategy)());
        expect(first.run({ strategy, benchmark: 'IX' })).toEqual(alone.run({ strategy, benchmark: 'IX' }));
        second.letGo();
        expect(first.run({ strategy: other, benchmark: 'IX' })).toEqual(
          alone.run({ strategy: other, benchmark: 'IX' }),
        );
      }),
      RUNS,
    );
  });
});
