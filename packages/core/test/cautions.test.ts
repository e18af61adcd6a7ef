import { describe, expect, it } from 'vitest';
import type { Marks, Trade } from '../src/simulation/records.ts';
import { type CautionInput, cautionsOf } from '../src/statistics/cautions.ts';
import { strategyOf } from './market.ts';

const base = strategyOf({});
const honest = {
  ...base,
  timing: { enter: 'next-open', exit: 'next-open' } as const,
  costs: { ...base.costs, slippage: 3 },
};
const trades = Array.from(
  { length: 200 },
  (_x, k) =>
    ({ symbol: `S${k}`, side: 'long', profit: 10, shares: 10, wanted: 10, entryDay: 100 + k }) as Trade,
);
const DAYS = 7300;
const marks: Marks = {
  day: Int32Array.from({ length: DAYS }, (_x, t) => 50 + t),
  equity: new Float64Array(DAYS).fill(1000),
  cash: new Float64Array(DAYS).fill(200),
  long: new Float64Array(DAYS).fill(800),
  short: new Float64Array(DAYS),
  positions: new Int32Array(DAYS).fill(1),
};
const sound: CautionInput = {
  strategy: honest,
  marks,
  trades,
  openTrades: [],
  ambiguousBars: 0,
  years: 20,
  dated: true,
  tries: 1,
};
const kinds = (change: Partial<CautionInput>) => cautionsOf({ ...sound, ...change }).map(({ kind }) => kind);

describe('cautions', () => {
  it('are none for a long, honest run', () => {
    expect(kinds({})).toEqual([]);
  });

  it('name what flatters it', () => {
    const same = { ...honest, timing: { enter: 'same-close', exit: 'next-open' } as const };
    expect(kinds({ strategy: same })).toEqual(['same-close']);
    const free = { commission: { fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 }, slippage: 0 };
    expect(kinds({ strategy: { ...honest, costs: { ...honest.costs, ...free } } })).toEqual(['no-costs']);
    expect(kinds({ dated: false })).toEqual(['undated-universe']);
    expect(kinds({ trades: trades.slice(0, 99) })).toEqual(['few-trades']);
    expect(kinds({ years: 7.9 })).toEqual(['short-history']);
    expect(kinds({ ambiguousBars: 2 })).toEqual(['either-way']);
    expect(kinds({ tries: 10 })).toEqual(['tries']);
    expect(kinds({ doubtful: new Set(['S3', 'NOT TRADED']) })).toEqual(['doubtful-bars']);
    expect(kinds({ doubtful: new Set(['NOT TRADED']) })).toEqual([]);
  });

  it('name the trade that made most of the profit', () => {
    const lucky = [...trades, { ...trades[0], symbol: 'LUCK', profit: 1500 } as Trade];
    const [caution] = cautionsOf({ ...sound, trades: lucky });
    expect(caution).toMatchObject({ kind: 'one-trade', symbol: 'LUCK' });
    expect(kinds({ trades: trades.map((t) => ({ ...t, profit: -1 })) })).toEqual([]);
  });

  it('say so where the best trade alone made more than all, instead of a share above one', () => {
    const mixed = [
      ...trades.map((t) => ({ ...t, profit: -1 })),
      { ...trades[0], symbol: 'LUCK', profit: 300 },
    ];
    expect(cautionsOf({ ...sound, trades: mixed as Trade[] })).toEqual([
      { kind: 'best-made-all', symbol: 'LUCK' },
    ]);
  });

  it('count crumbs: trades of less than a tenth of the size that was wanted', () => {
    const some = trades.map((t, k) => (k < 30 ? { ...t, shares: 0.9 } : t));
    expect(cautionsOf({ ...sound, trades: some })).toEqual([{ kind: 'crumbs', crumbs: 30, trades: 200 }]);
  });

  it('name shorts and leverage that cost nothing, and neither once they cost something', () => {
    const shorts = trades.map((t) => ({ ...t, side: 'short' as const }));
    expect(kinds({ trades: shorts })).toEqual(['free-shorts']);
    const paying = { ...honest, costs: { ...honest.costs, borrowRate: 2, marginRate: 5 } };
    expect(kinds({ trades: shorts, strategy: paying })).toEqual([]);
    const levered = { ...marks, cash: marks.cash.map(() => -600), long: marks.long.map(() => 1600) };
    expect(cautionsOf({ ...sound, marks: levered })).toEqual([{ kind: 'free-leverage', exposure: 1.6 }]);
    expect(kinds({ marks: levered, strategy: paying })).toEqual([]);
  });

  it('tell idle years before the first entry, where they are many', () => {
    const late = trades.map((t) => ({ ...t, entryDay: t.entryDay + 730 }));
    expect(kinds({ trades: late })).toEqual(['idle-start']);
  });
});
