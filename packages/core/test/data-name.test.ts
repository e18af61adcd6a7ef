// The name of what a run read: one for the same bars and members, however they are given.

import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import type { Bars } from '../src/bars/bars.ts';
import { dataName, nameOfNames } from '../src/bars/data-name.ts';
import { symbolsRead } from '../src/bars/symbols-read.ts';
import { randomMarket, strategyOf } from './market.ts';

const { market, universe } = randomMarket(2);
const symbols = [...market.keys()];
const name = dataName(market, universe, symbols);

/** Bars again, with columns of their own, here in memory that threads share. */
function copy(bars: Bars): Bars {
  const entries = Object.entries(bars).map(([key, column]) => {
    const shared = new SharedArrayBuffer(column.byteLength);
    const its = column instanceof Int32Array ? new Int32Array(shared) : new Float64Array(shared);
    its.set(column);
    return [key, its];
  });
  return Object.fromEntries(entries);
}

describe('The name of data', () => {
  it('is a SHA-256 of what is documented', () => {
    const day = Int32Array.of(7);
    const one = Float64Array.of(1);
    const bars: Bars = { day, open: one, high: one, low: one, close: one, volume: one };
    const hash = createHash('sha256');
    for (const key of ['day', 'open', 'high', 'low', 'close', 'volume', 'factor']) {
      const column = { ...bars, factor: undefined }[key as 'day' | 'factor'];
      hash.update(`${key} ${column ? column.length : 'none'}\n`);
      if (column) hash.update(new Uint8Array(column.slice().buffer));
    }
    const lines = `A ${hash.digest('hex')}\nB -\n\nA 1  g`;
    expect(dataName(new Map([['A', bars]]), [{ symbol: 'A', from: 1, group: 'g' }], ['B', 'A'])).toBe(
      createHash('sha256').update(lines).digest('hex'),
    );
  });

  it('is the same for other columns of the same numbers, and for any order', () => {
    const again = new Map([...market].map(([symbol, bars]) => [symbol, copy(bars)] as const));
    expect(dataName(again, [...universe].reverse(), [...symbols].reverse())).toBe(name);
  });

  it.each(['day', 'open', 'high', 'low', 'close', 'volume'] as const)('changes with one %s', (key) => {
    const bars = market.get('A');
    if (!bars) throw new Error('there is an A');
    const changed = copy(bars);
    changed[key][3] = (changed[key][3] ?? 0) + 1;
    expect(dataName(new Map(market).set('A', changed), universe, symbols)).not.toBe(name);
  });

  it('changes with a membership', () => {
    const [first, ...rest] = universe;
    if (!first) throw new Error('there is a member');
    expect(dataName(market, [{ ...first, to: 12_000 }, ...rest], symbols)).not.toBe(name);
  });

  it('is of members, the benchmark and what rules name, with bars or not', () => {
    const strategy = strategyOf({
      long: { enter: 'IX: close > 5 and C: close > 1', exit: 'close < 0', stops: { trigger: 'touch' } },
    });
    const has = new Set(['A', 'B', 'C', 'D', 'IX']);
    expect(symbolsRead({ strategy, benchmark: 'D' }, [{ symbol: 'B' }, { symbol: 'GONE' }], has)).toEqual([
      'B',
      'C',
      'D',
      'GONE',
      'IX',
    ]);
  });
});

describe('The name of several data', () => {
  it('is the name of the one, or a SHA-256 of all in their order', () => {
    const hash = (text: string): string => createHash('sha256').update(text).digest('hex');
    expect(nameOfNames([name])).toBe(name);
    expect(nameOfNames([name, 'b'])).toBe(hash(`${name}\nb`));
    expect(nameOfNames(['b', name])).not.toBe(nameOfNames([name, 'b']));
  });
});
