// One value over one instrument's bars, for drawing it.

import type { Bars, Market } from '../bars/bars.ts';
import { type BarUnit, barsPerYear } from '../bars/unit.ts';
import { readRule } from '../language/check.ts';
import type { RuleProblem } from '../language/problem.ts';
import { Evaluator } from './evaluate.ts';
import { standsOnPrices } from './on-prices.ts';
import { createPanel } from './panel.ts';

export type DrawnColumn =
  | {
      readonly ok: true;
      readonly bars: Bars;
      readonly values: Float64Array;
      /** whether the values are prices, and so stand on one scale with the bars */
      readonly isPrice: boolean;
    }
  | { readonly ok: false; readonly problems: readonly RuleProblem[] };

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
