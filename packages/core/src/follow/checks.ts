// What a trader should look at before placing an evening's orders.

import type { Bars, Market } from '../bars/bars.ts';
import { mapBars } from '../bars/columns.ts';
import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import type { Membership, Universe } from '../evaluation/panel.ts';
import { at } from '../numeric/at.ts';
import { type FindingKind, findingsOf } from '../quality/findings.ts';

/** A dated event of an instrument, as a results day, that the trader has brought in. */
export interface OwnEvent {
  readonly symbol: string;
  readonly day: Day;
  readonly what: string;
}

interface About {
  readonly symbol: string;
  readonly day: Day;
  /** held, or in the orders */
  readonly concerned: boolean;
}

export type Check =
  /** the benchmark has no bar on the last session; `day` is its last bar */
  | ({ readonly kind: 'no-benchmark' } & About)
  /** a member or a holding without a bar on the last session; `day` is its last bar */
  | ({ readonly kind: 'no-bar' } & About)
  /** something odd in the last sessions, on `day` */
  | ({ readonly kind: 'odd'; readonly finding: FindingKind } & About)
  /** the prices before `day` were divided since the trusted day: shares a holder of one has now */
  | ({ readonly kind: 'split'; readonly ratio: number } & About)
  /** the last day of its membership */
  | ({ readonly kind: 'leaving' } & About)
  | ({ readonly kind: 'event'; readonly what: string } & About);

export interface ChecksAsked {
  /** the last session */
  readonly day: Day;
  readonly trusted: Day;
  readonly benchmark: string;
  /** held or ordered */
  readonly concerned: ReadonlySet<string>;
  readonly events: readonly OwnEvent[];
}

/** Bars that are looked through for what is odd: a year, for what is usual, and the last few, for what is new. */
const LOOKED_THROUGH = 252;
const NEW = 5;
/** Days ahead in which an event or the end of a membership is told. */
const AHEAD = 10;
/** Days after which a member without bars is told no more: it has long been gone. */
export const LONG_GONE = 30;

const ODD: ReadonlySet<FindingKind> = new Set(['split', 'factor-break', 'bad-tick', 'stale', 'no-volume']);

/** Everything worth a look, what concerns holdings and orders first. */
export function checksOf(market: Market, universe: Universe, asked: ChecksAsked): Check[] {
  const { day, trusted, benchmark, concerned, events } = asked;
  const about = (symbol: string, on: Day): About => ({ symbol, day: on, concerned: concerned.has(symbol) });
  const members = new Set(universe.filter((row) => isMember(row, day)).map(({ symbol }) => symbol));
  const checks: Check[] = [];
  const benchmarkLast = lastUntil(market.get(benchmark), day);
  if (benchmarkLast !== day) {
    checks.push({ kind: 'no-benchmark', ...about(benchmark, benchmarkLast), concerned: true });
  }
  for (const symbol of new Set([...concerned, ...members])) {
    const bars = market.get(symbol);
    if (!bars || bars.day.length === 0) continue;
    const last = lastUntil(bars, day);
    if (last !== day && (concerned.has(symbol) || day - last < LONG_GONE)) {
      checks.push({ kind: 'no-bar', ...about(symbol, last) });
    }
    for (const { finding, on } of oddIn(bars, day))
      checks.push({ kind: 'odd', finding, ...about(symbol, on) });
    for (const { ratio, on } of splitsIn(bars, trusted, day)) {
      checks.push({ kind: 'split', ratio, ...about(symbol, on) });
    }
  }
  for (const { symbol, to } of lastSpells(universe)) {
    if (to !== undefined && to >= day && to - day <= AHEAD)
      checks.push({ kind: 'leaving', ...about(symbol, to) });
  }
  for (const { symbol, day: on, what } of events) {
    if (on > day && on - day <= AHEAD && (concerned.has(symbol) || members.has(symbol))) {
      checks.push({ kind: 'event', what, ...about(symbol, on) });
    }
  }
  return checks.sort(
    (a, b) =>
      Number(b.concerned) - Number(a.concerned) || (a.symbol < b.symbol ? -1 : a.symbol > b.symbol ? 1 : 0),
  );
}

export const isMember = ({ from = -Infinity, to = Infinity }: Membership, day: Day): boolean =>
  from <= day && day <= to;

/** Of each symbol the spell that ends last. */
function lastSpells(universe: Universe): Membership[] {
  const last = new Map<string, Membership>();
  for (const row of universe) {
    const known = last.get(row.symbol);
    if (!known || (row.to ?? Infinity) > (known.to ?? Infinity)) last.set(row.symbol, row);
  }
  return [...last.values()];
}

function lastUntil(bars: Bars | undefined, day: Day): Day {
  const bar = bars ? countUntil(bars.day, day) - 1 : -1;
  return bars && bar >= 0 ? at(bars.day, bar) : Number.NEGATIVE_INFINITY;
}

function oddIn(bars: Bars, day: Day): { finding: FindingKind; on: Day }[] {
  const end = countUntil(bars.day, day);
  const part = mapBars(
    bars,
    (column) => column.subarray(Math.max(0, end - LOOKED_THROUGH), end) as typeof column,
  );
  const since = part.day[Math.max(0, part.day.length - NEW)] ?? Infinity;
  return findingsOf(part, part.day)
    .filter(({ kind, to }) => ODD.has(kind) && to >= since)
    .map(({ kind, to }) => ({ finding: kind, on: to }));
}

/** Steps of the factor after the trusted day. */
function splitsIn({ day: days, factor }: Bars, trusted: Day, day: Day): { ratio: number; on: Day }[] {
  const found: { ratio: number; on: Day }[] = [];
  if (!factor) return found;
  for (let i = Math.max(1, countUntil(days, trusted)); i < days.length && at(days, i) <= day; i++) {
    const ratio = at(factor, i) / at(factor, i - 1);
    if (Math.abs(ratio - 1) > 1e-6) found.push({ ratio, on: at(days, i) });
  }
  return found;
}
