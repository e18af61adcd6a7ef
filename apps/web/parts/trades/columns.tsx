// The columns of a table of trades: all that the contract records of one.

import { entrySession, exitSession, isoFromDay, type Trade } from '@plateau/core';
import { dataColumn as column, type DataColumn } from '@/ui/data-table.tsx';
import { count, money, percent, price, ratio, written } from '@/ui/format.ts';
import type { Fields } from '@/ui/row-filter.ts';
import { EntryDay, ExitDay, entryText, exitText } from './fill-day.tsx';

const nan = (value: number | undefined): number => value ?? Number.NaN;

/** What the position cost or brought at its entry, and as a share of the equity that it was sized on. */
const valueAtEntry = ({ shares, entryPrice }: Trade): number => shares * entryPrice;
const shareAtEntry = (t: Trade): number => valueAtEntry(t) / t.sizedOn;

export const tradeColumns: DataColumn<Trade>[] = [
  column('symbol', 'Symbol', (t) => t.symbol, { width: 58, left: true, show: (t) => t.symbol }),
  column('side', 'Side', (t) => t.side, { width: 42, left: true, show: (t) => t.side }),
  column('group', 'Group', (t) => t.group, { width: 74, left: true, show: (t) => t.group ?? '' }),
  column('decision', 'Decided', (t) => t.decisionDay, {
    width: 74,
    left: true,
    show: (t) => isoFromDay(t.decisionDay),
  }),
  column('entry', 'Entry', (t) => entrySession(t).day, {
    width: 74,
    left: true,
    show: (t) => <EntryDay of={t} />,
  }),
  column('exit', 'Exit', (t) => exitSession(t)?.day, {
    width: 74,
    left: true,
    show: (t) => <ExitDay of={t} />,
  }),
  column('reason', 'Exit by', (t) => t.exitReason, {
    width: 62,
    left: true,
    show: (t) => t.exitReason ?? 'still open',
  }),
  column('shares', 'Shares', (t) => t.shares, { width: 54, show: (t) => written(t.shares, 'shares') }),
  column('entryPrice', 'Entry at', (t) => t.entryPrice, { width: 58, show: (t) => price(t.entryPrice) }),
  column('exitPrice', 'Exit at', (t) => t.exitPrice, { width: 58, show: (t) => price(nan(t.exitPrice)) }),
  column('value', 'Value', valueAtEntry, { width: 60, show: (t) => money(valueAtEntry(t)) }),
  column('share', 'Of equity', shareAtEntry, { width: 62, show: (t) => percent(shareAtEntry(t)) }),
  column('commission', 'Commission', (t) => t.commission, { width: 74, show: (t) => price(t.commission) }),
  column('carry', 'Borrowing', (t) => t.carry, { width: 66, show: (t) => price(t.carry) }),
  column('costs', 'Costs', (t) => t.commission + t.carry, {
    width: 52,
    show: (t) => price(t.commission + t.carry),
  }),
  column('profit', 'Profit', (t) => t.profit, { width: 60, signed: true, show: (t) => money(t.profit) }),
  column('return', 'Return', (t) => t.return, { width: 60, signed: true, show: (t) => percent(t.return) }),
  column('bars', 'Bars', (t) => t.barsHeld, { width: 42, show: (t) => count(t.barsHeld) }),
  column('mae', 'Worst', (t) => t.mae, { width: 52, show: (t) => percent(t.mae) }),
  column('mfe', 'Best', (t) => t.mfe, { width: 56, show: (t) => percent(t.mfe) }),
  column('risk', 'Risk a share', (t) => t.riskPerShare, { width: 78, show: (t) => price(t.riskPerShare) }),
  column('r', 'R', (t) => t.r, { width: 40, show: (t) => ratio(nan(t.r)) }),
];

/** The part of a blend that a trade is of. @param parts their names, as `part` counts them */
export const partColumn = (parts: readonly string[]): DataColumn<Trade> =>
  column('part', 'Part', (t) => parts[t.part] ?? '', {
    width: 110,
    left: true,
    show: (t) => parts[t.part] ?? '',
  });

/** Columns that are not shown until they are chosen. */
export const HIDDEN_AT_FIRST: readonly string[] = [
  'group',
  'decision',
  'share',
  'commission',
  'carry',
  'risk',
];

/** What a filter can ask of a trade, by the columns' names. */
export function tradeFields(t: Trade, parts: readonly string[] = []): Fields {
  return {
    part: parts[t.part] ?? '',
    symbol: t.symbol,
    side: t.side,
    group: t.group,
    decided: isoFromDay(t.decisionDay),
    entry: entryText(t),
    exit: exitText(t),
    reason: t.exitReason ?? 'open',
    shares: t.shares,
    value: valueAtEntry(t),
    share: shareAtEntry(t),
    profit: t.profit,
    return: t.return,
    bars: t.barsHeld,
    costs: t.commission + t.carry,
    worst: t.mae,
    best: t.mfe,
    r: t.r,
  };
}

export const TRADE_FIELDS = [
  'part',
  'symbol',
  'side',
  'group',
  'decided',
  'entry',
  'exit',
  'reason',
  'shares',
  'value',
  'share',
  'profit',
  'return',
  'bars',
  'costs',
  'worst',
  'best',
  'r',
] as const;
