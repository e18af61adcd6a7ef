// A blend on one account beside its parts (docs/blends.md, Together).

import { barsPerYear } from '../bars/unit.ts';
import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';
import { LEDGER_KINDS, type Ledger } from '../simulation/records.ts';
import { curveFigures } from '../statistics/curve-figures.ts';
import type { TogetherBlend } from './blend.ts';
import type { BlendRun, PartRecord } from './blend-run.ts';
import { firstWeights } from './buckets.ts';
import {
  correlationsBelowPeak,
  correlationsOf,
  diversificationRatio,
  holdingsOf,
  overlapOf,
} from './compare-parts.ts';
import { curveOfRun, onDays } from './part-curve.ts';
import type { SharedRun } from './together.ts';

/** The same blend without one part; the others keep their proportions, and share what it leaves. */
export function blendWithout(blend: TogetherBlend, part: number): TogetherBlend {
  const rest = blend.parts.filter((_part, k) => k !== part);
  const whole = blend.parts.reduce((sum, { share }) => sum + share, 0);
  const left = rest.reduce((sum, { share }) => sum + share, 0);
  return { ...blend, parts: rest.map((each) => ({ ...each, share: (each.share * whole) / left })) };
}

/**
 * @param alone each part's own run with the blend's account and costs
 * @param without the blend's runs without each part; undefined where nothing would be left
 */
export function blendOfShared(
  blend: TogetherBlend,
  { run, profits }: SharedRun,
  alone: readonly Run[],
  without: readonly (Run | undefined)[],
): BlendRun {
  const { marks, benchmark, drawdown, riskFree } = run;
  const { day } = marks;
  const curves = alone.map((own) => onDays(curveOfRun(own), day, false).value);
  const yearly = barsPerYear(at(blend.parts, 0).strategy.bars);
  const parts = blend.parts.map(({ name, kind }, k): PartRecord => {
    const money = at(profits, k);
    return {
      name,
      kind,
      money,
      curve: at(curves, k),
      profit: at(money, money.length - 1),
      alone: curveFigures(day, at(curves, k), riskFree, yearly),
      without: without[k]?.figures,
    };
  });
  const entered = [...run.trades, ...run.openTrades];
  return {
    form: 'together',
    marks,
    benchmark,
    drawdown,
    benchmarkDrawdown: run.benchmarkDrawdown,
    parts,
    trades: run.trades,
    openTrades: run.openTrades,
    decisions: run.decisions,
    figures: run.figures,
    correlations: {
      ...correlationsOf(day, [...curves, benchmark]),
      belowPeak: correlationsBelowPeak(drawdown, [...curves, benchmark]),
    },
    diversificationRatio: diversificationRatio(firstWeights(blend.parts, 'shares'), curves, marks.equity),
    overlap: overlapOf(
      day,
      blend.parts.map((_part, k) => holdingsOf(entered.filter(({ part }) => part === k))),
    ),
    moveCosts: 0,
    interest: interestOf(run.ledger),
    ambiguousBars: run.ambiguousBars,
    reviewed: new Uint8Array(day.length),
  };
}

function interestOf({ kind, amount }: Ledger): number {
  const code = LEDGER_KINDS.indexOf('interest');
  let sum = 0;
  for (let i = 0; i < kind.length; i++) if (kind[i] === code) sum += amount[i]!;
  return sum;
}
