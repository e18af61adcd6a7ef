// Repairs: what the trader decided about bars that look wrong. They are laid over the imported bars when these are read,
// and can be taken off again; the bars themselves are never touched.

import { type Bars, faultsInBars, isSaneFactor } from '../bars/bars.ts';
import { barsWithout } from '../bars/columns.ts';
import { countUntil } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import type { Finding, FindingKind } from './findings.ts';

/** A change to the bar of a day. It fits only a bar with the close it was made for: new data make it void. */
interface BarRepair {
  readonly day: Day;
  readonly close: number;
}
export type Repair =
  /** leaves the bar out */
  | (BarRepair & { readonly kind: 'drop' })
  /** scales everything before the day by `ratio`: price after / price before, 0.5 for two shares out of one */
  | (BarRepair & { readonly kind: 'split'; readonly ratio: number })
  /** scales everything before the day as if `amount`, in money as of that day, had been reinvested */
  | (BarRepair & { readonly kind: 'dividend'; readonly amount: number })
  /** looked at and found right: the finding is not shown again */
  | { readonly kind: 'accept'; readonly day: Day; readonly finding: FindingKind };

function placeOf(days: Int32Array, day: Day): number {
  const place = countUntil(days, day) - 1;
  return days[place] === day ? place : -1;
}

/** The repairs that find the bar they were made for, and can be: a split of nothing or a dividend of more than the price cannot. */
function fitting(bars: Bars, repairs: readonly Repair[]): Repair[] {
  return repairs.filter((repair) => {
    if (repair.kind === 'accept') return true;
    const place = placeOf(bars.day, repair.day);
    if (place < 0 || bars.close[place] !== repair.close) return false;
    if (repair.kind === 'split') return isSaneFactor(repair.ratio);
    if (repair.kind === 'dividend') {
      return repair.amount >= 0 && (place === 0 || repair.amount < bars.close[place - 1]!);
    }
    return true;
  });
}

/**
 * The bars with the repairs laid over them; `bars` itself when none fits, or when together they would put a price or a
 * volume beyond any market's. A dividend's share is taken of the close before it
 * as imported, splits between them included, so the order of the repairs does not matter.
 */
export function repairedBars(bars: Bars, repairs: readonly Repair[]): Bars {
  const fit = fitting(bars, repairs).filter(({ kind }) => kind !== 'accept');
  if (fit.length === 0) return bars;
  const size = bars.day.length;
  // What prices are multiplied by from this bar backwards, and what volumes are divided by: splits alone.
  const price = new Float64Array(size).fill(1);
  const shares = new Float64Array(size).fill(1);
  const dropped = new Set<number>();
  for (const repair of fit) {
    const place = placeOf(bars.day, repair.day);
    if (repair.kind === 'drop') dropped.add(place);
    else if (place > 0 && repair.kind === 'split') {
      price[place - 1]! *= repair.ratio;
      shares[place - 1]! *= repair.ratio;
    } else if (place > 0 && repair.kind === 'dividend') {
      price[place - 1]! *= 1 - repair.amount / bars.close[place - 1]!;
    }
  }
  for (let i = size - 2; i >= 0; i--) {
    price[i]! *= price[i + 1]!;
    shares[i]! *= shares[i + 1]!;
  }
  const times = (column: Float64Array): Float64Array => column.map((value, i) => value * price[i]!);
  const repaired = barsWithout(
    {
      day: bars.day,
      open: times(bars.open),
      high: times(bars.high),
      low: times(bars.low),
      close: times(bars.close),
      volume: bars.volume.map((value, i) => value / shares[i]!),
      factor: bars.factor ? times(bars.factor) : price,
    },
    dropped,
  );
  return faultsInBars(repaired).length > 0 ? bars : repaired;
}

/** The findings that no repair has settled: not accepted, and no gap that dropped bars alone have torn. */
export function unsettled(findings: readonly Finding[], repairs: readonly Repair[]): Finding[] {
  return findings.filter(({ kind, from, to, count }) => {
    if (repairs.some((r) => r.kind === 'accept' && r.finding === kind && r.day === from)) return false;
    const dropped = repairs.filter((r) => r.kind === 'drop' && r.day >= from && r.day <= to);
    return !(kind === 'gap' && dropped.length >= count);
  });
}
