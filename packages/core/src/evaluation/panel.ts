// The instruments a run reads, numbered, so that columns and signals can be arrays instead of maps.

import type { Bars, Market } from '../bars/bars.ts';
import { barsUntil } from '../bars/columns.ts';
import { newBars } from '../bars/layout.ts';
import { resample } from '../bars/resample.ts';
import type { BarUnit } from '../bars/unit.ts';
import { unionOfDays } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { periodsOf } from '../days/periods.ts';

/** One spell of membership; without `from` or `to` it has no beginning or end. Both days are included. */
export interface Membership {
  readonly symbol: string;
  readonly from?: Day;
  readonly to?: Day;
  /** sector, island or any other heading `limits.perGroup` counts by */
  readonly group?: string;
}

export type Universe = readonly Membership[];

/** From a day to another, or from or to ever. */
interface Spell {
  readonly from: number;
  readonly to: number;
}

/** Instruments by number: the universe's with bars, A to Z, then any others the strategy names. */
export interface Panel {
  readonly symbols: readonly string[];
  readonly bars: readonly Bars[];
  /** how many of the leading instruments belong to the universe, or are traded beside it by others */
  readonly universeSize: number;
  /** how many of the universe's own have bars */
  readonly ownSize: number;
  /** universe symbols that have no bars */
  readonly missing: readonly string[];
  /** the instrument's number, adding it when it has bars and is not there yet; -1 when it has none */
  number(symbol: string): number;
  isMember(instrument: number, day: Day): boolean;
  /** when it is a member, both days included: apart from each other, rising */
  spellsOf(instrument: number): readonly Spell[];
  /** the group of the spell that holds `day`, of several the one that began last; undefined when none is given */
  groupOn(instrument: number, day: Day): string | undefined;
}

const NO_BARS = newBars(0);

export interface PanelSettings {
  readonly unit?: BarUnit;
  /** the last day of the run: weekly and monthly bars end there (simulation.md 1.6) */
  readonly until?: Day;
  /** instruments beside the universe's whose days belong to the run (simulation.md 1.2) */
  readonly named?: Iterable<string>;
  /** what others on the same account trade: numbered with the universe's, so that all share their numbers, but never members */
  readonly beside?: Iterable<string>;
}

export function createPanel(
  market: Market,
  universe: Universe,
  { unit = 'day', until = Infinity, named = [], beside = [] }: PanelSettings = {},
): Panel {
  const spells = new Map<string, Membership[]>();
  for (const row of universe) {
    const list = spells.get(row.symbol);
    if (list) list.push(row);
    else spells.set(row.symbol, [row]);
  }
  const own = [...spells.keys()].sort();
  const listed = [...new Set([...own, ...beside])].sort();
  const hasBars = (symbol: string): boolean => (market.get(symbol)?.day.length ?? 0) > 0;
  const symbols = listed.filter(hasBars);
  const universeSize = symbols.length;
  const rowsOf = symbols.map((symbol) => (spells.get(symbol) ?? []).sort(newestFirst));
  const spellsOf = rowsOf.map(apart);
  // The same spells in columns: rules ask for a member on every bar.
  const fromOf = Float64Array.from(spellsOf.flat(), ({ from }) => from);
  const toOf = Float64Array.from(spellsOf.flat(), ({ to }) => to);
  const firstOf = new Int32Array(universeSize + 1);
  spellsOf.forEach((its, k) => {
    firstOf[k + 1] = firstOf[k]! + its.length;
  });
  const numbers = new Map(symbols.map((symbol, k) => [symbol, k]));

  const daysOf = (symbol: string): Int32Array => (market.get(symbol) ?? NO_BARS).day;
  const gather =
    unit === 'day' ? undefined : gathering([...new Set([...symbols, ...named])].map(daysOf), unit, until);
  const barsOf = (symbol: string): Bars => {
    const bars = market.get(symbol) ?? NO_BARS;
    return gather ? gather(bars) : bars;
  };
  const bars = symbols.map(barsOf);

  return {
    symbols,
    bars,
    universeSize,
    ownSize: own.filter(hasBars).length,
    missing: own.filter((symbol) => !hasBars(symbol)),
    number(symbol) {
      const known = numbers.get(symbol);
      if (known !== undefined) return known;
      if (!hasBars(symbol)) return -1;
      symbols.push(symbol);
      bars.push(barsOf(symbol));
      numbers.set(symbol, symbols.length - 1);
      return symbols.length - 1;
    },
    isMember(instrument, day) {
      if (instrument >= universeSize) return false;
      for (let k = firstOf[instrument]!; k < firstOf[instrument + 1]!; k++) {
        if (fromOf[k]! <= day && toOf[k]! >= day) return true;
      }
      return false;
    },
    spellsOf: (instrument) => spellsOf[instrument] ?? [],
    groupOn(instrument, day) {
      const rows = rowsOf[instrument] ?? [];
      return rows.find((row) => holds(row, day))?.group;
    },
  };
}

/** Makes weekly or monthly bars until a day, dated by the last of the columns' days in each week or month. */
function gathering(columns: readonly Int32Array[], unit: 'week' | 'month', until: Day): (bars: Bars) => Bars {
  const days = unionOfDays(columns, -Infinity, until);
  const { period, end } = periodsOf(days, unit);
  const lastDays = new Map(Array.from(period, (number, k) => [number, days[end[k]!]!]));
  return (bars) => resample(barsUntil(bars, until), unit, lastDays);
}

function holds({ from, to }: Membership, day: Day): boolean {
  return (from === undefined || from <= day) && (to === undefined || to >= day);
}

/** Spells of one instrument as they are when those that overlap are one. */
function apart(rows: readonly Membership[]): Spell[] {
  const spells = rows.map(({ from = -Infinity, to = Infinity }) => ({ from, to }));
  spells.sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
  const merged: { from: number; to: number }[] = [];
  for (const spell of spells) {
    const last = merged[merged.length - 1];
    if (last && spell.from <= last.to) last.to = Math.max(last.to, spell.to);
    else merged.push(spell);
  }
  return merged;
}

/** The spell that began last comes first; of those that began together the one that ends first. */
function newestFirst(a: Membership, b: Membership): number {
  const { from: aFrom = -Infinity, to: aTo = Infinity, group: aGroup = '' } = a;
  const { from: bFrom = -Infinity, to: bTo = Infinity, group: bGroup = '' } = b;
  if (aFrom !== bFrom) return aFrom > bFrom ? -1 : 1;
  if (aTo !== bTo) return aTo < bTo ? -1 : 1;
  return aGroup < bGroup ? -1 : aGroup > bGroup ? 1 : 0;
}
