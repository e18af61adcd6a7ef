// Rules and values as columns: each measure and each condition is computed once per instrument and kept, whichever
// rule, rank, stop or sweep asks for it again.
//
// A class, and nothing made anew for each instrument but the columns: the compiler then sees the same code on every run.

import { measureOf } from '../measures/catalogue.ts';
import type { Measure } from '../measures/measure.ts';
import { compareMembers } from './across.ts';
import { alignNumbers, alignTruths } from './align.ts';
import {
  andInto,
  atLeastOf,
  calculate,
  compare,
  crosses,
  FALSE,
  gaps,
  lasting,
  moving,
  not,
  type Operand,
  orInto,
  TRUE,
  UNDEFINED,
} from './columns.ts';
import type { Panel } from './panel.ts';
import { printRule } from './print.ts';
import { Slots, trimSlots } from './slots.ts';
import type { Node, NumberNode } from './tree.ts';
import { WorkColumns } from './work-columns.ts';

type Measured = Node & { kind: 'measure' };

interface EvaluatorSettings {
  /** 252, 52 or 12 */
  readonly barsPerYear: number;
  readonly seed: number;
  /** the symbol that the word `benchmark` stands for */
  readonly benchmark: string | undefined;
}

const MOST_REMEMBERED = 12;

/** Trees must be checked and have their dials set (check.ts); an unset dial is a bug. */
export class Evaluator {
  readonly panel: Panel;
  readonly #settings: EvaluatorSettings;
  readonly #clock = { now: 0 };
  readonly #numbers = new Slots<Float64Array>(this.#clock);
  readonly #truths = new Slots<Uint8Array>(this.#clock);
  readonly #keys = new WeakMap<Node, string>();
  readonly #work = new WorkColumns();
  readonly #remembered = new Map<string, unknown>();

  constructor(panel: Panel, settings: EvaluatorSettings) {
    this.panel = panel;
    this.#settings = settings;
  }

  /** The truth of a rule on each bar of an instrument: 0 false, 1 undefined, 2 true. Not to be written to. */
  truths(rule: Node, instrument: number): Uint8Array {
    const slot = this.#truths.of(this.#keyOf(rule));
    const known = slot.columns[instrument];
    if (known) return known;
    const out = new Uint8Array(this.panel.bars[instrument].day.length);
    const taken = this.#work.taken;
    this.#computeTruths(rule, instrument, out);
    this.#work.giveBackTo(taken);
    return slot.keep(instrument, out);
  }

  /** A value on each bar of an instrument, NaN where undefined; a plain number when it is one. Not to be written to. */
  values(value: Node, instrument: number): Operand {
    if (value.kind === 'number' || value.kind === 'dial') return plain(value);
    if (value.kind === 'measure') return this.#measured(value, instrument);
    const slot = this.#numbers.of(this.#keyOf(value));
    const known = slot.columns[instrument];
    if (known) return known;
    const taken = this.#work.taken;
    const passing = this.#operand(value, instrument);
    const kept = typeof passing === 'number' ? passing : slot.keep(instrument, passing.slice());
    this.#work.giveBackTo(taken);
    return kept;
  }

  /** What `make` gave the last time it was asked for under this key; only a few of the newest are kept. */
  remember<T>(key: string, make: () => T): T {
    const known = this.#remembered.has(key) ? (this.#remembered.get(key) as T) : make();
    this.#remembered.delete(key);
    this.#remembered.set(key, known);
    if (this.#remembered.size > MOST_REMEMBERED) {
      this.#remembered.delete(this.#remembered.keys().next().value as string);
    }
    return known;
  }

  /** Forgets the columns unused for longest until those kept take at most `bytes`. */
  trim(bytes: number): void {
    trimSlots([this.#numbers, this.#truths] as Slots<never>[], bytes);
  }

  #keyOf(node: Node): string {
    let key = this.#keys.get(node);
    if (key === undefined) {
      key = printRule(node, 'day', numberOf);
      this.#keys.set(node, key);
    }
    return key;
  }

  #instrumentOf(symbol: string): number {
    const named = symbol.toLowerCase() === 'benchmark' ? (this.#settings.benchmark ?? symbol) : symbol;
    return this.panel.number(named);
  }

  #computeTruths(rule: Node, instrument: number, out: Uint8Array): void {
    const { day, high, low } = this.panel.bars[instrument];
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
        const bound = this.#work.take(out.length);
        const extreme = measureOf(rule.way, 1);
        this.#compute(extreme, instrument, [plain(rule.bars)], [of], [], [], bound);
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
        out.set(this.truths(rule.parts[0], instrument));
        for (let k = 1; k < rule.parts.length; k++) join(out, this.truths(rule.parts[k], instrument));
        return;
      }
      case 'lasting':
        lasting(rule.how, this.truths(rule.of, instrument), plain(rule.bars), out);
        return;
      case 'at-least-of':
        atLeastOf(this.truths(rule.of, instrument), plain(rule.times), plain(rule.bars), out);
        return;
      case 'scope': {
        const other = this.#instrumentOf(rule.instrument);
        if (other < 0) out.fill(UNDEFINED);
        else alignTruths(day, this.panel.bars[other].day, this.truths(rule.of, other), out);
        return;
      }
      default:
        throw new Error(`a ${rule.kind} is no condition`);
    }
  }

  /** As {@link values}, but what is not a measure may stand in a work column that the next rule overwrites. */
  #operand(value: Node, instrument: number): Operand {
    const length = this.panel.bars[instrument].day.length;
    switch (value.kind) {
      case 'number':
      case 'dial':
        return plain(value);
      case 'measure':
        return this.#measured(value, instrument);
      case 'negative': {
        const of = this.#operand(value.of, instrument);
        if (typeof of === 'number') return -of;
        const out = this.#work.take(length);
        calculate('-', 0, of, out);
        return out;
      }
      case 'arithmetic': {
        const left = this.#operand(value.left, instrument);
        const right = this.#operand(value.right, instrument);
        const out = this.#work.take(length);
        calculate(value.operator, left, right, out);
        return out;
      }
      case 'ago': {
        const of = this.#column(value.of, instrument);
        const back = Math.min(plain(value.bars), length);
        const out = this.#work.take(length);
        out.fill(Number.NaN, 0, back);
        out.set(of.subarray(0, length - back), back);
        return out;
      }
      case 'scope': {
        const other = this.#instrumentOf(value.instrument);
        const out = this.#work.take(length);
        if (other < 0) return out.fill(Number.NaN);
        const there = this.values(value.of, other);
        if (typeof there === 'number') return there;
        alignNumbers(this.panel.bars[instrument].day, this.panel.bars[other].day, there, out);
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
    return this.#work.take(this.panel.bars[instrument].day.length).fill(operand);
  }

  #measured(node: Measured, instrument: number): Float64Array {
    const entry = measureOf(node.phrase, node.windows.length);
    if (entry.column) return entry.column(this.panel.bars[instrument]);
    const slot = this.#numbers.of(this.#keyOf(node));
    const known = slot.columns[instrument];
    if (known) return known;
    const taken = this.#work.taken;
    if (entry.across) {
      const of = node.takes[0] as Node;
      const all = this.panel.bars.map((_bars, k) => this.#column(of, k));
      compareMembers(this.panel, all, entry.across).forEach((column, k) => {
        slot.keep(k, column);
      });
      this.#work.giveBackTo(taken);
      return slot.columns[instrument] as Float64Array;
    }
    const columns: Float64Array[] = [];
    const rules: Uint8Array[] = [];
    const numbers: number[] = [];
    for (let k = 0; k < entry.takes.length; k++) {
      const { kind } = entry.takes[k];
      const given = node.takes[k];
      if (given === undefined) columns.push(this.panel.bars[instrument].close);
      else if (typeof given === 'string') columns.push(this.#closeOf(given, instrument));
      else if (kind === 'rule') rules.push(this.truths(given, instrument));
      else if (kind === 'number') numbers.push(plain(given as NumberNode));
      else columns.push(this.#column(given, instrument));
    }
    const out = new Float64Array(this.panel.bars[instrument].day.length);
    this.#compute(entry, instrument, node.windows.map(plain), columns, rules, numbers, out);
    this.#work.giveBackTo(taken);
    return slot.keep(instrument, out);
  }

  #compute(
    measure: Measure,
    instrument: number,
    windows: readonly number[],
    values: readonly Float64Array[],
    truths: readonly Uint8Array[],
    numbers: readonly number[],
    out: Float64Array,
  ): void {
    const { barsPerYear, seed } = this.#settings;
    const { bars, symbols } = this.panel;
    const symbol = symbols[instrument];
    measure.compute(
      { symbol, bars: bars[instrument], windows, values, truths, numbers, barsPerYear, seed },
      out,
    );
  }

  /** Another instrument's close on this one's days. */
  #closeOf(symbol: string, instrument: number): Float64Array {
    const { day } = this.panel.bars[instrument];
    const out = this.#work.take(day.length);
    const other = this.#instrumentOf(symbol);
    if (other < 0) return out.fill(Number.NaN);
    const { day: days, close } = this.panel.bars[other];
    alignNumbers(day, days, close, out);
    return out;
  }
}

function numberOf(node: NumberNode): string {
  return String(plain(node));
}

function plain(node: NumberNode): number {
  if (node.kind === 'dial') throw new Error(`the dial {${node.name}} is not set`);
  return node.value;
}
