// What looks wrong with an instrument's bars, before it becomes a false profit.

import type { Bars } from '../bars/bars.ts';
import type { Day } from '../days/day.ts';

export const FINDING_KINDS = [
  'split',
  'factor-break',
  'bad-tick',
  'gap',
  'stale',
  'no-volume',
  'no-range',
  'ends-early',
  'starts-late',
] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];

export interface Finding {
  readonly kind: FindingKind;
  /** first and last day concerned */
  readonly from: Day;
  readonly to: Day;
  /** sessions or bars concerned */
  readonly count: number;
  /** for splits, factor breaks and bad ticks: price / the price before */
  readonly ratio?: number;
}

/** How much each kind troubles a backtest: what makes false trades weighs most. */
const TROUBLE: Readonly<Record<FindingKind, number>> = {
  split: 100,
  'factor-break': 100,
  'bad-tick': 40,
  gap: 5,
  stale: 5,
  'no-volume': 2,
  'no-range': 2,
  'ends-early': 3,
  'starts-late': 1,
};

/** Ratios of common splits and their reverses. */
const SPLITS = [2, 3, 4, 5, 6, 7, 8, 10, 15, 20, 25, 50, 100, 1.5].flatMap((x) => [x, 1 / x]);
/** A split's ratio shows in the open within this much of a quiet day. */
const SPLIT_SLACK = 0.03;
/** A move this many times the usual size, taken back the next day, is a bad tick. */
const TICK_SIZE = 8;
const LEAST_TICK = 0.15;
const LEAST_STALE = 6;
const LEAST_RUN = 5;
/** Bars before and after which a series starts late or ends early. */
const SPAN_SLACK = 5;

/**
 * The days on which a market was open: those with a bar of at least a third of the instruments listed then. One
 * instrument alone does not make a session.
 */
export function marketCalendar(columns: readonly Int32Array[]): Int32Array {
  const filled = columns.filter((days) => days.length > 0);
  if (filled.length === 0) return new Int32Array(0);
  const first = Math.min(...filled.map((days) => days[0]!));
  const last = Math.max(...filled.map((days) => days[days.length - 1]!));
  const bars = new Int32Array(last - first + 1);
  const listed = new Int32Array(last - first + 2);
  for (const days of filled) {
    for (let i = 0; i < days.length; i++) bars[days[i]! - first]!++;
    listed[days[0]! - first]!++;
    listed[days[days.length - 1]! - first + 1]!--;
  }
  const calendar: number[] = [];
  let now = 0;
  for (let k = 0; k < bars.length; k++) {
    now += listed[k]!;
    if (bars[k]! * 3 >= now && bars[k]! > 0) calendar.push(first + k);
  }
  return Int32Array.from(calendar);
}

/** Everything found, oldest first. @param calendar the market's sessions */
export function findingsOf(bars: Bars, calendar: Int32Array): Finding[] {
  if (bars.day.length === 0) return [];
  return [...jumps(bars), ...gaps(bars.day, calendar), ...runs(bars), ...ends(bars.day, calendar)].sort(
    (a, b) => a.from - b.from || FINDING_KINDS.indexOf(a.kind) - FINDING_KINDS.indexOf(b.kind),
  );
}

/** The sum of what was found, for ranking instruments by trouble. */
export function troubleOf(findings: readonly Finding[]): number {
  return findings.reduce((sum, { kind, count }) => sum + TROUBLE[kind] * Math.log2(1 + count), 0);
}

/** Jumps that look like splits not adjusted for or adjusted for wrongly, and ticks that the next bar takes back. */
function jumps({ day, open, high, low, close, factor }: Bars): Finding[] {
  const found: Finding[] = [];
  // A gauge or a rate, one value a day, is never split; its jumps are its nature.
  const isValue = high.every((h, i) => h === low[i]);
  const usual = usualMove(close);
  for (let i = 1; i < day.length; i++) {
    const ratio = close[i]! / close[i - 1]!;
    const size = Math.abs(Math.log(ratio));
    if (size < LEAST_TICK) continue;
    const gapped = open[i]! / close[i - 1]!;
    const split = SPLITS.find(
      (x) => Math.abs(gapped / x - 1) < SPLIT_SLACK && Math.abs(ratio / x - 1) < 3 * SPLIT_SLACK,
    );
    const back = i + 1 < day.length ? close[i + 1]! / close[i - 1]! : Number.NaN;
    if (size > TICK_SIZE * usual && Math.abs(Math.log(back)) < size / 4) {
      found.push({ kind: 'bad-tick', from: day[i]!, to: day[i]!, count: 1, ratio });
      i++; // the way back is not another
    } else if (split !== undefined && size > 3 * usual && !isValue) {
      // Where the factor changes too, prices were adjusted already: it is the factor that is wrong.
      const adjusted = factor !== undefined && Math.abs(factor[i]! / factor[i - 1]! - 1) > SPLIT_SLACK;
      const kind = adjusted ? 'factor-break' : 'split';
      found.push({ kind, from: day[i]!, to: day[i]!, count: 1, ratio: split });
    }
  }
  return found;
}

/** The median absolute log return. */
function usualMove(close: Float64Array): number {
  const moves = new Float64Array(Math.max(0, close.length - 1));
  for (let i = 0; i < moves.length; i++) moves[i] = Math.abs(Math.log(close[i + 1]! / close[i]!));
  moves.sort();
  return moves.length > 0 ? moves[moves.length >> 1]! : 0;
}

/** Sessions within the series' life on which it has no bar, one finding a stretch. */
function gaps(days: Int32Array, calendar: Int32Array): Finding[] {
  const found: Finding[] = [];
  let i = 0;
  let from = 0;
  let count = 0;
  let to = 0;
  for (const session of calendar) {
    if (session < days[0]!) continue;
    if (session > days[days.length - 1]!) break;
    while (i < days.length && days[i]! < session) i++;
    if (days[i] === session) {
      if (count > 0) found.push({ kind: 'gap', from, to, count });
      count = 0;
      continue;
    }
    if (count === 0) from = session;
    to = session;
    count++;
  }
  return found;
}

/** Bars in a row without a change, a volume or a range. */
function runs({ day, high, low, close, volume }: Bars): Finding[] {
  const found: Finding[] = [];
  const run = (kind: FindingKind, least: number, holds: (i: number) => boolean): void => {
    let start = -1;
    for (let i = 0; i <= day.length; i++) {
      if (i < day.length && holds(i)) {
        if (start < 0) start = i;
        continue;
      }
      if (start >= 0 && i - start >= least) {
        found.push({ kind, from: day[start]!, to: day[i - 1]!, count: i - start });
      }
      start = -1;
    }
  };
  run('stale', LEAST_STALE, (i) => i > 0 && close[i] === close[i - 1]);
  // A gauge or an index has no volume at all, and a series of closes no ranges: that is their kind, not a fault.
  if (volume.some((v) => v > 0)) run('no-volume', LEAST_RUN, (i) => volume[i] === 0);
  if (high.some((h, i) => h > low[i]!)) run('no-range', LEAST_RUN, (i) => high[i] === low[i]);
  return found;
}

function ends(days: Int32Array, calendar: Int32Array): Finding[] {
  const found: Finding[] = [];
  const first = days[0]!;
  const last = days[days.length - 1]!;
  const before = calendar.filter((day) => day < first);
  const after = calendar.filter((day) => day > last);
  if (before.length > SPAN_SLACK) {
    found.push({
      kind: 'starts-late',
      from: calendar[0]!,
      to: before[before.length - 1]!,
      count: before.length,
    });
  }
  if (after.length > SPAN_SLACK) {
    found.push({ kind: 'ends-early', from: after[0]!, to: after[after.length - 1]!, count: after.length });
  }
  return found;
}
