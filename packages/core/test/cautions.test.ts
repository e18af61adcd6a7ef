import { describe, expect, it } from 'vitest';
import type { Trade } from '../src/simulation/records.ts';
import { type CautionInput, cautionsOf } from '../src/statistics/cautions.ts';
import { strategyOf } from './market.ts';

const base = strategyOf({});
const honest = {
  ...base,
  timing: { enter: 'next-open', leave: 'next-open' } as const,
  costs: { ...base.costs, slippage: 3 },
};
const trades = Array.from({ length: 200 }, (_x, k) => ({ symbol: `S${k}`, profit: 10 }) as Trade);
const sound: CautionInput = {
  strategy: honest,
  trades,
  eitherWayBars: 0,
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
    const same = { ...honest, timing: { enter: 'same-close', leave: 'next-open' } as const };
    expect(kinds({ strategy: same })).toEqual(['same-close']);
    const free = { commission: { fixed: 0, perShare: 0, percent: 0, min: 0, maxPercent: 100 }, slippage: 0 };
    expect(kinds({ strategy: { ...honest, costs: { ...honest.costs, ...free } } })).toEqual(['no-costs']);
    expect(kinds({ dated: false })).toEqual(['undated-universe']);
    expect(kinds({ trades: trades.slice(0, 99) })).toEqual(['few-trades']);
    expect(kinds({ years: 7.9 })).toEqual(['short-history']);
    expect(kinds({ eitherWayBars: 2 })).toEqual(['either-way']);
    expect(kinds({ tries: 10 })).toEqual(['tries']);
    expect(kinds({ doubtful: new Set(['S3', 'NOT TRADED']) })).toEqual(['doubtful-bars']);
    expect(kinds({ doubtful: new Set(['NOT TRADED']) })).toEqual([]);
  });

  it('name the trade that made most of the profit', () => {
    const lucky = [...trades, { symbol: 'LUCK', profit: 1500 } as Trade];
    const [caution] = cautionsOf({ ...sound, trades: lucky });
    expect(caution).toMatchObject({ kind: 'one-trade', symbol: 'LUCK' });
    expect(kinds({ trades: trades.map((t) => ({ ...t, profit: -1 })) })).toEqual([]);
  });
});
