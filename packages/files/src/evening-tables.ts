// An evening as tables: the orders of all that is followed, what to look at, own fills beside the simulated ones.

import {
  type Check,
  type Evening,
  type FillsBeside,
  isoFromDay,
  joinOrders,
  type NextOrder,
  type OwnFill,
  type Since,
} from '@plateau/core';
import type { Table, TableColumn } from './tables.ts';
import type { Cell } from './write-csv.ts';

const text = (name: string): TableColumn => ({ name, kind: 'text' });
const date = (name: string): TableColumn => ({ name, kind: 'date' });
const number = (name: string): TableColumn => ({ name, kind: 'number' });

/** One followed run or blend on an evening. */
export interface NamedEvening {
  readonly name: string;
  readonly evening: Evening;
}

/** Whose order it is: the followed one, and of a blend the part. */
export function ordererOf({ name, evening: { parts } }: NamedEvening, part: number): string {
  return parts.length > 1 ? `${name}: ${parts[part] ?? ''}` : name;
}

/** Every order of the coming session, and the stops and targets of what stays, a row for each strategy. */
export function eveningOrdersTable(evenings: readonly NamedEvening[]): Table {
  return {
    name: 'orders',
    columns: [
      text('strategy'),
      text('symbol'),
      text('side'),
      text('action'),
      number('shares'),
      number('close'),
      number('stop'),
      number('stopBefore'),
      number('target'),
      text('reason'),
      date('decided'),
      text('room'),
    ],
    rows: evenings.flatMap((one): Cell[][] => {
      const { orders, standing, day } = one.evening;
      const decided = isoFromDay(day);
      return [
        ...orders.map((o): Cell[] => [
          ordererOf(one, o.part),
          o.symbol,
          o.side,
          o.action,
          o.shares,
          o.close,
          o.stop,
          undefined,
          o.target,
          o.reason,
          decided,
          hasRoom(o) ? 'yes' : o.likely,
        ]),
        ...standing.map((o): Cell[] => [
          ordererOf(one, o.part),
          o.symbol,
          o.side,
          'protect',
          o.shares,
          o.close,
          o.stop,
          o.stopBefore,
          o.target,
          undefined,
          decided,
          undefined,
        ]),
      ];
    }),
  };
}

/** An order with the name of who wants it. */
export interface WantedOrder extends NextOrder {
  readonly wantedBy: string;
}

/** Whether an order finds room: a slot, and cash at the last close. The others are next in line. */
export const hasRoom = ({ likely }: Pick<NextOrder, 'likely'>): boolean =>
  likely === 'taken' || likely === 'shrunk';

/** All strategies' orders that find room, by instrument: the shares to buy or sell in all, and who wants how many. */
export function ordersByInstrument(evenings: readonly NamedEvening[]) {
  const all = evenings.flatMap((one) =>
    one.evening.orders
      .filter(hasRoom)
      .map((order): WantedOrder => ({ ...order, wantedBy: ordererOf(one, order.part) })),
  );
  return joinOrders(all).map((joined) => ({ ...joined, wants: joined.wants as readonly WantedOrder[] }));
}

/** The same as a table. */
export function ordersByInstrumentTable(evenings: readonly NamedEvening[]): Table {
  return {
    name: 'orders-by-instrument',
    columns: [text('symbol'), text('order'), number('shares'), number('close'), text('wantedBy')],
    rows: ordersByInstrument(evenings).map(({ symbol, shares, close, wants }) => [
      symbol,
      shares < 0 ? 'sell' : shares > 0 ? 'buy' : 'none',
      Math.abs(shares),
      close,
      wants
        .map(({ wantedBy, action, side, shares: own }) => `${wantedBy}: ${action} ${side} ${own}`)
        .join('; '),
    ]),
  };
}

/** What to look at. */
export function checksTable(evenings: readonly NamedEvening[]): Table {
  return {
    name: 'checks',
    columns: [text('strategy'), text('kind'), text('symbol'), date('day'), text('concerned'), text('detail')],
    rows: evenings.flatMap(({ name, evening }): Cell[][] => [
      ...evening.checks.map((check): Cell[] => [
        name,
        check.kind,
        check.symbol,
        Number.isFinite(check.day) ? isoFromDay(check.day) : undefined,
        check.concerned ? 'yes' : 'no',
        detailOf(check),
      ]),
      ...evening.unfilled.map(({ symbol, side, outcome }): Cell[] => [
        name,
        'not-filled',
        symbol,
        undefined,
        'no',
        `${side}: ${outcome}`,
      ]),
    ]),
  };
}

function detailOf(check: Check): string {
  switch (check.kind) {
    case 'odd':
      return check.finding;
    case 'split':
      return String(check.ratio);
    case 'event':
      return check.what;
    default:
      return '';
  }
}

/** Orders of the simulation with the own fills beside them, and own fills that nothing asked for. */
export function fillsBesideTable({ pairs, unasked }: FillsBeside): Table {
  const cells = (fill: OwnFill | undefined): Cell[] =>
    fill
      ? [isoFromDay(fill.day), fill.shares, fill.price, fill.costs]
      : [undefined, undefined, undefined, undefined];
  return {
    name: 'fills-beside',
    columns: [
      text('symbol'),
      text('side'),
      date('simulatedDate'),
      number('simulatedShares'),
      number('simulatedPrice'),
      date('ownDate'),
      number('ownShares'),
      number('ownPrice'),
      number('ownCosts'),
      number('slippageBasisPoints'),
    ],
    rows: [
      ...pairs.map(({ simulated, own, slippage }): Cell[] => [
        simulated.symbol,
        simulated.action,
        isoFromDay(simulated.day),
        simulated.shares,
        simulated.price,
        ...cells(own),
        slippage,
      ]),
      ...unasked.map((fill): Cell[] => [
        fill.symbol,
        fill.action,
        undefined,
        undefined,
        undefined,
        ...cells(fill),
        undefined,
      ]),
    ],
  };
}

/** The curve since the trusted day within its band, and the curve of own fills where there is one. */
export function sinceTable({ days, curve, benchmark, band }: Since, own?: Float64Array): Table {
  const start = own?.[0];
  return {
    name: 'since',
    columns: [
      date('date'),
      number('strategy'),
      number('benchmark'),
      number('low'),
      number('middle'),
      number('high'),
      ...(own ? [number('own')] : []),
    ],
    rows: Array.from(days, (day, i): Cell[] => [
      isoFromDay(day),
      curve[i],
      benchmark[i],
      band?.low[i],
      band?.middle[i],
      band?.high[i],
      ...(own && start !== undefined ? [(own[i] ?? Number.NaN) / start] : []),
    ]),
  };
}

/** The evening as JSON: days as YYYY-MM-DD, what is undefined as null. */
export function eveningJson(evenings: readonly NamedEvening[]): string {
  const told = evenings.map(({ name, evening }) => {
    const { day, parts, equity, cash, orders, standing, entered, left, unfilled, since, tested, checks } =
      evening;
    const { trusted, days, curve, benchmark, outside, drawdown, trades } = since;
    const { own, beside } = evening;
    return {
      name,
      day,
      parts,
      equity,
      cash,
      orders,
      standing,
      entered,
      left,
      unfilled,
      checks,
      tested,
      since: {
        trusted,
        sessions: days.length - 1,
        return: (curve.at(-1) ?? Number.NaN) - 1,
        benchmarkReturn: (benchmark.at(-1) ?? Number.NaN) - 1,
        outside,
        drawdown,
        trades,
      },
      unplaced: own?.unplaced,
      fills: beside && {
        missed: beside.missed,
        unasked: beside.unasked,
        meanSlippage: beside.meanSlippage,
        slippageByMoney: beside.slippageByMoney,
      },
    };
  });
  return `${JSON.stringify(told, replaced, 2)}\n`;
}

const DAYS: ReadonlySet<string> = new Set([
  'day',
  'trusted',
  'decisionDay',
  'entryDay',
  'exitDecisionDay',
  'exitDay',
  'firstBelow',
  'firstAbove',
]);

function replaced(key: string, value: unknown): unknown {
  if (typeof value !== 'number') return value;
  if (!Number.isFinite(value)) return null;
  return DAYS.has(key) ? isoFromDay(value) : value;
}
