// Rules and values at some bars only. A rule of several conditions is decided by narrowing: what the first leaves is all
// the second looks at. Results are the same, to the last bit, as reading the whole columns of evaluate.ts there.

import { calculateOne, compareOne, type Operand, type PlainComparator, TRUE } from './columns.ts';
import { type Evaluator, gather, plain } from './evaluate.ts';
import type { Node } from './tree.ts';

/** With more than this share of its bars left, whole columns are the faster way. */
const FEW = 1 / 4;

/** The bars on which a rule is true, rising. */
export function barsWhere(evaluator: Evaluator, rule: Node, instrument: number): Int32Array {
  const known = evaluator.knownTruths(rule, instrument);
  if (known) return barsOf(known);
  if (isPlainComparison(rule)) return evaluator.barsCompared(rule, instrument);
  if (rule.kind !== 'and') return barsOf(evaluator.truths(rule, instrument));
  let bars = barsWhere(evaluator, rule.parts[0], instrument);
  for (let k = 1; k < rule.parts.length; k++) bars = narrowed(evaluator, rule.parts[k], instrument, bars);
  return bars;
}

/** A comparison that reads the bar it stands on alone. */
function isPlainComparison(rule: Node): rule is Node & { kind: 'comparison' } {
  return rule.kind === 'comparison' && !rule.comparator.startsWith('crosses');
}

let roomForBars = new Int32Array(0);

function barsOf(truths: Uint8Array): Int32Array {
  if (roomForBars.length <= truths.length) roomForBars = new Int32Array(2 * truths.length + 1);
  const bars = roomForBars;
  let n = 0;
  for (let i = 0; i < truths.length; i++) {
    bars[n] = i;
    n += truths[i] >> 1; // TRUE is 2: a bar that is not true is written over by the next
  }
  return bars.slice(0, n);
}

/** Keeps, in place, those of `bars` on which the rule is true as well. */
function narrowed(evaluator: Evaluator, rule: Node, instrument: number, bars: Int32Array): Int32Array {
  const { length } = evaluator.panel.bars[instrument].day;
  const few = bars.length < length * FEW && !evaluator.knownTruths(rule, instrument);
  let n = 0;
  if (few && isPlainComparison(rule)) {
    const left = valuesAt(evaluator, rule.left, instrument, bars);
    const right = valuesAt(evaluator, rule.right, instrument, bars);
    for (let k = 0; k < bars.length; k++) {
      const a = typeof left === 'number' ? left : left[k];
      const b = typeof right === 'number' ? right : right[k];
      if (compareOne(rule.comparator as PlainComparator, a, b) === TRUE) bars[n++] = bars[k];
    }
  } else if (few && rule.kind === 'scope' && evaluator.numberOf(rule.instrument) >= 0) {
    const other = evaluator.numberOf(rule.instrument);
    const places = evaluator.placesOn(other, instrument, bars);
    const column = evaluator.truths(rule.of, other);
    for (let k = 0; k < bars.length; k++) {
      if (places[k] >= 0 && column[places[k]] === TRUE) bars[n++] = bars[k];
    }
  } else {
    const column = evaluator.truths(rule, instrument);
    for (let k = 0; k < bars.length; k++) if (column[bars[k]] === TRUE) bars[n++] = bars[k];
  }
  return bars.subarray(0, n);
}

/** A value at some bars, NaN where undefined; -1 stands for a bar before the first. */
export function valuesAt(evaluator: Evaluator, value: Node, instrument: number, at: Int32Array): Operand {
  switch (value.kind) {
    case 'number':
    case 'dial':
      return plain(value);
    case 'measure': {
      const out = new Float64Array(at.length);
      evaluator.measureAt(value, instrument, at, out);
      return out;
    }
    case 'arithmetic': {
      const left = valuesAt(evaluator, value.left, instrument, at);
      const right = valuesAt(evaluator, value.right, instrument, at);
      if (typeof left === 'number' && typeof right === 'number') {
        return calculateOne(value.operator, left, right);
      }
      const out = new Float64Array(at.length);
      for (let n = 0; n < at.length; n++) {
        const a = typeof left === 'number' ? left : left[n];
        const b = typeof right === 'number' ? right : right[n];
        out[n] = calculateOne(value.operator, a, b);
      }
      return out;
    }
    case 'ago': {
      const back = plain(value.bars);
      const before = new Int32Array(at.length);
      for (let n = 0; n < at.length; n++) before[n] = Math.max(-1, at[n] - back);
      return valuesAt(evaluator, value.of, instrument, before);
    }
    default: {
      const column = evaluator.values(value, instrument);
      if (typeof column === 'number') return column;
      const out = new Float64Array(at.length);
      gather(column, at, out);
      return out;
    }
  }
}
