// Rules of one kind of bars for another: windows counted in days become as many weeks or months as those days are.

import type { BarUnit } from '../bars/unit.ts';
import { mapNumbers } from './dials.ts';
import { readOutline, writeOutline } from './outline.ts';
import { parseRule } from './parse.ts';
import { printRule } from './print.ts';
import { childrenOf, type Node, type NumberNode, withChildren } from './tree.ts';
import { unitOf } from './units.ts';

/** Trading days of one bar. */
const DAYS: Readonly<Record<BarUnit, number>> = { day: 1, week: 5, month: 21 };

/** A number of bars as so many of another kind: at least one, to the nearest. */
export function turnedBars(bars: number, from: BarUnit, to: BarUnit): number {
  return Math.max(1, Math.round((bars * DAYS[from]) / DAYS[to]));
}

/** A dial's range counted in other bars; its steps stay whole bars. */
export function turnedDial<D extends { value: number; from?: number; to?: number; step?: number }>(
  dial: D,
  from: BarUnit,
  to: BarUnit,
): D {
  const turn = (bars: number | undefined, key: string) =>
    bars === undefined ? {} : { [key]: turnedBars(bars, from, to) };
  return {
    ...dial,
    ...turn(dial.value, 'value'),
    ...turn(dial.from, 'from'),
    ...turn(dial.to, 'to'),
    ...turn(dial.step, 'step'),
  };
}

/** The dials that count bars in a rule or value, and those that count something else there; none where it does not read. */
export function dialsByUse(
  text: string,
  unit: BarUnit,
): { readonly bars: readonly string[]; readonly others: readonly string[] } {
  const read = readOutline(text, unit);
  const parsed = read.ok ? undefined : parseRule(text, unit);
  const node = read.ok ? read.outline.tree : parsed?.ok ? parsed.tree : undefined;
  if (!node) return { bars: [], others: [] };
  const bars: string[] = [];
  const others: string[] = [];
  const mark = (to: string[]) => (number: NumberNode) => {
    if (number.kind === 'dial' && !to.includes(number.name)) to.push(number.name);
    return number;
  };
  mapBars(node, mark(bars));
  mapNumbers(mapBars(node, ZERO), mark(others));
  return { bars, others };
}
const ZERO = ({ place }: NumberNode): NumberNode => ({ kind: 'number', value: 0, text: '0', place });

/** The tree with every number changed that counts bars: windows, durations, bars ago. */
function mapBars(node: Node, change: (number: NumberNode) => NumberNode): Node {
  const inside = withChildren(
    node,
    childrenOf(node).map((child) => mapBars(child, change)),
  );
  switch (inside.kind) {
    case 'measure':
      return { ...inside, windows: inside.windows.map(change) };
    case 'at-least-of':
      return { ...inside, times: change(inside.times), bars: change(inside.bars) };
    case 'ago':
    case 'extreme':
    case 'lasting':
      return { ...inside, bars: change(inside.bars) };
    // Days held, days since: what they are compared with counts bars too.
    case 'comparison': {
      const { left, right } = inside;
      return { ...inside, left: likeBars(left, right, change), right: likeBars(right, left, change) };
    }
    case 'between': {
      const { of, low, high } = inside;
      return { ...inside, low: likeBars(low, of, change), high: likeBars(high, of, change) };
    }
    case 'moving':
      return { ...inside, bars: inside.bars && change(inside.bars) };
    default:
      return inside;
  }
}

function likeBars(node: Node, other: Node, change: (number: NumberNode) => NumberNode): Node {
  const isNumber = node.kind === 'number' || node.kind === 'dial';
  return isNumber && unitOf(other) === 'bars' ? change(node) : node;
}

/**
 * Rule or value text for other bars. Numbers that dials stand for are the dials' own; with `turn` false only the words change, so
 * that 60 days become 60 weeks.
 * @returns undefined where the text does not read
 */
export function turnedRule(text: string, from: BarUnit, to: BarUnit, turn: boolean): string | undefined {
  if (text.trim() === '') return text;
  const change = (number: NumberNode): NumberNode => {
    if (number.kind === 'dial' || !turn) return number;
    const value = turnedBars(number.value, from, to);
    return { ...number, value, text: String(value) };
  };
  const outline = readOutline(text, from);
  if (outline.ok) {
    const { tree, notes } = outline.outline;
    return tree ? writeOutline({ tree: mapBars(tree, change), notes }, to) : text;
  }
  const parsed = parseRule(text, from);
  return parsed.ok ? printRule(mapBars(parsed.tree, change), to) : undefined;
}
