// What is told of a blend: of which part, and what of the whole.

import { describe, expect, it } from 'vitest';
import type { ApartBlend, TogetherBlend } from '../../src/blend/blend.ts';
import { blendCautions } from '../../src/blend/blend-cautions.ts';
import type { Trade } from '../../src/simulation/records.ts';
import type { Strategy } from '../../src/strategy/strategy.ts';
import { strategyOf } from '../market.ts';

const costs = { ...strategyOf({}).costs, slippage: 3 };
const honest = strategyOf({ costs });
const part = (name: string, strategy: Strategy, universe = 'dated') => ({
  kind: 'strategy' as const,
  name,
  share: 50,
  strategy,
  universe,
});
const apart = (...parts: ApartBlend['parts']): ApartBlend => ({
  form: 'apart',
  name: '',
  notes: '',
  parts,
  weights: 'shares',
  review: 'never',
  moveCost: 0,
  capital: 1000,
});
const DAYS = 7300;
const column = (value: number) => new Float64Array(DAYS).fill(value);
const marks = {
  day: Int32Array.from({ length: DAYS }, (_x, t) => 50 + t),
  equity: column(1000),
  cash: column(200),
  long: column(800),
  short: column(0),
  positions: new Int32Array(DAYS).fill(1),
};
const trade = (own: Partial<Trade>, k: number): Trade =>
  ({
    part: k % 2,
    symbol: `S${k}`,
    side: 'long',
    profit: 10,
    shares: 10,
    wanted: 10,
    entryDay: 100 + k,
    ...own,
  }) as Trade;
const trades = Array.from({ length: 300 }, (_x, k) => trade({}, k));
const run = { marks, trades, openTrades: [], ambiguousBars: 0 };
const told = (blend: ApartBlend | TogetherBlend, its = run, undated: string[] = [], tries = 1) =>
  blendCautions(blend, its, new Set(undated), tries).map(({ caution, parts }) =>
    [caution.kind, ...parts].join(' '),
  );

describe('the cautions of a blend', () => {
  it('are none of a long, honest one, and none where no strategy trades', () => {
    expect(told(apart(part('a', honest), part('b', honest)))).toEqual([]);
    expect(told(apart({ kind: 'hold', name: 'index', share: 100, symbol: 'IX' }))).toEqual([]);
  });

  it('name the parts they are of; what is true of all of them names none', () => {
    const free = strategyOf({});
    const now = { ...honest, timing: { enter: 'same-close', exit: 'next-open' } as const };
    const idle = { kind: 'hold' as const, name: 'index', share: 20, symbol: 'IX' };
    expect(told(apart(part('a', free), part('b', honest), idle))).toEqual(['no-costs a']);
    expect(told(apart(part('a', free), part('b', free), idle))).toEqual(['no-costs']);
    expect(told(apart(part('a', now), part('b', honest, 'old')), run, ['old'])).toEqual([
      'same-close a',
      'undated-universe b',
    ]);
    const crumbs = trades.map((one, k) => (k % 2 === 1 && k < 40 ? { ...one, shares: 0.5 } : one));
    expect(told(apart(part('a', honest), part('b', honest)), { ...run, trades: crumbs })).toEqual([
      'crumbs b',
    ]);
  });

  it('are of the one account where parts share it', () => {
    const free = strategyOf({});
    const together: TogetherBlend = {
      form: 'together',
      name: '',
      notes: '',
      parts: [part('a', free), part('b', free)],
      limits: { onePart: true, oppose: false, turn: 'listed' },
      account: honest.account,
      costs,
    };
    expect(told(together)).toEqual([]);
    expect(told({ ...together, costs: free.costs })).toEqual(['no-costs']);
  });

  it('tell what is of the whole once', () => {
    const blend = apart(part('a', honest), part('b', honest));
    expect(told(blend, { ...run, trades: trades.slice(0, 40) })).toEqual(['few-trades']);
    expect(told(blend, { ...run, ambiguousBars: 3 })).toEqual(['either-way']);
    expect(told(blend, run, [], 12)).toEqual(['tries']);
  });
});
