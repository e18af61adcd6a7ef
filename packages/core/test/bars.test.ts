// Bars as columns: picking, merging, packing, and events laid over them.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Bars } from '../src/bars/bars.ts';
import { daysOfBlock, isBlock, packBars, summaryOfBlock, unpackBars } from '../src/bars/block.ts';
import { barsAt, barsUntil, barsWithout, columnsOf, mergedBars } from '../src/bars/columns.ts';
import { barsIn, bytesOfBars, copyValues } from '../src/bars/layout.ts';
import { repairsOf } from '../src/quality/event-repairs.ts';

/** Bars of the days given; every column tells the day and the bars apart. */
function barsOf(days: readonly number[], mark: number, factor: boolean): Bars {
  const column = (k: number) => Float64Array.from(days, (day) => mark * 1000 + day + k / 10);
  return {
    day: Int32Array.from(days),
    open: column(1),
    high: column(2),
    low: column(3),
    close: column(4),
    volume: column(5),
    ...(factor && { factor: column(6) }),
  };
}
const anyDays = fc.uniqueArray(fc.integer({ min: 1, max: 400 })).map((days) => days.sort((a, b) => a - b));

describe('merged bars', () => {
  it('hold each day of either once, rising, the fresh one where both have it, every column of the same bar', () => {
    fc.assert(
      fc.property(anyDays, anyDays, fc.boolean(), fc.boolean(), (a, b, factorA, factorB) => {
        const [old, fresh] = [barsOf(a, 1, factorA), barsOf(b, 2, factorB)];
        const merged = mergedBars(old, fresh);
        const days = [...new Set([...a, ...b])].sort((x, y) => x - y);
        expect([...merged.day]).toEqual(days);
        for (const [k, day] of days.entries()) {
          const from = b.includes(day) ? fresh : old;
          const place = from.day.indexOf(day);
          for (const name of columnsOf(merged)) {
            expect(merged[name]?.[k]).toBe(from[name]?.[place] ?? 1);
          }
        }
      }),
    );
  });
});

describe('picked bars', () => {
  const bars = barsOf([3, 5, 8, 9], 1, true);

  it('are those at the places, in their order', () => {
    const picked = barsAt(bars, [2, 0]);
    expect([...picked.day]).toEqual([8, 3]);
    expect([...picked.close]).toEqual([bars.close[2], bars.close[0]]);
    expect([...(picked.factor ?? [])]).toEqual([bars.factor?.[2], bars.factor?.[0]]);
  });

  it('without some places hold the others; without none they are the very same', () => {
    expect([...barsWithout(bars, new Set([1, 3])).day]).toEqual([3, 8]);
    expect(barsWithout(bars, new Set())).toBe(bars);
  });

  it('until a day share the memory of all', () => {
    const until = barsUntil(bars, 8);
    expect([...until.day]).toEqual([3, 5, 8]);
    expect(until.close.buffer).toBe(bars.close.buffer);
  });
});

describe('a block', () => {
  it('gives back the bars that were packed, and knows what is none', () => {
    fc.assert(
      fc.property(
        anyDays.filter(({ length }) => length > 0),
        fc.boolean(),
        (days, factor) => {
          const bars = barsOf(days, 1, factor);
          const block = packBars(bars);
          expect(unpackBars(block)).toEqual(bars);
          expect(isBlock(block)).toBe(true);
          expect(summaryOfBlock(block)).toEqual({
            first: days[0],
            last: days[days.length - 1],
            count: days.length,
          });
          expect(isBlock(block.slice(0, block.byteLength - 1))).toBe(false);
        },
      ),
    );
    expect(isBlock(new ArrayBuffer(4))).toBe(false);
    expect(isBlock('block')).toBe(false);
  });

  const value = fc.oneof(
    fc.integer({ min: 0, max: 99_999_999 }).map((cents) => cents / 100),
    fc.integer({ min: 0, max: 99_999_999 }).map((points) => Number(`${points}e-4`)),
    fc.integer({ min: 0, max: 2 ** 40 }),
    fc.double(),
    fc.constantFrom(-0, Number.NaN, Infinity, 2 ** 31, 2 ** 31 - 1, 0.1 + 0.2),
  );

  it('gives back any column to the bit', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 9 }),
        fc.infiniteStream(value),
        fc.boolean(),
        (some, values, factor) => {
          const days = some.sort((a, b) => a - b);
          const column = () => Float64Array.from(days, () => values.next().value as number);
          const plain = { open: column(), high: column(), low: column(), close: column(), volume: column() };
          const bars = { day: Int32Array.from(days), ...plain, ...(factor && { factor: column() }) };
          const block = packBars(bars);
          expect(isBlock(block)).toBe(true);
          const back = unpackBars(block);
          expect([...daysOfBlock(block)]).toEqual(days);
          for (const name of columnsOf(bars)) {
            expect(Object.is(back[name]?.length, days.length)).toBe(true);
            days.forEach((_day, k) => {
              expect(Object.is(back[name]?.[k], bars[name]?.[k])).toBe(true);
            });
          }
        },
      ),
    );
  });

  it('of prices in hundredths takes little more than half of what floats take', () => {
    const days = Int32Array.from({ length: 1000 }, (_none, k) => k);
    const cents = (k: number) => Float64Array.from(days, (day) => (1000 + ((day * 37 + k) % 500)) / 100);
    const bars = {
      day: days,
      open: cents(0),
      high: cents(1),
      low: cents(2),
      close: cents(3),
      volume: cents(4),
    };
    expect(packBars(bars).byteLength).toBe(8 + 8 + 6 * 4 * 1000);
  });

  it('of the form that was written before is read', () => {
    const bars = barsOf([3, 5, 8], 1, true);
    const block = new ArrayBuffer(8 + bytesOfBars(3, true));
    new Uint32Array(block, 0, 2).set([3, 1]);
    const inBlock = barsIn(block, 8, 3, true);
    inBlock.day.set(bars.day);
    copyValues(bars, inBlock);
    expect(isBlock(block)).toBe(true);
    expect(unpackBars(block)).toEqual(bars);
    expect(summaryOfBlock(block)).toEqual({ first: 3, last: 8, count: 3 });
    expect(isBlock(block.slice(8))).toBe(false);
  });
});

describe('a split or dividend of bars that are here', () => {
  const closes = [100, 101, 50, 51];
  const bars: Bars = {
    day: Int32Array.of(10, 11, 12, 15),
    open: Float64Array.from(closes),
    high: Float64Array.from(closes),
    low: Float64Array.from(closes),
    close: Float64Array.from(closes),
    volume: new Float64Array(4),
  };

  it('becomes a repair of the first bar from its day on', () => {
    expect(repairsOf(bars, { day: 12, split: 2, dividend: 0 })).toEqual({
      repairs: [{ kind: 'split', day: 12, close: 50, ratio: 0.5 }],
    });
    expect(repairsOf(bars, { day: 13, split: 1, dividend: 0.4 })).toEqual({
      repairs: [{ kind: 'dividend', day: 15, close: 51, amount: 0.4 }],
    });
  });

  it('is refused where prices do not jump as it says, but its dividend is laid', () => {
    const laid = repairsOf(bars, { day: 11, split: 2, dividend: 0.5 });
    expect(laid.refused).toContain('no split of 2 is seen');
    expect(laid.repairs).toEqual([{ kind: 'dividend', day: 11, close: 101, amount: 0.5 }]);
  });

  it('is refused where there are no bars around it', () => {
    for (const day of [10, 16]) {
      expect(repairsOf(bars, { day, split: 2, dividend: 1 })).toEqual({
        repairs: [],
        refused: 'it has no bars around this day',
      });
    }
  });
});
