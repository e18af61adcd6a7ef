// One side of a strategy as the day loop reads it: candidates by day, their ranks, stops and targets.

import type { DayIndex } from '../days/calendar.ts';
import type { Evaluator } from '../evaluation/evaluate.ts';
import { entriesOfAll, memory, valuesOfAll } from '../evaluation/rounds.ts';
import { printRule } from '../language/print.ts';
import type { Node } from '../language/tree.ts';
import type { Stop, Target } from '../strategy/strategy.ts';
import { BarValues, ExitRule } from './bar-values.ts';
import { valuesOfCandidates } from './candidates.ts';
import { FoundEntries } from './found-entries.ts';
import type { SidePlan, StopPlan, TargetPlan } from './plan.ts';
import { type Continue, report } from './progress.ts';
import { rankOrder } from './rank-order.ts';
import { type Readers, readWithEntries } from './read-ahead.ts';
import type { SideReading } from './reading.ts';

/** The run's days, and the name under which what depends on them is remembered. */
export interface RunDays {
  readonly calendar: Int32Array;
  readonly index: DayIndex;
  readonly key: string;
}

/** The ATR over so many bars, as a rule's tree. */
export function atrNode(bars: number): Node {
  const place = { from: 0, to: 0 };
  return {
    kind: 'measure',
    phrase: 'ATR',
    windows: [{ kind: 'number', value: bars, text: String(bars), place }],
    takes: [],
    place,
  };
}

/** A side that enters by a rule. */
export type EnteringSide = SideReading & { readonly enter: Node };

/** What a side may enter, day by day. */
type EnteredPlan = Pick<SidePlan, 'candidates' | 'rank'>;

/** What a side does with what it holds, whatever it enters. */
type HeldPlan = Omit<SidePlan, keyof EnteredPlan>;

/** @param risked whether sizes are of the money at risk, which then needs a stop to be counted to */
export function planHeld(
  evaluator: Evaluator,
  { name, side, exit, initial, trail }: SideReading,
  risked: boolean,
): HeldPlan {
  const { stops } = side;
  // Where the trailing stop stands at first is the risk, where no stop of its own says so.
  const isTrailFirst = !stops.initial && (risked || (stops.target !== undefined && 'r' in stops.target));
  return {
    name,
    sign: name === 'long' ? 1 : -1,
    exit: exit && new ExitRule(evaluator, exit),
    rotation: side.rotate,
    initial: isTrailFirst
      ? stopPlan(evaluator, stops.trail, trail)
      : stopPlan(evaluator, stops.initial, initial),
    trail: stopPlan(evaluator, stops.trail, trail),
    target: targetPlan(evaluator, stops.target),
    trigger: stops.trigger,
    barsLimit: stops.bars,
  };
}

/**
 * Where a side may enter; what an earlier run of the same rules over the same days has found is taken from it.
 * @param readers of what the days will read
 * @throws {Stopped} when `goOn` answers false
 */
export function findEntries(
  evaluator: Evaluator,
  days: RunDays,
  { enter, rank }: EnteringSide,
  readers: Readers,
  goOn: Continue,
): FoundEntries {
  const { calendar, key } = days;
  const name = `${printRule(enter)} in ${key}`;
  return evaluator.remember(`entries ${name}`, () => {
    const span = { from: calendar[0] ?? Infinity, to: calendar[calendar.length - 1] ?? -Infinity };
    const beside = readWithEntries(evaluator, enter, rank, readers);
    const { entries, values } = entriesOfAll(evaluator, enter, span, beside, (done) => report(goOn, done));
    const ranks = rank && values && { by: printRule(rank), values };
    return new FoundEntries(name, evaluator.panel, days, entries, ranks);
  });
}

/** The entries by day, with their ranks. @throws {Stopped} when `goOn` answers false */
export function rankedEntries(
  evaluator: Evaluator,
  found: FoundEntries,
  { side, rank }: EnteringSide,
  goOn: Continue,
): EnteredPlan {
  const { name, candidates } = found;
  if (!rank) return { candidates, rank: undefined };
  const by = printRule(rank);
  const first = side.rank?.first ?? 'highest';
  const values = evaluator.remember(
    `${by} at ${name}`,
    () =>
      found.ranksBy(by) ??
      valuesOfCandidates(
        candidates,
        evaluator.panel.universeSize,
        (starts, bars) => valuesOfAll(evaluator, rank, starts, bars, (done) => report(goOn, done)),
        (bytes) => memory(evaluator, bytes),
      ),
  );
  const order = evaluator.remember(`${first} first by ${by} of ${name}`, () =>
    rankOrder(candidates, values, first === 'highest'),
  );
  return { candidates, rank: { values, order } };
}

/** A side of both. */
export function sidePlan(held: HeldPlan, { candidates, rank }: EnteredPlan): SidePlan {
  // Spelled out: the day loop reads objects that are put together from others several times slower.
  return {
    name: held.name,
    sign: held.sign,
    candidates,
    rank,
    exit: held.exit,
    rotation: held.rotation,
    initial: held.initial,
    trail: held.trail,
    target: held.target,
    trigger: held.trigger,
    barsLimit: held.barsLimit,
  };
}

function stopPlan(
  evaluator: Evaluator,
  stop: Stop | undefined,
  level: Node | undefined,
): StopPlan | undefined {
  if (!stop) return undefined;
  if ('percent' in stop) return { kind: 'percent', percent: stop.percent };
  if ('atr' in stop) {
    return { kind: 'atr', times: stop.times, atr: new BarValues(evaluator, atrNode(stop.atr)) };
  }
  return level && { kind: 'level', level: new BarValues(evaluator, level) };
}

function targetPlan(evaluator: Evaluator, target: Target | undefined): TargetPlan | undefined {
  if (!target) return undefined;
  if ('percent' in target) return { kind: 'percent', percent: target.percent };
  if ('r' in target) return { kind: 'r', times: target.r };
  return { kind: 'atr', times: target.times, atr: new BarValues(evaluator, atrNode(target.atr)) };
}
