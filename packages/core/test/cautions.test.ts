import { describe, expect, it } from 'vitest';
import { type Decisions, type Marks, OUTCOME, type Outcome, type Trade } from '../src/simulation/records.ts';
import { stalledOf } from '../src/simulation/stalled.ts';
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

  describe('of the run itself', () => {
    const run = (change: object) =>
      ({
        run: { outcomes: {}, costs: { yearly: 0.01 }, figures: { maxDrawdown: -0.3 }, ...change },
      }) as Partial<CautionInput>;
    const slots = (positions: number) => ({ ...honest, limits: { ...honest.limits, positions } });

    it('are none of one that keeps its money at work, pays little and falls a little', () => {
      expect(kinds(run({}))).toEqual([]);
      expect(kinds({ ...run({}), strategy: slots(10), instruments: 10 })).toEqual([]);
    });

    it('tell since when nothing could be bought, what costs take, and a fall that few come back from', () => {
      const stalled = { from: 12_000, refused: 40 };
      expect(
        cautionsOf({
          ...sound,
          ...run({ stalled, costs: { yearly: 0.3 }, figures: { maxDrawdown: -0.97 } }),
        }),
      ).toEqual([
        { kind: 'stalled', ...stalled },
        { kind: 'near-ruin', fall: -0.97 },
        { kind: 'dear', yearly: 0.3 },
      ]);
    });

    it('tell of money that more slots than instruments leave idle', () => {
      const strategy = { ...slots(10), size: { ...honest.size, method: 'equal-slots' } } as typeof honest;
      expect(cautionsOf({ ...sound, strategy, instruments: 1 })).toEqual([
        { kind: 'idle-money', slots: 10, instruments: 1, invested: 0.1 },
      ]);
      const percent = {
        ...strategy,
        size: { ...honest.size, method: 'percent-of-equity', percent: 100 },
      } as typeof honest;
      expect(kinds({ strategy: percent, instruments: 1 })).toEqual([]);
    });

    it('tell that the alphabet chose where more are true than there are slots', () => {
      const outcomes = { 'no-slot': 7 };
      const unranked = { ...honest, long: { enter: 'always', exit: 'never' } } as unknown as typeof honest;
      expect(cautionsOf({ ...sound, strategy: unranked, ...run({ outcomes }) })).toEqual([
        { kind: 'no-rank', refused: 7 },
      ]);
      const ranked = {
        ...unranked,
        long: { ...unranked.long, rank: { by: 'close', first: 'highest' } },
      } as typeof honest;
      expect(kinds({ strategy: ranked, ...run({ outcomes }) })).toEqual([]);
    });

    it('do not call no trade at all chance', () => {
      expect(kinds({ trades: [], openTrades: [] })).not.toContain('few-trades');
      expect(kinds({ trades: trades.slice(0, 3) })).toContain('few-trades');
    });
  });
});

describe('an account that can buy no more', () => {
  const decisions = (outcomes: readonly Outcome[]) =>
    ({
      day: Int32Array.from(outcomes, (_x, k) => 100 + k),
      outcome: Uint8Array.from(outcomes, (name) => OUTCOME[name]),
    }) as Decisions;
  const many = (outcome: Outcome, count: number) => new Array<Outcome>(count).fill(outcome);

  it('is told since its last candidate that was not refused for want of money', () => {
    expect(
      stalledOf(decisions([...many('taken', 5), ...many('too-small', 15), ...many('no-cash', 10)])),
    ).toEqual({
      from: 105,
      refused: 25,
    });
    expect(stalledOf(decisions(many('too-small', 20)))).toEqual({ from: 100, refused: 20 });
  });

  it('is none that took one later, has no slot, or was refused a few times', () => {
    expect(stalledOf(decisions([...many('too-small', 50), 'taken']))).toBeUndefined();
    expect(stalledOf(decisions([...many('too-small', 50), 'no-slot']))).toBeUndefined();
    expect(stalledOf(decisions(many('too-small', 19)))).toBeUndefined();
    expect(stalledOf(decisions([]))).toBeUndefined();
  });
});
