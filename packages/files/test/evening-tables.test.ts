// An evening as tables: whose orders they are, what finds no room, own fills beside the simulated ones.

import { type Evening, isoFromDay, type NextOrder } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import {
  checksTable,
  eveningJson,
  eveningOrdersTable,
  fillsBesideTable,
  ordersByInstrument,
  ordersByInstrumentTable,
  sinceTable,
  tableCsv,
} from '../src/index.ts';

const order = (symbol: string, shares: number, more: Partial<NextOrder> = {}): NextOrder => ({
  part: 0,
  side: 'long',
  action: 'enter',
  symbol,
  shares,
  close: 10,
  stop: 9,
  target: Number.NaN,
  reason: undefined,
  likely: 'taken',
  ...more,
});

const since = {
  trusted: 20_000,
  days: Int32Array.of(20_000, 20_001),
  curve: Float64Array.of(1, 1.1),
  benchmark: Float64Array.of(1, 1.05),
  band: undefined,
  outside: undefined,
  drawdown: { now: 0, worst: 0, benchmarkWorst: 0, tested: -0.1, asDeep: Number.NaN },
  trades: {} as Evening['since']['trades'],
};

const evening = (orders: readonly NextOrder[], parts = ['only']): Evening => ({
  day: 20_001,
  parts,
  equity: 1000,
  cash: 10,
  orders,
  standing: [
    {
      part: 0,
      side: 'long',
      symbol: 'HELD',
      shares: 4,
      close: 12,
      stop: 11,
      target: Number.NaN,
      stopBefore: 10.5,
      entryDay: 19_990,
      entryPrice: 11.5,
    },
  ],
  entered: [],
  left: [],
  unfilled: [{ part: 0, symbol: 'LATE', side: 'long', outcome: 'no-bar' }],
  timeExits: [],
  since,
  tested: { days: 1, print: 'p', endEquity: 1, cagr: Number.NaN, maxDrawdown: 0, trades: 0 },
  checks: [
    { kind: 'split', ratio: 2, symbol: 'HELD', day: 20_001, concerned: true },
    { kind: 'no-bar', symbol: 'B', day: Number.NEGATIVE_INFINITY, concerned: false },
  ],
  own: undefined,
  beside: undefined,
});

const evenings = [
  { name: 'one', evening: evening([order('A', 5), order('B', 3, { likely: 'no-slot' })]) },
  {
    name: 'two',
    evening: evening(
      [order('A', 8, { part: 1, action: 'exit', reason: 'rule', stop: Number.NaN })],
      ['x', 'y'],
    ),
  },
];

describe('the tables of an evening', () => {
  it('add up what finds room, and say whose it is', () => {
    expect(ordersByInstrument(evenings).map(({ symbol, shares }) => [symbol, shares])).toEqual([['A', -3]]);
    expect(tableCsv(ordersByInstrumentTable(evenings))).toBe(
      'symbol,order,shares,close,wantedBy\nA,sell,3,10,one: enter long 5; two: y: exit long 8\n',
    );
  });

  it('list every order with its room, and the stops of what stays with those of before', () => {
    const rows = tableCsv(eveningOrdersTable(evenings)).trim().split('\n');
    const decided = isoFromDay(20_001);
    expect(rows).toContain(`one,B,long,enter,3,10,9,,,,${decided},no-slot`);
    expect(rows).toContain(`two: y,A,long,exit,8,10,,,,rule,${decided},yes`);
    expect(rows.filter((row) => row.includes('protect'))[0]).toBe(
      `one,HELD,long,protect,4,12,11,10.5,,,${decided},`,
    );
  });

  it('tell what to look at, and what was not filled', () => {
    expect(checksTable(evenings.slice(0, 1)).rows).toEqual([
      ['one', 'split', 'HELD', isoFromDay(20_001), 'yes', '2'],
      ['one', 'no-bar', 'B', undefined, 'no', ''],
      ['one', 'not-filled', 'LATE', undefined, 'no', 'long: no-bar'],
    ]);
  });

  it('are JSON with days as dates and nothing that JSON has not', () => {
    const [told] = JSON.parse(eveningJson(evenings));
    expect(told).toMatchObject({ name: 'one', day: isoFromDay(20_001), tested: { cagr: null } });
    expect(told.since).toMatchObject({
      sessions: 1,
      trusted: isoFromDay(20_000),
      drawdown: { asDeep: null },
    });
    expect(told.since.return).toBeCloseTo(0.1, 12);
    expect(told.checks[1].day).toBeNull();
  });

  it('lay the own curve beside the simulated one from the same beginning', () => {
    const { columns, rows } = sinceTable(since, Float64Array.of(500, 520));
    expect(columns.at(-1)?.name).toBe('own');
    expect(rows.map((row) => row.at(-1))).toEqual([1, 1.04]);
    expect(sinceTable(since).columns).toHaveLength(6);
  });

  it('have a row for a missed order and for a fill that nothing asked for', () => {
    const simulated = { day: 20_000, symbol: 'A', action: 'buy', shares: 5, price: 10, exit: false } as const;
    const own = { day: 20_001, symbol: 'Z', action: 'sell', shares: 1, price: 2, costs: 0.5 } as const;
    const csv = tableCsv(
      fillsBesideTable({
        pairs: [{ simulated, own: undefined, slippage: undefined }],
        unasked: [own],
        meanSlippage: Number.NaN,
        slippageByMoney: Number.NaN,
        missed: 1,
      }),
    );
    expect(csv.trim().split('\n').slice(1)).toEqual([
      `A,buy,${isoFromDay(20_000)},5,10,,,,,`,
      `Z,sell,,,,${isoFromDay(20_001)},1,2,0.5,`,
    ]);
  });
});
