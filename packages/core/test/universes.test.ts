// Universes combined day by day, counted, and instruments measured for them.

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import type { Membership } from '../src/evaluation/panel.ts';
import { at } from '../src/numeric/at.ts';
import { measureInstrument } from '../src/universes/measure-instrument.ts';
import { combine, membersByDay } from '../src/universes/spells.ts';
import { barsFrom, barsOf } from './market.ts';

const LAST = 12;
const member = (u: readonly Membership[], symbol: string, day: number) =>
  u.some((m) => m.symbol === symbol && (m.from ?? -Infinity) <= day && (m.to ?? Infinity) >= day);

const anyUniverse = fc.array(
  fc
    .record({
      symbol: fc.constantFrom('AA', 'BB', 'CC'),
      from: fc.option(fc.nat(LAST), { nil: undefined }),
      length: fc.option(fc.nat(5), { nil: undefined }),
    })
    .map(({ symbol, from, length }): Membership => {
      const to = length === undefined ? undefined : (from ?? 0) + length;
      return {
        symbol,
        ...(from === undefined ? {} : { from }),
        ...(to === undefined ? {} : { to }),
      };
    }),
  { maxLength: 8 },
);

describe('two universes', () => {
  it('combine to what each day of each symbol says', () => {
    fc.assert(
      fc.property(anyUniverse, anyUniverse, (a, b) => {
        const all = { and: combine(a, 'and', b), or: combine(a, 'or', b), minus: combine(a, 'minus', b) };
        for (const symbol of ['AA', 'BB', 'CC']) {
          for (let day = -2; day < LAST + 8; day++) {
            const [inA, inB] = [member(a, symbol, day), member(b, symbol, day)];
            expect(member(all.and, symbol, day)).toBe(inA && inB);
            expect(member(all.or, symbol, day)).toBe(inA || inB);
            expect(member(all.minus, symbol, day)).toBe(inA && !inB);
          }
        }
      }),
      { numRuns: cases(300) },
    );
  });

  it('keep the groups of the first', () => {
    const a = [{ symbol: 'AA', group: 'Glass' }];
    const b = [
      { symbol: 'AA', group: 'Kelp' },
      { symbol: 'BB', group: 'Kelp' },
    ];
    expect(combine(a, 'or', b)).toEqual([
      { symbol: 'AA', group: 'Glass' },
      { symbol: 'BB', group: 'Kelp' },
    ]);
  });
});

describe('the count by day', () => {
  it('counts each symbol once, however many spells it has', () => {
    fc.assert(
      fc.property(anyUniverse, (u) => {
        const days = Int32Array.from({ length: LAST + 4 }, (_x, k) => k * 2 - 3);
        const count = membersByDay(u, days);
        days.forEach((day, k) => {
          expect(count[k]).toBe(['AA', 'BB', 'CC'].filter((symbol) => member(u, symbol, day)).length);
        });
      }),
      { numRuns: cases(300) },
    );
  });
});

describe('an instrument', () => {
  it('is measured by its last close, its usual turnover and its length', () => {
    const bars = barsFrom([1, 2, 3, 10].map((volume) => ({ open: 5, high: 5, low: 5, close: 5, volume })));
    const { price, traded, years } = measureInstrument(bars);
    expect([price, traded]).toEqual([5, 12.5]);
    expect(years).toBeCloseTo((at(bars.day, 3) - at(bars.day, 0)) / 365.25, 12);
    expect(measureInstrument(barsOf([])).price).toBeNaN();
  });
});
