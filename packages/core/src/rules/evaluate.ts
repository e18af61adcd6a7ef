// Rules and values as columns: each measure and each condition is computed once per instrument and kept, whichever
// rule, rank, stop or sweep asks for it again.

import { unionOfDays } from '../days/calendar.ts';
import { measureOf } from '../measures/catalogue.ts';
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
import type { Node, NumberNode } from './tree.ts';

type Measured = Node & { kind: 'measure' };

/** Columns of one expression, by instrument number. */
interface Slot<Column> {
  readonly columns: (Column | undefined)[];
  bytes: number;
  lastUsed: number;
}

export interface Evaluator {
  readonly panel: Panel;
  /** The truth of a rule on each bar of an instrument: 0 false, 1 undefined, 2 true. Not to be written to. */
  truths(rule: Node, instrument: number): Uint8Array;
  /** A value on each bar of an instrument, NaN where undefined; a plain number when it is one. Not to be written to. */
  values(value: Node, instrument: number): Operand;
  /** What `make` gave the last time it was asked for under this key; only a few of the newest are kept. */
  remember<T>(key: string, make: () => T): T;
  /** Forgets the columns unused for longest until those kept take at most `bytes`. */
  trim(bytes: number): void;
}

export interface EvaluatorSettings {
  /** 252, 52 or 12 */
  readonly barsPerYear: number;
  readonly seed: number;
  /** the symbol that the word `benchmark` stands for */
  readonly benchmark: string | undefined;
}

const MOST_REMEMBERED = 12;

/** Trees must be checked and have their dials set (check.ts); an unset dial is a bug. */
export function createEvaluator(panel: Panel, settings: EvaluatorSettings): Evaluator {
  const numberSlots = new Map<string, Slot<Float64Array>>();
  const truthSlots = new Map<string, Slot<Uint8Array>>();
  const keyOf = new WeakMap<Node, string>();
  const remembered = new Map<string, unknown>();
  let clock = 0;

  function slotOf<Column>(slots: Map<string, Slot<Column>>, node: Node): Slot<Column> {
    let key = keyOf.get(node);
    if (key === undefined) {
      key = printRule(node, 'day', numberOf);
      keyOf.set(node, key);
    }
    let slot = slots.get(key);
    if (!slot) {
      slot = { columns: [], bytes: 0, lastUsed: 0 };
      slots.set(key, slot);
    }
    slot.lastUsed = ++clock;
    return slot;
  }

  const instrumentOf = (symbol: string): number =>
    panel.number(symbol.toLowerCase() === 'benchmark' ? (settings.benchmark ?? symbol) : symbol);

  function truths(rule: Node, instrument: number): Uint8Array {
    const slot = slotOf(truthSlots, rule);
    const known = slot.columns[instrument];
    if (known) return known;
    const column = computeTruths(rule, instrument);
    slot.columns[instrument] = column;
    slot.bytes += column.byteLength;
    return column;
  }

  function computeTruths(rule: Node, instrument: number): Uint8Array {
    const { day, high, low } = panel.bars[instrument];
    const out = new Uint8Array(day.length);
    switch (rule.kind) {
      case 'comparison': {
        const left = values(rule.left, instrument);
        const right = values(rule.right, instrument);
        if (rule.comparator === 'crosses above') crosses('above', left, right, out);
        else if (rule.comparator === 'crosses below') crosses('below', left, right, out);
        else compare(rule.comparator, left, right, out);
        return out;
      }
      case 'between': {
        const of = values(rule.of, instrument);
        compare('is at least', of, values(rule.low, instrument), out);
        const below = new Uint8Array(out.length);
        compare('is at most', of, values(rule.high, instrument), below);
        andInto(out, below);
        return out;
      }
      case 'moving':
        moving(rule.way, values(rule.of, instrument), rule.bars ? plain(rule.bars) : 1, out);
        return out;
      case 'extreme': {
        const of = asColumn(values(rule.of, instrument), out.length);
        const bound = new Float64Array(out.length);
        measureOf(rule.way, 1).compute(
          { ...inputsFor(instrument), windows: [plain(rule.bars)], values: [of], truths: [], numbers: [] },
          bound,
        );
        compare('equals', of, bound, out);
        return out;
      }
      case 'gap':
        gaps(rule.way, high, low, out);
        return out;
      case 'constant':
        return out.fill(rule.value ? TRUE : FALSE);
      case 'not':
        out.set(truths(rule.of, instrument));
        not(out);
        return out;
      case 'and':
      case 'or': {
        const join = rule.kind === 'and' ? andInto : orInto;
        out.set(truths(rule.parts[0], instrument));
        for (let k = 1; k < rule.parts.length; k++) join(out, truths(rule.parts[k], instrument));
        return out;
      }
      case 'lasting':
        lasting(rule.how, truths(rule.of, instrument), plain(rule.bars), out);
        return out;
      case 'at-least-of':
        atLeastOf(truths(rule.of, instrument), plain(rule.times), plain(rule.bars), out);
        return out;
      case 'scope': {
        const other = instrumentOf(rule.instrument);
        if (other < 0) return out.fill(UNDEFINED);
        if (other === instrument) return truths(rule.of, other);
        const there = truths(rule.of, other);
        eachAligned(day, panel.bars[other].day, (i, j) => {
          out[i] = j < 0 ? UNDEFINED : there[j];
        });
        return out;
      }
      default:
        throw new Error(`a ${rule.kind} is no condition`);
    }
  }

  function values(value: Node, instrument: number): Operand {
    const bars = panel.bars[instrument];
    const length = bars.day.length;
    switch (value.kind) {
      case 'number':
      case 'dial':
        return plain(value);
      case 'measure': {
        const column = measureOf(value.phrase, value.windows.length).column;
        return column ? column(bars) : measured(value, instrument);
      }
      case 'negative': {
        const of = values(value.of, instrument);
        if (typeof of === 'number') return -of;
        const out = new Float64Array(length);
        calculate('-', 0, of, out);
        return out;
      }
      case 'arithmetic': {
        const out = new Float64Array(length);
        calculate(value.operator, values(value.left, instrument), values(value.right, instrument), out);
        return out;
      }
      case 'ago': {
        const of = asColumn(values(value.of, instrument), length);
        const back = Math.min(plain(value.bars), length);
        const out = new Float64Array(length);
        out.fill(Number.NaN, 0, back);
        out.set(of.subarray(0, length - back), back);
        return out;
      }
      case 'scope': {
        const other = instrumentOf(value.instrument);
        const out = new Float64Array(length);
        if (other < 0) return out.fill(Number.NaN);
        if (other === instrument) return values(value.of, other);
        const there = asColumn(values(value.of, other), panel.bars[other].day.length);
        eachAligned(bars.day, panel.bars[other].day, (i, j) => {
          out[i] = j < 0 ? Number.NaN : there[j];
        });
        return out;
      }
      default:
        throw new Error(`a ${value.kind} is no value`);
    }
  }

  function measured(node: Measured, instrument: number): Float64Array {
    const slot = slotOf(numberSlots, node);
    const known = slot.columns[instrument];
    if (known) return known;
    const entry = measureOf(node.phrase, node.windows.length);
    if (entry.across) {
      compareMembers(node, entry.across, slot);
      return slot.columns[instrument] as Float64Array;
    }
    const length = panel.bars[instrument].day.length;
    const columns: Float64Array[] = [];
    const rules: Uint8Array[] = [];
    const numbers: number[] = [];
    entry.takes.forEach((argument, k) => {
      const taken = node.takes[k];
      if (taken === undefined) columns.push(panel.bars[instrument].close);
      else if (typeof taken === 'string') columns.push(closeOf(taken, instrument));
      else if (argument.kind === 'rule') rules.push(truths(taken, instrument));
      else if (argument.kind === 'number') numbers.push(plain(taken as NumberNode));
      else columns.push(asColumn(values(taken, instrument), length));
    });
    const out = new Float64Array(length);
    entry.compute(
      {
        ...inputsFor(instrument),
        windows: node.windows.map(plain),
        values: columns,
        truths: rules,
        numbers,
      },
      out,
    );
    slot.columns[instrument] = out;
    slot.bytes += out.byteLength;
    return out;
  }

  function inputsFor(instrument: number) {
    return {
      symbol: panel.symbols[instrument],
      bars: panel.bars[instrument],
      barsPerYear: settings.barsPerYear,
      seed: settings.seed,
    };
  }

  /** Another instrument's close on this one's days: its last on or before each. */
  function closeOf(symbol: string, instrument: number): Float64Array {
    const { day } = panel.bars[instrument];
    const out = new Float64Array(day.length).fill(Number.NaN);
    const other = instrumentOf(symbol);
    if (other < 0) return out;
    const { day: days, close } = panel.bars[other];
    eachAligned(day, days, (i, j) => {
      if (j >= 0) out[i] = close[j];
    });
    return out;
  }

  /** Fills the slot for all instruments at once: rank or percentile among each day's members with a value. */
  function compareMembers(node: Measured, how: 'rank' | 'percentile', slot: Slot<Float64Array>): void {
    const of = node.takes[0] as Node;
    const size = panel.universeSize;
    const all = panel.bars.map((bars, k) => asColumn(values(of, k), bars.day.length));
    const out = panel.bars.map((bars) => new Float64Array(bars.day.length).fill(Number.NaN));
    const next = new Int32Array(size);
    const who = new Int32Array(size);
    const calendar = unionOfDays(
      panel.bars.slice(0, size).map((bars) => bars.day),
      -Infinity,
      Infinity,
    );
    for (const day of calendar) {
      let n = 0;
      for (let k = 0; k < size; k++) {
        const days = panel.bars[k].day;
        if (next[k] >= days.length || days[next[k]] !== day) continue;
        const value = all[k][next[k]++];
        if (value === value && panel.isMember(k, day)) who[n++] = k;
      }
      const valueOf = (k: number): number => all[k][next[k] - 1];
      const sorted = who.subarray(0, n).sort((a, b) => valueOf(b) - valueOf(a));
      let place = 0;
      for (let r = 0; r < n; r++) {
        if (r === 0 || valueOf(sorted[r]) !== valueOf(sorted[r - 1])) place = r;
        out[sorted[r]][next[sorted[r]] - 1] =
          how === 'rank' ? place + 1 : n === 1 ? 100 : (100 * (n - 1 - place)) / (n - 1);
      }
    }
    for (let k = 0; k < out.length; k++) {
      slot.columns[k] = out[k];
      slot.bytes += out[k].byteLength;
    }
  }

  return {
    panel,
    truths,
    values,
    remember<T>(key: string, make: () => T): T {
      const known = remembered.has(key) ? (remembered.get(key) as T) : make();
      remembered.delete(key);
      remembered.set(key, known);
      if (remembered.size > MOST_REMEMBERED) remembered.delete(remembered.keys().next().value as string);
      return known;
    },
    trim(bytes) {
      const kept: { slots: Map<string, Slot<unknown>>; key: string; slot: Slot<unknown> }[] = [];
      for (const slots of [numberSlots, truthSlots] as Map<string, Slot<unknown>>[]) {
        for (const [key, slot] of slots) kept.push({ slots, key, slot });
      }
      kept.sort((a, b) => b.slot.lastUsed - a.slot.lastUsed);
      let total = 0;
      for (const { slots, key, slot } of kept) {
        total += slot.bytes;
        if (total > bytes) slots.delete(key);
      }
    },
  };
}

function numberOf(node: NumberNode): string {
  return String(plain(node));
}

function plain(node: NumberNode): number {
  if (node.kind === 'dial') throw new Error(`the dial {${node.name}} is not set`);
  return node.value;
}

function asColumn(operand: Operand, length: number): Float64Array {
  return typeof operand === 'number' ? new Float64Array(length).fill(operand) : operand;
}

/** For each of `days` the place of the last of `others` on or before it, -1 when there is none (simulation.md 1.4). */
function eachAligned(days: Int32Array, others: Int32Array, each: (i: number, j: number) => void): void {
  let j = -1;
  for (let i = 0; i < days.length; i++) {
    while (j + 1 < others.length && others[j + 1] <= days[i]) j++;
    each(i, j);
  }
}
