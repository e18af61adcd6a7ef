// Column kernels of conditions and arithmetic: one pass over whole columns, each bar as truth.ts has it.

import { SAME } from '../numeric/compare.ts';
import {
  calculateOne,
  equal,
  FALSE,
  greater,
  movesOne,
  type PlainComparator,
  TRUE,
  UNDEFINED,
} from './truth.ts';

/** SMALLER[3 a + b] is the smaller of two truths; a look-up has no branch to mispredict. */
const SMALLER = Uint8Array.of(0, 0, 0, 0, 1, 1, 0, 1, 2);

/** A column, or one number for every bar. */
export type Operand = Float64Array | number;

/** Writes the places where a comparison of two columns or numbers is true into `out`; returns how many. */
export function placesWhere(
  comparator: PlainComparator,
  a: Operand,
  b: Operand,
  length: number,
  out: Int32Array,
): number {
  switch (comparator) {
    case 'is above':
      return placesAbove(a, b, length, out);
    case 'is below':
      return placesAbove(b, a, length, out);
    case 'is at least':
      return placesAtMost(b, a, length, out);
    case 'is at most':
      return placesAtMost(a, b, length, out);
    case 'equals':
      return placesEqual(a, b, length, out);
  }
}

// greater() and equal() of truth.ts, written out without a branch: a place that is none is written over by the next. A number
// is read as a column of one value, which keeps each loop to one kind of operand.

function placesAbove(a: Operand, b: Operand, length: number, out: Int32Array): number {
  const [x, xStep] = stepped(a);
  const [y, yStep] = stepped(b);
  let n = 0;
  for (let i = 0; i < length; i++) {
    const p = x[i * xStep]!;
    const q = y[i * yStep]!;
    out[n] = i;
    n += +(p - q > SAME * Math.max(Math.abs(p), Math.abs(q)));
  }
  return n;
}

function placesAtMost(a: Operand, b: Operand, length: number, out: Int32Array): number {
  const [x, xStep] = stepped(a);
  const [y, yStep] = stepped(b);
  let n = 0;
  for (let i = 0; i < length; i++) {
    const p = x[i * xStep]!;
    const q = y[i * yStep]!;
    out[n] = i;
    n += +(p - q <= SAME * Math.max(Math.abs(p), Math.abs(q)));
  }
  return n;
}

function placesEqual(a: Operand, b: Operand, length: number, out: Int32Array): number {
  const [x, xStep] = stepped(a);
  const [y, yStep] = stepped(b);
  let n = 0;
  for (let i = 0; i < length; i++) {
    const p = x[i * xStep]!;
    const q = y[i * yStep]!;
    out[n] = i;
    n += +(Math.abs(p - q) <= SAME * Math.max(Math.abs(p), Math.abs(q)));
  }
  return n;
}

/** An operand as a column, and how far on in it the value of the next bar stands. */
function stepped(operand: Operand): readonly [Float64Array, 0 | 1] {
  return typeof operand === 'number' ? [Float64Array.of(operand), 0] : [operand, 1];
}

export function compare(comparator: PlainComparator, a: Operand, b: Operand, out: Uint8Array): void {
  switch (comparator) {
    case 'is above':
      return above(a, b, out);
    case 'is below':
      return above(b, a, out);
    case 'is at least':
      above(b, a, out);
      return not(out);
    case 'is at most':
      above(a, b, out);
      return not(out);
    case 'equals':
      if (typeof a !== 'number' && typeof b !== 'number') return equalColumns(a, b, out);
      for (let i = 0; i < out.length; i++) {
        out[i] = equal(typeof a === 'number' ? a : a[i]!, typeof b === 'number' ? b : b[i]!);
      }
  }
}

/** a > b, its shapes kept apart so that each loop sees one kind of column. */
function above(a: Operand, b: Operand, out: Uint8Array): void {
  if (typeof a !== 'number') {
    if (typeof b !== 'number') aboveColumn(a, b, out);
    else aboveNumber(a, b, out);
  } else if (typeof b !== 'number') numberAbove(a, b, out);
  else out.fill(greater(a, b));
}

// greater() of truth.ts, written out: called in these loops it takes a twentieth of a cold run. A property in the tests holds
// the two to each other, through the rules on a position.
function aboveColumn(a: Float64Array, b: Float64Array, out: Uint8Array): void {
  for (let i = 0; i < out.length; i++) {
    const x = a[i]!;
    const y = b[i]!;
    const least = SAME * Math.max(Math.abs(x), Math.abs(y));
    const excess = x - y;
    out[i] = 1 + +(excess > least) - +(excess <= least);
  }
}

/** equal() of truth.ts, written out as well. */
function equalColumns(a: Float64Array, b: Float64Array, out: Uint8Array): void {
  for (let i = 0; i < out.length; i++) {
    const x = a[i]!;
    const y = b[i]!;
    const least = SAME * Math.max(Math.abs(x), Math.abs(y));
    const apart = Math.abs(x - y);
    out[i] = 1 + +(apart <= least) - +(apart > least);
  }
}

function aboveNumber(a: Float64Array, b: number, out: Uint8Array): void {
  const size = Math.abs(b);
  for (let i = 0; i < out.length; i++) {
    const x = a[i]!;
    const least = SAME * Math.max(Math.abs(x), size);
    const excess = x - b;
    out[i] = 1 + +(excess > least) - +(excess <= least);
  }
}

function numberAbove(a: number, b: Float64Array, out: Uint8Array): void {
  const size = Math.abs(a);
  for (let i = 0; i < out.length; i++) {
    const y = b[i]!;
    const least = SAME * Math.max(size, Math.abs(y));
    const excess = a - y;
    out[i] = 1 + +(excess > least) - +(excess <= least);
  }
}

/** a > b today and a <= b one day ago (or mirrored): undefined as "and" makes it. */
export function crosses(way: 'above' | 'below', a: Operand, b: Operand, out: Uint8Array): void {
  if (way === 'above') above(a, b, out);
  else above(b, a, out);
  // Downwards, so that out[i - 1] still tells whether a > b stood one day ago.
  for (let i = out.length - 1; i > 0; i--) out[i] = SMALLER[out[i]! * 3 + 2 - out[i - 1]!]!;
  if (out.length > 0 && out[0] === TRUE) out[0] = UNDEFINED;
}

export function not(out: Uint8Array): void {
  for (let i = 0; i < out.length; i++) out[i] = 2 - out[i]!;
}

export function andInto(out: Uint8Array, other: Uint8Array): void {
  for (let i = 0; i < out.length; i++) out[i] = SMALLER[out[i]! * 3 + other[i]!]!;
}

export function orInto(out: Uint8Array, other: Uint8Array): void {
  for (let i = 0; i < out.length; i++) out[i] = 2 - SMALLER[(2 - out[i]!) * 3 + 2 - other[i]!]!;
}

/** Each of the last N changes is > 0 (or < 0). */
export function moving(way: 'rising' | 'falling', x: Operand, bars: number, out: Uint8Array): void {
  if (typeof x === 'number') {
    // From the second bar on there is a change that is none, and one is enough.
    out.fill(FALSE).fill(UNDEFINED, 0, 1);
    return;
  }
  if (out.length > 0) out[0] = UNDEFINED;
  for (let i = 1; i < out.length; i++) out[i] = movesOne(way, x[i]!, x[i - 1]!);
  lasting('in a row', out.slice(), bars, out);
}

/** low > the day before's high, or high < the day before's low. */
export function gaps(way: 'up' | 'down', high: Float64Array, low: Float64Array, out: Uint8Array): void {
  if (out.length > 0) out[0] = UNDEFINED;
  for (let i = 1; i < out.length; i++) {
    out[i] = way === 'up' ? greater(low[i]!, high[i - 1]!) : greater(low[i - 1]!, high[i]!);
  }
}

/** True on all ("in a row": the smallest of) or on one ("within": the largest of) the last N bars; bars before the first count as undefined. */
export function lasting(how: 'in a row' | 'within', rule: Uint8Array, bars: number, out: Uint8Array): void {
  const decisive = how === 'in a row' ? FALSE : TRUE;
  let lastDecisive = -Infinity;
  let lastUndefined = -1;
  for (let i = 0; i < out.length; i++) {
    if (rule[i] === decisive) lastDecisive = i;
    else if (rule[i] === UNDEFINED) lastUndefined = i;
    out[i] = i - lastDecisive < bars ? decisive : i - lastUndefined < bars ? UNDEFINED : 2 - decisive;
  }
}

/** True on at least K of the last N bars; undefined while undefined bars could still decide it. */
export function atLeastOf(rule: Uint8Array, times: number, bars: number, out: Uint8Array): void {
  let held = 0;
  let possible = bars; // bars of the window that are true or undefined; those before the first are undefined
  for (let i = 0; i < out.length; i++) {
    if (rule[i] === TRUE) held++;
    if (rule[i] === FALSE) possible--;
    if (i >= bars) {
      if (rule[i - bars] === TRUE) held--;
      if (rule[i - bars] === FALSE) possible++;
    }
    out[i] = held >= times ? TRUE : possible < times ? FALSE : UNDEFINED;
  }
}

/** Division by zero is undefined, never infinite. */
export function calculate(operator: '+' | '-' | '*' | '/', a: Operand, b: Operand, out: Float64Array): void {
  const n = out.length;
  if (typeof a === 'number' && typeof b === 'number') {
    out.fill(calculateOne(operator, a, b));
    return;
  }
  switch (operator) {
    case '+':
      if (typeof a === 'number') for (let i = 0; i < n; i++) out[i] = a + (b as Float64Array)[i]!;
      else if (typeof b === 'number') for (let i = 0; i < n; i++) out[i] = a[i]! + b;
      else for (let i = 0; i < n; i++) out[i] = a[i]! + b[i]!;
      return;
    case '-':
      if (typeof a === 'number') for (let i = 0; i < n; i++) out[i] = a - (b as Float64Array)[i]!;
      else if (typeof b === 'number') for (let i = 0; i < n; i++) out[i] = a[i]! - b;
      else for (let i = 0; i < n; i++) out[i] = a[i]! - b[i]!;
      return;
    case '*':
      if (typeof a === 'number') for (let i = 0; i < n; i++) out[i] = a * (b as Float64Array)[i]!;
      else if (typeof b === 'number') for (let i = 0; i < n; i++) out[i] = a[i]! * b;
      else for (let i = 0; i < n; i++) out[i] = a[i]! * b[i]!;
      return;
    case '/':
      for (let i = 0; i < n; i++) {
        const x = typeof a === 'number' ? a : a[i]!;
        const y = typeof b === 'number' ? b : b[i]!;
        out[i] = y === 0 ? Number.NaN : x / y;
      }
  }
}
