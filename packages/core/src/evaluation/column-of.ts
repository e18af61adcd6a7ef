// One value over one instrument's bars, for drawing it.

import type { Bars, Market } from '../bars/bars.ts';
import { type BarUnit, barsPerYear } from '../bars/unit.ts';
import { readRule } from '../language/check.ts';
import type { RuleProblem } from '../language/problem.ts';
import { Evaluator } from './evaluate.ts';
import { standsOnPrices } from './on-prices.ts';
import { createPanel } from './panel.ts';
import { barsWhere } from './select.ts';

export type DrawnColumn =
  | {
      readonly ok: true;
      readonly bars: Bars;
      readonly values: Float64Array;
      /** whether the values are prices, and so stand on one scale with the bars */
      readonly isPrice: boolean;
    }
  | { readonly ok: false; readonly problems: readonly RuleProblem[] };

/** The bars of an instrument on which a condition holds. */
export type DrawnCondition =
  | { readonly ok: true; readonly holds: Uint8Array }
  | { readonly ok: false; readonly problems: readonly RuleProblem[] };

/** A condition in rule text on each of the instrument's bars: 1 where it is true. */
export function conditionOf(market: Market, symbol: string, text: string, unit: BarUnit): DrawnCondition {
  const read = readRule(text, {
    expects: 'rule',
    unit,
    knows: (name) => market.has(name),
    symbols: market.keys(),
  });
  if (!read.ok) return read;
  const panel = createPanel(market, [{ symbol }], { unit });
  const evaluator = new Evaluator(panel, { barsPerYear: barsPerYear(unit), seed: 1, benchmark: undefined });
  const holds = new Uint8Array(panel.bars[0]!.day.length);
  for (const bar of barsWhere(evaluator, read.tree, 0)) holds[bar] = 1;
  return { ok: true, holds };
}

/** A value in rule text on each of the instrument's bars, in days, weeks or months. */
export function columnOf(market: Market, symbol: string, text: string, unit: BarUnit): DrawnColumn {
  const read = readRule(text, {
    expects: 'value',
    unit,
    knows: (name) => market.has(name),
    symbols: market.keys(),
  });
  if (!read.ok) return read;
  const panel = createPanel(market, [{ symbol }], { unit });
  const evaluator = new Evaluator(panel, { barsPerYear: barsPerYear(unit), seed: 1, benchmark: undefined });
  const bars = panel.bars[0]!;
  const found = evaluator.values(read.tree, 0);
  const values = typeof found === 'number' ? new Float64Array(bars.day.length).fill(found) : found;
  return { ok: true, bars, isPrice: standsOnPrices(read.tree, values, bars), values };
}
