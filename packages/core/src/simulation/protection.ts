// Stops and targets: where they stand and when a bar reaches them (simulation.md 5).

import { exceeds, reaches } from '../numeric/compare.ts';
import type { SidePlan, StopPlan } from './plan.ts';
import type { Position } from './position.ts';

/** A stop's level from price P at a decision bar; NaN when what it needs is undefined. */
function stopLevel(stop: StopPlan, price: number, sign: 1 | -1, instrument: number, bar: number): number {
  switch (stop.kind) {
    case 'percent':
      return price * (1 - (sign * stop.percent) / 100);
    case 'atr':
      return price - sign * stop.times * stop.atr.at(instrument, bar);
    case 'level':
      return stop.level.at(instrument, bar);
  }
}

/** a beyond b in the position's favour. */
function better(a: number, b: number, sign: 1 | -1): boolean {
  return sign === 1 ? exceeds(a, b) : exceeds(b, a);
}

/** A price at a level or beyond it on the winning side; false where the level is undefined. */
export function reachesTarget(price: number, target: number, sign: 1 | -1): boolean {
  return sign === 1 ? reaches(price, target) : reaches(target, price);
}

/** A price at a level or beyond it on the losing side; false where the level is undefined. */
export function reachesStop(price: number, stop: number, sign: 1 | -1): boolean {
  return sign === 1 ? reaches(stop, price) : reaches(price, stop);
}

/** D: how far the initial stop stands from the fill price; NaN where it is undefined or not on the losing side. */
export function initialRisk(price: number, initialStop: number, sign: 1 | -1): number {
  return better(price, initialStop, sign) ? (price - initialStop) * sign : Number.NaN;
}

/** A target's level from fill price P at a decision bar; NaN without one, or when what it needs is undefined. */
function targetLevel(
  side: SidePlan,
  price: number,
  initialStop: number,
  instrument: number,
  bar: number,
): number {
  const { target, sign } = side;
  if (!target) return Number.NaN;
  switch (target.kind) {
    case 'percent':
      return price * (1 + (sign * target.percent) / 100);
    case 'atr':
      return price + sign * target.times * target.atr.at(instrument, bar);
    case 'r':
      return price + sign * target.times * initialRisk(price, initialStop, sign);
  }
}

/** Where the stops and the target of an entry stand; NaN for what is not set or undefined. */
export interface EntryLevels {
  readonly initialStop: number;
  readonly trail: number;
  /** the tighter of the two */
  readonly stop: number;
  readonly target: number;
}

/** The levels of an entry filled at a price, read at the bar that decided on it. */
export function levelsAtEntry(side: SidePlan, price: number, instrument: number, bar: number): EntryLevels {
  const { initial, trail, sign } = side;
  const initialStop = initial ? stopLevel(initial, price, sign, instrument, bar) : Number.NaN;
  const trailed = trail ? stopLevel(trail, price, sign, instrument, bar) : Number.NaN;
  return {
    initialStop,
    trail: trailed,
    stop: tighter(initialStop, trailed, sign),
    target: targetLevel(side, price, initialStop, instrument, bar),
  };
}

/** What the stops of a position are worked out from. */
type Protected = Pick<
  Position,
  'side' | 'instrument' | 'initialStop' | 'trail' | 'stop' | 'bestClose' | 'bar'
>;

/** The stop in force of an initial and a trailing one; NaN without either. */
function tighter(initialStop: number, trail: number, sign: 1 | -1): number {
  if (Number.isNaN(initialStop)) return trail;
  return better(trail, initialStop, sign) ? trail : initialStop;
}

export function stopReason({ initialStop, trail, sign }: Position): 'stop' | 'trail' {
  if (Number.isNaN(trail)) return 'stop';
  return Number.isNaN(initialStop) || better(trail, initialStop, sign) ? 'trail' : 'stop';
}

/** Moves the trailing stop after the day's mark, only in the position's favour. */
export function moveTrail(p: Protected, close: number): void {
  const { trail, sign } = p.side;
  if ((close - p.bestClose) * sign > 0) p.bestClose = close;
  if (!trail) return;
  const from = trail.kind === 'percent' ? p.bestClose : close;
  const level = stopLevel(trail, from, sign, p.instrument, p.bar);
  if (Number.isNaN(level) || (level - p.trail) * sign <= 0) return;
  p.trail = level;
  p.stop = tighter(p.initialStop, level, sign);
}

export interface Touch {
  readonly reason: 'stop' | 'trail' | 'target';
  readonly price: number;
  /** the bar reached stop and target */
  readonly ambiguous: boolean;
}

/** What trigger "touch" does on one bar; undefined when neither level is reached. */
export function touched(
  p: Position,
  open: number,
  high: number,
  low: number,
  openedNow: boolean,
): Touch | undefined {
  const { stop, target, sign } = p;
  const worst = sign === 1 ? low : high;
  const best = sign === 1 ? high : low;
  // Most positions have none: asked once, it is not compared with two prices of every bar.
  const hasTarget = !Number.isNaN(target);
  const openBeyondStop = reachesStop(open, stop, sign);
  if (!openedNow) {
    if (openBeyondStop) return { reason: stopReason(p), price: open, ambiguous: false };
    if (hasTarget && reachesTarget(open, target, sign))
      return { reason: 'target', price: open, ambiguous: false };
  }
  const wins = hasTarget && reachesTarget(best, target, sign);
  if (reachesStop(worst, stop, sign)) {
    // A stop that already stood beyond this opening could not have been filled there.
    const price = openBeyondStop ? open : stop;
    return { reason: stopReason(p), price, ambiguous: wins };
  }
  if (wins) return { reason: 'target', price: target, ambiguous: false };
  return undefined;
}
