// The proof that no form of rule can look ahead: cutting the data after a day changes nothing up to that day.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import type { Market } from '../src/bars/bars.ts';
import { barsUntil } from '../src/bars/columns.ts';
import { Blocks } from '../src/evaluation/blocks.ts';
import { Evaluator } from '../src/evaluation/evaluate.ts';
import { createPanel, type Universe } from '../src/evaluation/panel.ts';
import { barsWhere, valuesAt } from '../src/evaluation/select.ts';
import { TRUE } from '../src/evaluation/truth.ts';
import { readRule } from '../src/language/check.ts';
import type { Node } from '../src/language/tree.ts';
import { catalogue, formOf } from '../src/measures/catalogue.ts';
import type { Measure } from '../src/measures/measure.ts';
import { at } from '../src/numeric/at.ts';
import { randomMarket } from './market.ts';

const RUNS = { numRuns: cases(200) };
const DAYS = 90;
const seeds = fc.integer({ min: 1, max: 1_000_000 });
const cuts = fc.integer({ min: 5, max: DAYS - 5 });

/** Memory that was full of something else, of which a column must leave nothing. */
class UsedBlocks extends Blocks {
  override take(bytes: number): ArrayBuffer {
    const block = super.take(bytes);
    new Uint8Array(block).fill(0x41);
    return block;
  }
}

function evaluatorOn(market: Market, universe: Universe, blocks?: Blocks): Evaluator {
  const panel = createPanel(market, universe);
  return new Evaluator(panel, { barsPerYear: 252, seed: 1, benchmark: 'IX', blocks });
}

function treeOf(text: string, expects: 'rule' | 'value'): Node {
  const read = readRule(text, { expects });
  if (!read.ok) throw new Error(`${text}: ${at(read.problems, 0).message}`);
  return read.tree;
}

const cut = (market: Market, last: number): Market =>
  new Map([...market].map(([symbol, bars]) => [symbol, barsUntil(bars, last)]));

/** A measure written out with windows of a few bars. */
function sample(m: Measure, windows: readonly number[]): string {
  const window = m.windows.length > 0 ? `${windows.slice(0, m.windows.length).join('/')}-day ` : '';
  const tail = m.takes.map(({ word, kind }) => {
    const taken = { value: '(high - low)', number: '1.5', rule: '(close > open)', instrument: 'IX' }[kind];
    return word ? ` ${word} ${taken}` : ` ${taken}`;
  });
  return window + m.phrase + tail.join('');
}

function checkCut(
  seed: number,
  place: number,
  column: (e: Evaluator, instrument: number) => ArrayLike<number>,
) {
  const { market, universe } = randomMarket(seed, 3, DAYS);
  const whole = evaluatorOn(market, universe, new UsedBlocks());
  const last = at(at(whole.panel.bars, 0).day, Math.min(place, at(whole.panel.bars, 0).day.length - 1));
  const part = evaluatorOn(cut(market, last), universe);
  for (let k = 0; k < part.panel.universeSize; k++) {
    const symbol = at(part.panel.symbols, k);
    const before = column(part, k);
    expect(Array.from(column(whole, whole.panel.number(symbol))).slice(0, before.length)).toEqual(
      Array.from(before),
    );
  }
}

describe('a measure at a day', () => {
  it.each(catalogue.filter((m) => !m.position).map((m) => [formOf(m), m] as const))(
    '%s does not depend on later days',
    (_form, m) => {
      fc.assert(
        fc.property(
          seeds,
          cuts,
          fc.array(fc.integer({ min: 2, max: 25 }), { minLength: 3, maxLength: 3 }),
          (seed, at, windows) => {
            const tree = treeOf(sample(m, windows), 'value');
            checkCut(seed, at, (e, k) => e.values(tree, k) as Float64Array);
          },
        ),
        RUNS,
      );
    },
  );
});

const FORMS = [
  'close > prior 4-day high',
  'close crosses above 5-day average',
  'close crosses below close 3 days ago',
  'close is between 5-day low and 0.99 * 5-day high',
  'close is rising for 2 days',
  'close is falling',
  'close is the highest of 6 days',
  'low is the lowest of 6 days',
  'gaps up or gaps down',
  'not close > 5-day average for 2 days in a row',
  'close < 5-day average within the last 3 days',
  'close > open on at least 2 of the last 4 days',
  'on IX (close > 5-day average)',
  'close > on IX (close 2 days ago)',
  'close > 5-day average and volume > 5-day average of volume and on IX (close > open)',
  '-5-day return < 3-day return / 2 and close > 5 and always',
  'close > prior 4-day high and low > 3-day low 2 days ago',
  'close < prior 5-day low or close > 3-day high 2 days ago',
  'high is below 6-day low 7 days ago',
  'close > prior 10-day high and close >= 1 and 3-day return is at most 50% and close equals close',
];

describe('a rule at a day', () => {
  it.each(FORMS)('%s does not depend on later days', (text) => {
    const tree = treeOf(text, 'rule');
    fc.assert(
      fc.property(seeds, cuts, (seed, at) => checkCut(seed, at, (e, k) => e.truths(tree, k))),
      RUNS,
    );
  });

  it.each(FORMS)('%s is true on the same bars whether read by narrowing or as a column', (text) => {
    const tree = treeOf(text, 'rule');
    fc.assert(
      fc.property(seeds, (seed) => {
        const { market, universe } = randomMarket(seed, 3, DAYS);
        const narrowing = evaluatorOn(market, universe);
        const whole = evaluatorOn(market, universe);
        for (let k = 0; k < whole.panel.universeSize; k++) {
          const truths = Array.from(whole.truths(tree, k));
          const bars = truths.map((_t, i) => i).filter((i) => truths[i] === TRUE);
          expect(Array.from(barsWhere(narrowing, tree, k))).toEqual(bars);
        }
      }),
      RUNS,
    );
  });

  it.each([
    '5-day return',
    '10 * 3-day return - 2',
    'close 4 days ago',
    '-5-day RSI',
    'on IX (5-day return)',
  ])('a value such as %s is the same to the last bit at some bars as in its column', (text) => {
    const tree = treeOf(text, 'value');
    fc.assert(
      fc.property(seeds, (seed) => {
        const { market, universe } = randomMarket(seed, 2, DAYS);
        const e = evaluatorOn(market, universe);
        const at = Int32Array.from([0, 3, 4, 17, 40]);
        const some = Array.from(valuesAt(e, tree, 0, at) as Float64Array);
        const column = evaluatorOn(market, universe).values(tree, 0) as Float64Array;
        expect(some).toEqual(Array.from(at, (bar) => column[bar]));
      }),
      RUNS,
    );
  });
});
