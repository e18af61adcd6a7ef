'use client';

import type { PerInstrument } from '@plateau/core';
import { dataColumn as column, type DataColumn } from '@/ui/data-table.tsx';
import { count, money, percent, ratio } from '@/ui/format.ts';
import { SmallCurves } from './small-curves.tsx';

export const aloneColumns: DataColumn<PerInstrument>[] = [
  column('symbol', 'Symbol', (a) => a.symbol, { width: 62, left: true, show: (a) => a.symbol }),
  column('curve', 'Rules, and held', (a) => a.strategy.totalReturn, {
    width: 104,
    left: true,
    show: (a) => <SmallCurves curve={a.curve} symbol={a.symbol} />,
  }),
  column('profit', 'Profit', (a) => a.profit, { width: 72, signed: true, show: (a) => money(a.profit) }),
  column('heldProfit', 'held', (a) => a.heldProfit, {
    width: 72,
    signed: true,
    show: (a) => money(a.heldProfit),
  }),
  column('cagr', 'CAGR', (a) => a.strategy.cagr, {
    width: 84,
    signed: true,
    show: (a) => percent(a.strategy.cagr),
  }),
  column('held', 'held', (a) => a.held.cagr, { width: 56, signed: true, show: (a) => percent(a.held.cagr) }),
  column('more', 'More', (a) => a.more, { width: 58, signed: true, show: (a) => percent(a.more) }),
  column('drawdown', 'Maximum drawdown', (a) => a.strategy.maxDrawdown, {
    width: 88,
    show: (a) => percent(a.strategy.maxDrawdown),
  }),
  column('heldDrawdown', 'held', (a) => a.held.maxDrawdown, {
    width: 58,
    show: (a) => percent(a.held.maxDrawdown),
  }),
  column('averageDrawdown', 'Average drawdown', (a) => a.strategy.averageDrawdown, {
    width: 108,
    show: (a) => percent(a.strategy.averageDrawdown),
  }),
  column('returnToDrawdown', 'Return to drawdown', (a) => a.strategy.returnToDrawdown, {
    width: 116,
    show: (a) => ratio(a.strategy.returnToDrawdown),
  }),
  column('sharpe', 'Sharpe', (a) => a.strategy.sharpe, { width: 54, show: (a) => ratio(a.strategy.sharpe) }),
  column('heldSharpe', 'held', (a) => a.held.sharpe, { width: 48, show: (a) => ratio(a.held.sharpe) }),
  column('exposure', 'Exposure', (a) => a.strategy.exposure, {
    width: 62,
    show: (a) => percent(a.strategy.exposure),
  }),
  column('trades', 'Trades', (a) => a.strategy.trades, { width: 52, show: (a) => count(a.strategy.trades) }),
  column('wins', 'Win rate', (a) => a.strategy.winRate, {
    width: 58,
    show: (a) => percent(a.strategy.winRate),
  }),
  column('eligible', 'Bars as a member', (a) => a.eligible, {
    width: 106,
    show: (a) => count(a.eligible),
  }),
];
