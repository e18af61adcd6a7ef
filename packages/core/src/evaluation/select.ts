// Rules and values at some bars only. A rule of several conditions is decided by narrowing: what the first leaves is all
// the second looks at. Results are the same, to the last bit, as reading the whole columns of evaluate.ts there.

import type { Node } from '../language/tree.ts';
import { calculate, type Operand, placesWhere } from './columns.ts';
import { type Evaluator, gather } from './evaluate.ts';
import { plain } from './plain.ts';
import { calculateOne, type PlainComparator, TRUE } from './truth.ts';

/** With more than this share of its bars left, whole columns are the faster way. */
const FEW = 1 / 4;

/** The bars on which a rule is true, rising, in an array of the caller's own. */
export function barsWhere(evaluator: Evaluator, rule: Node, instrument: number): Int32Array {
  const { places, work } = evaluator;
  const placesTaken = places.taken;
  const workTaken = work.taken;
  const room = places.take(evaluator.panel.bars[instrument]!.day.length);
  const count = fill(evaluator, rule, instrument, room);
  places.giveBackTo(placesTaken);
  work.giveBackTo(workTaken);
  return room.slice(0, count);
}

function fill(evaluator: Evaluator, rule: Node, instrument: number, bars: Int32Array): number {
  const known = evaluator.knownTruths(rule, instrument);
  if (known) return placesTrue(known, bars);
  if (isPlainComparison(rule)) {
    const compared = evaluator.barsCompared(rule, instrument);
    bars.set(compared);
    return compared.length;
  }
  if (rule.kind !== 'and') return placesTrue(evaluator.truths(rule, instrument), bars);
  let count = fill(evaluator, rule.parts[0]!, instrument, bars);
  for (let k = 1; k < rule.parts.length; k++) {
    count = narrow(evaluator, rule.parts[k]!, instrument, bars.subarray(0, count));
  }
  return count;
}

/** A comparison that reads the bar it stands on alone. */
function isPlainComparison(rule: Node): rule is Node & { kind: 'comparison' } {
  return rule.kind === 'comparison' && !rule.comparator.startsWith('crosses');
}

/** TRUE is 2: a bar that is not true is written over by the next. */
function placesTrue(truths: Uint8Array, out: Int32Array): number {
  let n = 0;
  for (let i = 0; i < truths.length; i++) {
    out[n] = i;
    n += truths[i]! >> 1;
  }
  return n;
}

/** Keeps, in place, those of `bars` on which the rule is true as well; returns how many. */
function narrow(evaluator: Evaluator, rule: Node, instrument: number, bars: Int32Array): number {
  const { length } = evaluator.panel.bars[instrument]!.day;
  const few = bars.length < length * FEW && !evaluator.knownTruths(rule, instrument);
  let n = 0;
  if (few && isPlainComparison(rule)) {
    const left = readAt(evaluator, rule.left, instrument, bars);
    const right = readAt(evaluator, rule.right, instrument, bars);
    const places = evaluator.places.take(bars.length);
    n = placesWhere(rule.comparator as PlainComparator, left, right, bars.length, places);
    for (let k = 0; k < n; k++) bars[k] = bars[places[k]!]!;
  } else if (few && rule.kind === 'scope' && evaluator.numberOf(rule.instrument) >= 0) {
    const other = evaluator.numberOf(rule.instrument);
    const places = evaluator.places.take(bars.length);
    evaluator.placesOn(other, instrument, bars, places);
    const column = evaluator.truths(rule.of, other);
    for (let k = 0; k < bars.length; k++) {
      if (places[k]! >= 0 && column[places[k]!] === TRUE) bars[n++] = bars[k]!;
    }
  } else {
    const column = evaluator.truths(rule, instrument);
    for (let k = 0; k < bars.length; k++) if (column[bars[k]!] === TRUE) bars[n++] = bars[k]!;
  }
  return n;
}

/** A value at some bars, NaN where undefined; -1 stands for a bar before the first. */
export function valuesAt(evaluator: Evaluator, value: Node, instrument: number, at: Int32Array): Operand {
  const { places, work } = evaluator;
  const placesTaken = places.taken;
  const workTaken = work.taken;
  const values = readAt(evaluator, value, instrument, at);
  places.giveBackTo(placesTaken);
  work.giveBackTo(workTaken);
  return typeof values === 'number' ? values : values.slice();
}

/** As {@link valuesAt}, but the result may be a work column that the next rule overwrites. */
function readAt(evaluator: Evaluator, value: Node, instrument: number, at: Int32Array): Operand {
  switch (value.kind) {
    case 'number':
    case 'dial':
      return plain(value);
    case 'measure': {
      const out = evaluator.work.take(at.length);
      evaluator.measureAt(value, instrument, at, out);
      return out;
    }
    case 'arithmetic': {
      const left = readAt(evaluator, value.left, instrument, at);
      const right = readAt(evaluator, value.right, instrument, at);
      if (typeof left === 'number' && typeof right === 'number') {
        return calculateOne(value.operator, left, right);
      }
      const out = evaluator.work.take(at.length);
      calculate(value.operator, left, right, out);
      return out;
    }
    case 'ago': {
      const back = plain(value.bars);
      const before = evaluator.places.take(at.length);
      for (let n = 0; n < at.length; n++) before[n] = Math.max(-1, at[n]! - back);
      return readAt(evaluator, value.of, instrument, before);
    }
    default: {
      const column = evaluator.values(value, instrument);
      if (typeof column === 'number') return column;
      const out = evaluator.work.take(at.length);
      gather(column, at, out);
      return out;
    }
  }
}
