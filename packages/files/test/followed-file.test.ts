// The followed file: what is followed, to be told of on another machine.

import { describe, expect, it } from 'vitest';
import type { FollowedFile } from '../src/index.ts';
import { readBlendFile, readFollowedFile, readStrategyFile, writeFollowedFile } from '../src/index.ts';

function valueOf<T>(read: { ok: true; value: T } | { ok: false; problems: unknown }): T {
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}

const strategyText = JSON.stringify({
  format: 'plateau-strategy/2',
  name: 'High ground',
  long: { enter: 'close is above 50-day average', exit: 'close is below 50-day average' },
  size: { method: 'equal-slots' },
  limits: { positions: 5 },
});
const strategy = valueOf(readStrategyFile(strategyText, 's'));
const universe = {
  id: 'u',
  name: 'Stocks',
  members: [
    { symbol: 'KELPK', from: 100, group: 'Kelp' },
    { symbol: 'B', to: 900 },
  ],
};

const followed: FollowedFile = {
  name: 'High ground',
  trusted: 20_000,
  engine: '0.2.0',
  tested: { days: 500, print: 'ab', endEquity: 120_000.5, cagr: Number.NaN, maxDrawdown: -0.2, trades: 7 },
  account: {
    kind: 'holdings',
    cash: -5,
    holdings: [{ symbol: 'KELPK', side: 'long', shares: 3, day: 19_990, price: 10 }],
  },
  fills: [{ day: 20_001, symbol: 'KELPK', action: 'buy', shares: 3, price: 10, costs: 0.5 }],
  events: [{ day: 20_020, symbol: 'KELPK', what: 'results' }],
  run: {
    kind: 'run',
    request: { strategy, benchmark: 'SK60', from: 18_000, begin: 'when-filled' },
    universe,
  },
};

describe('a followed file', () => {
  it('reads back as it was written', () => {
    expect(readFollowedFile(writeFollowedFile(followed), 'f')).toEqual({ ok: true, value: followed });
    const simulated: FollowedFile = { ...followed, account: { kind: 'simulated' }, fills: [], events: [] };
    expect(readFollowedFile(writeFollowedFile(simulated), 'f')).toEqual({ ok: true, value: simulated });
  });

  it('holds a blend with the universes of its parts', () => {
    const text = JSON.stringify({
      format: 'plateau-blend/1',
      form: 'apart',
      parts: [
        { name: 'a', share: 60, strategy: JSON.parse(strategyText), universe: 'u' },
        { name: 'b', share: 40, hold: 'SKALL' },
      ],
    });
    const blend = valueOf(readBlendFile(text, 'b'));
    const whole: FollowedFile = {
      ...followed,
      run: { kind: 'blend', blend, benchmark: 'SK60', universes: [universe] },
    };
    expect(readFollowedFile(writeFollowedFile(whole), 'f')).toEqual({ ok: true, value: whole });
  });

  const written = JSON.parse(writeFollowedFile(followed));
  it.each([
    ['no JSON', '{', /JSON/i],
    ['another format', { ...written, format: 'plateau-run/1' }, /nothing followed in Plateau.*“format”/],
    ['a trusted day that is none', { ...written, trusted: '2026-02-31' }, /“trusted”/],
    ['an account of no kind', { ...written, account: { kind: 'borrowed' } }, /“account”/],
    ['money of nothing', { ...written, account: { kind: 'capital', capital: 0 } }, /“account/],
    ['a fill without a price', { ...written, fills: [{ ...written.fills[0], price: 0 }] }, /price/],
    ['neither run nor blend', { ...written, run: undefined }, /run, blend/],
    [
      'a rule that is no text',
      { ...written, run: { ...written.run, strategy: { ...written.run.strategy, long: { enter: 5 } } } },
      /long/,
    ],
  ])('says what is wrong: %s', (_what, value, why) => {
    const read = readFollowedFile(typeof value === 'string' ? value : JSON.stringify(value), 'f.json');
    expect(read.ok).toBe(false);
    if (!read.ok) expect(`${read.problems[0]?.path ?? ''} ${read.problems[0]?.message}`).toMatch(why);
  });
});
