// Rules and values as columns: each measure and each condition is computed once per instrument and kept, whichever
// rule, rank, stop or sweep asks for it again.
//
// A class, and nothing made anew for each instrument but the columns: the compiler then sees the same code on every run.

import type { Node, NumberNode } from '../language/tree.ts';
import { measureOf } from '../measures/catalogue.ts';
import type { Inputs, Measure } from '../measures/measure.ts';
import { compareMembers } from './across.ts';
import { alignNumbers, alignTruths, lastBarByDay } from './align.ts';
import { Blocks } from './blocks.ts';
import { placesAboveHighest, placesBelowLowest } from './breakouts.ts';
import {
  andInto,
  atLeastOf,
  calculate,
  compare,
  crosses,
  gaps,
  lasting,
  moving,
  not,
  type Operand,
  orInto,
  placesWhere,
} from './columns.ts';
import type { Column, Crew } from './crew.ts';
import { KeptColumns } from './kept-columns.ts';
import type { Panel } from './panel.ts';
import { plain } from './plain.ts';
import type { Slot } from './slots.ts';
import { FALSE, type PlainComparator, TRUE, UNDEFINED } from './truth.ts';
import { WorkColumns } from './work-columns.ts';

export type Measured = Node & { kind: 'measure' };

interface EvaluatorSettings {
  /** 252, 52 or 12 */
  readonly barsPerYear: number;
  readonly seed: number;
  /** the symbol that the word `benchmark` stands for */
  readonly benchmark: string | undefined;
  /** other threads that share the rounds of work of this one */
  readonly crew?: Crew | undefined;
  /** where its columns stand; memory of its own when left out */
  readonly blocks?: Blocks | undefined;
}

const MOST_REMEMBERED = 12;

/** Trees must be checked and have their dials set (check.ts); an unset dial is a bug. */
export class Evaluator {
  readonly panel: Panel;
  readonly crew: Crew | undefined;
  readonly blocks: Blocks;
  readonly kept: KeptColumns;
  readonly #settings: EvaluatorSettings;
  /** for intermediate results: values, and places of bars */
  readonly work = new WorkColumns(Float64Array);
  readonly places = new WorkColumns(Int32Array);
  readonly #lastBar: { first: number; table: Int32Array }[] = [];
  readonly #remembered = new Map<string, unknown>();

  constructor(panel: Panel, settings: EvaluatorSettings) {
    const { crew, blocks = new Blocks() } = settings;
    this.panel = panel;
    this.crew = crew;
    this.blocks = blocks;
    this.kept = new KeptColumns(panel.bars.length, blocks);
    this.#settings = settings;
  }

  /** The truth of a rule on each bar of an instrument: 0 false, 1 undefined, 2 true. Not to be written to. */
  truths(rule: Node, instrument: number): Uint8Array {
    const slot = this.kept.truths.of(this.kept.keyOf(rule));
    const known = this.kept.truthsIn(slot, instrument);
    if (known) return known;
    const out = slot.add(instrument, this.panel.bars[instrument]!.day.length);
    const taken = this.work.taken;
    this.#computeTruths(rule, instrument, out);
    this.work.giveBackTo(taken);
    return out;
  }

  /** A value on each bar of an instrument, NaN where undefined; a plain number when it is one. Not to be written to. */
  values(value: Node, instrument: number): Operand {
    if (value.kind === 'number' || value.kind === 'dial') return plain(value);
    if (value.kind === 'measure') return this.#measured(value, instrument);
    const slot = this.kept.numbers.of(this.kept.keyOf(value));
    const known = this.kept.valuesIn(slot, instrument);
    if (known) return known;
    const taken = this.work.taken;
    const passing = this.#operand(value, instrument);
    this.work.giveBackTo(taken);
    if (typeof passing === 'number') return passing;
    const out = slot.add(instrument, passing.length);
    out.set(passing);
    return out;
  }

  /** The column of {@link truths} if it has been computed already. */
  knownTruths(rule: Node, instrument: number): Uint8Array | undefined {
    return this.kept.truths.known(this.kept.keyOf(rule), instrument);
  }

  /**
   * The bars on which a comparison is true, rising; kept, for it is short where it is asked for most. It must not be one
   * that crosses. Not to be written to.
   */
  barsCompared(rule: Node & { kind: 'comparison' }, instrument: number): Int32Array {
    const slot = this.kept.bars.of(this.kept.keyOf(rule));
    const known = slot.columns[instrument];
    if (known) return known;
    const taken = this.places.taken;
    const out = this.places.take(this.panel.bars[instrument]!.day.length);
    const count = this.#compareInto(rule, instrument, out);
    this.places.giveBackTo(taken);
    const kept = slot.add(instrument, count);
    kept.set(out.subarray(0, count));
    return kept;
  }

  #compareInto(rule: Node & { kind: 'comparison' }, instrument: number, out: Int32Array): number {
    const n = out.length;
    const taken = this.work.taken;
    // “prior” and “days ago” are read where they stand, without a column of their own.
    const left = lagged(rule.left);
    const right = lagged(rule.right);
    const breakouts = this.#breakouts(rule, left.of, left.lag, right, instrument, out);
    if (breakouts !== undefined) {
      this.work.giveBackTo(taken);
      return breakouts;
    }
    const first = Math.min(n, Math.max(left.lag, right.lag));
    const a = from(this.#operand(left.of, instrument), first - left.lag);
    const b = from(this.#operand(right.of, instrument), first - right.lag);
    const count = placesWhere(rule.comparator as PlainComparator, a, b, n - first, out);
    for (let k = 0; k < count; k++) out[k]! += first;
    this.work.giveBackTo(taken);
    return count;
  }

  /** The bars of a comparison such as “close is above prior 40-day high”; undefined when it is none or its column is there. */
  #breakouts(
    rule: Node & { kind: 'comparison' },
    left: Node,
    leftLag: number,
    right: { of: Node; lag: number },
    instrument: number,
    out: Int32Array,
  ): number | undefined {
    if (leftLag !== 0 || right.of.kind !== 'measure') return undefined;
    const { extreme } = measureOf(right.of.phrase, right.of.windows.length);
    if (!extreme || rule.comparator !== (extreme.sign === 1 ? 'is above' : 'is below')) return undefined;
    if (this.kept.numbers.known(this.kept.keyOf(right.of), instrument)) return undefined;
    const column = this.panel.bars[instrument]![extreme.of];
    const value = this.#column(left, instrument);
    const places = extreme.sign === 1 ? placesAboveHighest : placesBelowLowest;
    return places(value, column, plain(right.of.windows[0]!), right.lag, out);
  }

  /** A measure at some of an instrument's bars; computed there alone when that is cheaper than the whole column. */
  measureAt(node: Measured, instrument: number, at: Int32Array, out: Float64Array): void {
    const entry = measureOf(node.phrase, node.windows.length);
    const few = at.length * 4 < this.panel.bars[instrument]!.day.length;
    if (!entry.at || !few || this.kept.numbers.known(this.kept.keyOf(node), instrument)) {
      gather(this.#measured(node, instrument), at, out);
      return;
    }
    const taken = this.work.taken;
    const inputs = this.#inputs(entry, node, instrument);
    for (let n = 0; n < at.length; n++) out[n] = at[n]! < 0 ? Number.NaN : entry.at(inputs, at[n]!);
    this.work.giveBackTo(taken);
  }

  /** The number of the instrument a rule names, -1 when it has no bars. */
  numberOf(symbol: string): number {
    const named = symbol.toLowerCase() === 'benchmark' ? (this.#settings.benchmark ?? symbol) : symbol;
    return this.panel.number(named);
  }

  /** For each place in `at` among an instrument's bars, the place of the last bar of `other` on or before it, or -1. */
  placesOn(other: number, instrument: number, at: Int32Array, out: Int32Array): void {
    this.#lastBar[other] ??= lastBarByDay(this.panel.bars[other]!.day);
    const { first, table } = this.#lastBar[other];
    const { day } = this.panel.bars[instrument]!;
    for (let n = 0; n < at.length; n++) {
      const offset = at[n]! < 0 ? -1 : day[at[n]!]! - first;
      out[n] = offset < 0 ? -1 : table[Math.min(offset, table.length - 1)]!;
    }
  }

  /** What `make` gave the last time it was asked for under this key; only a few of the newest are kept. */
  remember<T>(key: string, make: () => T): T {
    return this.#keep(key, (this.#remembered.get(key) as T | undefined) ?? make());
  }

  #keep<T>(key: string, value: T): T {
    this.#remembered.delete(key);
    this.#remembered.set(key, value);
    if (this.#remembered.size > MOST_REMEMBERED) {
      this.#remembered.delete(this.#remembered.keys().next().value as string);
    }
    return value;
  }

  /** Writes a column into memory of the caller's; it is not kept, but what it is made of is. */
  write({ as, node }: Column, instrument: number, out: Float64Array | Uint8Array): void {
    const known = this.kept.known({ as, node }, instrument);
    const taken = this.work.taken;
    if (known) out.set(known);
    else if (as === 'truths') this.#computeTruths(node, instrument, out as Uint8Array);
    else if (node.kind === 'measure') this.#writeMeasure(node, instrument, out as Float64Array);
    else {
      const value = this.#operand(node, instrument);
      if (typeof value === 'number') out.fill(value);
      else out.set(value);
    }
    this.work.giveBackTo(taken);
  }

  #writeMeasure(node: Measured, instrument: number, out: Float64Array): void {
    const entry = measureOf(node.phrase, node.windows.length);
    if (entry.column || entry.across) out.set(this.#measured(node, instrument));
    else entry.compute(this.#inputs(entry, node, instrument), out);
  }

  #computeTruths(rule: Node, instrument: number, out: Uint8Array): void {
    const { day, high, low } = this.panel.bars[instrument]!;
    switch (rule.kind) {
      case 'comparison': {
        const left = this.#operand(rule.left, instrument);
        const right = this.#operand(rule.right, instrument);
        if (rule.comparator === 'crosses above') crosses('above', left, right, out);
        else if (rule.comparator === 'crosses below') crosses('below', left, right, out);
        else compare(rule.comparator, left, right, out);
        return;
      }
      case 'between': {
        const of = this.#operand(rule.of, instrument);
        compare('is at least', of, this.#operand(rule.low, instrument), out);
        const below = new Uint8Array(out.length);
        compare('is at most', of, this.#operand(rule.high, instrument), below);
        andInto(out, below);
        return;
      }
      case 'moving':
        moving(rule.way, this.#operand(rule.of, instrument), rule.bars ? plain(rule.bars) : 1, out);
        return;
      case 'extreme': {
        const of = this.#column(rule.of, instrument);
        const bound = this.work.take(out.length);
        const extreme = measureOf(rule.way, 1);
        extreme.compute(this.#inputsOf(instrument, [plain(rule.bars)], [of]), bound);
        compare('equals', of, bound, out);
        return;
      }
      case 'gap':
        gaps(rule.way, high, low, out);
        return;
      case 'constant':
        out.fill(rule.value ? TRUE : FALSE);
        return;
      case 'not':
        out.set(this.truths(rule.of, instrument));
        not(out);
        return;
      case 'and':
      case 'or': {
        const join = rule.kind === 'and' ? andInto : orInto;
        out.set(this.truths(rule.parts[0]!, instrument));
        for (let k = 1; k < rule.parts.length; k++) join(out, this.truths(rule.parts[k]!, instrument));
        return;
      }
      case 'lasting':
        lasting(rule.how, this.truths(rule.of, instrument), plain(rule.bars), out);
        return;
      case 'at-least-of':
        atLeastOf(this.truths(rule.of, instrument), plain(rule.times), plain(rule.bars), out);
        return;
      case 'scope': {
        const other = this.numberOf(rule.instrument);
        if (other < 0) out.fill(UNDEFINED);
        else alignTruths(day, this.panel.bars[other]!.day, this.truths(rule.of, other), out);
        return;
      }
      default:
        throw new Error(`a ${rule.kind} is no condition`);
    }
  }

  /** As {@link values}, but what is not a measure may stand in a work column that the next rule overwrites. */
  #operand(value: Node, instrument: number): Operand {
    const length = this.panel.bars[instrument]!.day.length;
    switch (value.kind) {
      case 'number':
      case 'dial':
        return plain(value);
      case 'measure':
        return this.#measured(value, instrument);
      case 'negative': {
        const of = this.#operand(value.of, instrument);
        if (typeof of === 'number') return -of;
        const out = this.work.take(length);
        calculate('-', 0, of, out);
        return out;
      }
      case 'arithmetic': {
        const left = this.#operand(value.left, instrument);
        const right = this.#operand(value.right, instrument);
        const out = this.work.take(length);
        calculate(value.operator, left, right, out);
        return out;
      }
      case 'ago': {
        const of = this.#column(value.of, instrument);
        const back = Math.min(plain(value.bars), length);
        const out = this.work.take(length);
        out.fill(Number.NaN, 0, back);
        out.set(of.subarray(0, length - back), back);
        return out;
      }
      case 'scope': {
        const other = this.numberOf(value.instrument);
        const out = this.work.take(length);
        if (other < 0) return out.fill(Number.NaN);
        const there = this.values(value.of, other);
        if (typeof there === 'number') return there;
        alignNumbers(this.panel.bars[instrument]!.day, this.panel.bars[other]!.day, there, out);
        return out;
      }
      default:
        throw new Error(`a ${value.kind} is no value`);
    }
  }

  /** An operand as a column. */
  #column(value: Node, instrument: number): Float64Array {
    const operand = this.#operand(value, instrument);
    if (typeof operand !== 'number') return operand;
    return this.work.take(this.panel.bars[instrument]!.day.length).fill(operand);
  }

  #measured(node: Measured, instrument: number): Float64Array {
    const entry = measureOf(node.phrase, node.windows.length);
    if (entry.column) return entry.column(this.panel.bars[instrument]!);
    const slot = this.kept.numbers.of(this.kept.keyOf(node));
    const known = this.kept.valuesIn(slot, instrument);
    if (known) return known;
    if (entry.across) return this.#compared(node, entry.across, slot, instrument);
    const taken = this.work.taken;
    const out = slot.add(instrument, this.panel.bars[instrument]!.day.length);
    entry.compute(this.#inputs(entry, node, instrument), out);
    this.work.giveBackTo(taken);
    return out;
  }

  /** A measure across the universe: all of its columns are computed for the first that is asked for. */
  #compared(
    node: Measured,
    how: 'rank' | 'percentile',
    slot: Slot<Float64Array>,
    instrument: number,
  ): Float64Array {
    const { bars, universeSize } = this.panel;
    // What is no member, such as an index that a rule names, is compared with nothing.
    if (instrument >= universeSize)
      return slot.add(instrument, bars[instrument]!.day.length).fill(Number.NaN);
    const taken = this.work.taken;
    const columns = Array.from({ length: universeSize }, (_none, k) => {
      const column = slot.add(k, bars[k]!.day.length);
      column.set(this.#column(node.takes[0] as Node, k));
      this.work.giveBackTo(taken);
      return column;
    });
    compareMembers(this.panel, columns, how);
    return columns[instrument]!;
  }

  /** What a measure reads, its arguments as columns; some of them work columns. */
  #inputs(entry: Measure, node: Measured, instrument: number): Inputs {
    const values: Float64Array[] = [];
    const truths: Uint8Array[] = [];
    const numbers: number[] = [];
    for (let k = 0; k < entry.takes.length; k++) {
      const { kind } = entry.takes[k]!;
      const given = node.takes[k];
      if (given === undefined) values.push(this.panel.bars[instrument]!.close);
      else if (typeof given === 'string') values.push(this.#closeOf(given, instrument));
      else if (kind === 'rule') truths.push(this.truths(given, instrument));
      else if (kind === 'number') numbers.push(plain(given as NumberNode));
      else values.push(this.#column(given, instrument));
    }
    return this.#inputsOf(instrument, node.windows.map(plain), values, truths, numbers);
  }

  #inputsOf(
    instrument: number,
    windows: readonly number[],
    values: readonly Float64Array[],
    truths: readonly Uint8Array[] = [],
    numbers: readonly number[] = [],
  ): Inputs {
    const { barsPerYear, seed } = this.#settings;
    const symbol = this.panel.symbols[instrument]!;
    const bars = this.panel.bars[instrument]!;
    // As many of each as the measure's entry names, and it reads no others.
    const given = { windows, values, truths, numbers } as unknown as Pick<
      Inputs,
      'windows' | 'values' | 'truths' | 'numbers'
    >;
    return { symbol, bars, ...given, barsPerYear, seed };
  }

  /** Another instrument's close on this one's days. */
  #closeOf(symbol: string, instrument: number): Float64Array {
    const { day } = this.panel.bars[instrument]!;
    const out = this.work.take(day.length);
    const other = this.numberOf(symbol);
    if (other < 0) return out.fill(Number.NaN);
    const { day: days, close } = this.panel.bars[other]!;
    alignNumbers(day, days, close, out);
    return out;
  }
}

/** A value without the “ago” around it, and how many bars that goes back. */
function lagged(node: Node): { of: Node; lag: number } {
  return node.kind === 'ago' ? { of: node.of, lag: plain(node.bars) } : { of: node, lag: 0 };
}

function from(operand: Operand, start: number): Operand {
  return typeof operand === 'number' || start === 0 ? operand : operand.subarray(start);
}

/** out[n] = column[at[n]]; NaN at a place before the first bar. */
export function gather(column: Float64Array, at: Int32Array, out: Float64Array): void {
  for (let n = 0; n < at.length; n++) out[n] = at[n]! < 0 ? Number.NaN : column[at[n]!]!;
}
