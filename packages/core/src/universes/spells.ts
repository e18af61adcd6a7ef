// Universes as sets of spells: and, or, minus, and how many belong on a day.

import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import type { Membership, Universe } from '../evaluation/panel.ts';

export type Combination = 'and' | 'or' | 'minus';

/** From the first to the last day of it, both included. */
type Spell = readonly [from: number, to: number];

const WITHOUT_END: readonly Spell[] = [[-Infinity, Infinity]];

function spellsBySymbol(universe: Universe): Map<string, Spell[]> {
  const spells = new Map<string, Spell[]>();
  for (const { symbol, from = -Infinity, to = Infinity } of universe) {
    const its = spells.get(symbol) ?? [];
    its.push([from, to]);
    spells.set(symbol, its);
  }
  for (const [symbol, its] of spells) spells.set(symbol, joined(its));
  return spells;
}

/** The same days as fewer spells, in order: those that overlap or touch become one. */
function joined(spells: readonly Spell[]): Spell[] {
  const out: [number, number][] = [];
  for (const [from, to] of [...spells].sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))) {
    const last = out[out.length - 1];
    if (last && from <= last[1] + 1) last[1] = Math.max(last[1], to);
    else out.push([from, to]);
  }
  return out;
}

function without(spells: readonly Spell[]): Spell[] {
  const out: Spell[] = [];
  let from = -Infinity;
  for (const [start, end] of spells) {
    if (start > from) out.push([from, start - 1]);
    from = end + 1;
  }
  if (from < Infinity) out.push([from, Infinity]);
  return out;
}

function both(a: readonly Spell[], b: readonly Spell[]): Spell[] {
  return a.flatMap(([from, to]) =>
    b
      .map(([start, end]): Spell => [Math.max(from, start), Math.min(to, end)])
      .filter(([start, end]) => start <= end),
  );
}

/**
 * The members of two universes, day by day: in both, in either, or in the first and not in the second. Groups are those of
 * the first where it has the symbol.
 */
export function combine(first: Universe, how: Combination, second: Universe): Universe {
  const [a, b] = [spellsBySymbol(first), spellsBySymbol(second)];
  const groups = new Map([...second, ...first].map(({ symbol, group }) => [symbol, group]));
  const symbols = how === 'or' ? new Set([...a.keys(), ...b.keys()]) : new Set(a.keys());
  return [...symbols].flatMap((symbol): Membership[] => {
    const its = a.get(symbol) ?? [];
    const others = b.get(symbol) ?? [];
    const spells =
      how === 'or'
        ? joined([...its, ...others])
        : both(its, how === 'and' ? others : others.length > 0 ? without(others) : WITHOUT_END);
    const group = groups.get(symbol);
    return spells.map(([from, to]) => ({
      symbol,
      ...(from > -Infinity ? { from } : {}),
      ...(to < Infinity ? { to } : {}),
      ...(group !== undefined ? { group } : {}),
    }));
  });
}

/** How many instruments belong on each of `days`, which rise. */
export function membersByDay(universe: Universe, days: Int32Array): Int32Array {
  const change = new Int32Array(days.length + 1);
  const placeFrom = (day: Day): number => countUntil(days, day - 1);
  for (const spells of spellsBySymbol(universe).values()) {
    for (const [from, to] of spells) {
      change[placeFrom(from)]!++;
      change[placeFrom(to + 1)]!--;
    }
  }
  let now = 0;
  return Int32Array.from(days, (_day, k) => {
    now += change[k]!;
    return now;
  });
}
