// What one strategy holds on the account, and what it has decided for the coming session (simulation.md 1.3 and 3).

import { Entries } from './entries.ts';
import type { AccountPlan, StrategyPlan } from './plan.ts';
import { type Position, sawPrice, seesWholeBar } from './position.ts';
import { moveTrail } from './protection.ts';

export class Book {
  /** the place of its strategy among the plan's: what its positions and its lines of the journal are marked with */
  readonly part: number;
  readonly plan: StrategyPlan;
  /** held, oldest first */
  readonly positions: Position[] = [];
  /** the entries waiting for their fill */
  queue: Entries;
  /** the entries decided on today: the same, but where orders wait a day more */
  coming: Entries;
  /** entries filled since the day began */
  takenToday = 0;
  /** the limits of simulation.md 3.5; Infinity where there is none */
  readonly #mostPositions: number;
  readonly #mostPerDay: number;
  readonly #mostPerGroup: number;
  /** the value of its longs and of its shorts at the last mark */
  long = 0;
  short = 0;
  readonly #held: (Position | undefined)[];

  constructor(account: AccountPlan, plan: StrategyPlan, part: number) {
    this.plan = plan;
    this.part = part;
    this.queue = new Entries(plan.sides);
    this.coming = account.late ? new Entries(plan.sides) : this.queue;
    const { positions = Infinity, newPerDay = Infinity, perGroup = Infinity } = plan.limits;
    this.#mostPositions = positions;
    this.#mostPerDay = newPerDay;
    this.#mostPerGroup = perGroup;
    this.#held = new Array(account.symbols.length).fill(undefined);
  }

  /** Moves every position on to its bar of the day, where it has one. */
  startDay(day: number): void {
    this.takenToday = 0;
    for (const p of this.positions) {
      const days = p.bars.day;
      p.hasBar = p.bar + 1 < days.length && days[p.bar + 1] === day;
      if (p.hasBar) p.bar++;
    }
  }

  /** What has waited comes next, and makes room for what is decided now. */
  advance(): void {
    const waited = this.coming;
    this.coming = this.queue;
    this.queue = waited;
  }

  /** Its shorts at the prices they were last valued at. */
  shortValue(): number {
    let sum = 0;
    for (const p of this.positions) if (p.sign === -1) sum += p.value;
    return sum;
  }

  /** A sum of money and its positions at their last closes. */
  worthOnTopOf(sum: number): number {
    let worth = sum;
    for (const p of this.positions) worth += p.sign * p.shares * p.bars.close[p.bar]!;
    return worth;
  }

  /** Values its positions at their last closes (section 2.6). @param shorts gets those it has sold short */
  mark(shorts: Position[]): void {
    let long = 0;
    let short = 0;
    for (const p of this.positions) {
      const { low, high, close } = p.bars;
      p.value = p.shares * close[p.bar]!;
      if (p.sign === 1) long += p.value;
      else {
        short += p.value;
        shorts.push(p);
      }
      if (seesWholeBar(p)) {
        sawPrice(p, low[p.bar]!);
        sawPrice(p, high[p.bar]!);
      }
    }
    this.long = long;
    this.short = short;
  }

  /** Moves the trailing stops after the day's mark. */
  moveTrails(): void {
    for (const p of this.positions) {
      p.stopBefore = p.stop;
      if (p.hasBar) moveTrail(p, p.bars.close[p.bar]!);
    }
  }

  /** The position in an instrument, if this strategy holds one. */
  held(instrument: number): Position | undefined {
    return this.#held[instrument];
  }

  /** Whether there is no room for another position. */
  isFull(): boolean {
    return this.positions.length >= this.#mostPositions;
  }

  /** Whether as many were entered today as may be. */
  isDayFull(): boolean {
    return this.takenToday >= this.#mostPerDay;
  }

  /** Whether it holds as many of a group as it may; an instrument without a group is in none. */
  isGroupFull(group: string | undefined): boolean {
    if (this.#mostPerGroup === Infinity || group === undefined) return false;
    return this.countOf(group) >= this.#mostPerGroup;
  }

  /** How many of a group it holds. */
  countOf(group: string): number {
    let held = 0;
    for (const p of this.positions) if (p.group === group) held++;
    return held;
  }

  add(p: Position): void {
    this.positions.push(p);
    this.#held[p.instrument] = p;
  }

  /** Puts a position in the place of another of the same instrument. */
  replace(p: Position, by: Position): void {
    this.positions[this.positions.indexOf(p)] = by;
    this.#held[by.instrument] = by;
  }

  /** The position holds its instrument no more; it stays in the list until {@link sweep}. */
  release(p: Position): void {
    this.#held[p.instrument] = undefined;
  }

  /** Forgets a position that is about to end. */
  forget(p: Position): void {
    this.release(p);
    this.positions.splice(this.positions.indexOf(p), 1);
  }

  /** Drops the positions closed since the last sweep. */
  sweep(): void {
    const { positions } = this;
    let kept = 0;
    for (const p of positions) if (p.exitReason === undefined) positions[kept++] = p;
    positions.length = kept;
  }
}
