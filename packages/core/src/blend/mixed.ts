// A blend on one account beside its parts (docs/blends.md, Together).

import { barsPerYear } from '../bars/unit.ts';
import { periodsOf } from '../days/periods.ts';
import { at } from '../numeric/at.ts';
import type { Run } from '../run.ts';
import { countOutcomes, LEDGER_KINDS, type Ledger } from '../simulation/records.ts';
import { type CurveFigures, curveFigures } from '../statistics/curve-figures.ts';
import { drawdownsOf } from '../statistics/drawdown.ts';
import type { TogetherBlend } from './blend.ts';
import type { Beside, BlendRun, MixedRun, PartRecord } from './blend-run.ts';
import { firstWeights } from './buckets.ts';
import { gainsIn, restIn } from './by-year.ts';
import {
  correlationsBelowPeak,
  correlationsOf,
  deviationsOf,
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

/** The blend as its own run left it, before its parts have run alone. */
export function mixedRun(blend: TogetherBlend, { run, profits, holdings }: SharedRun): MixedRun {
  const { marks, benchmark, riskFree, drawdown, benchmarkDrawdown, decisions, halves } = run;
  const years = periodsOf(marks.day, 'year');
  const byYear = profits.map((profit) => gainsIn(years, profit));
  return {
    form: 'together',
    marks,
    benchmark,
    riskFree,
    drawdown,
    benchmarkDrawdown,
    years: run.years,
    parts: blend.parts.map(({ name, kind }, k): PartRecord => {
      const money = at(profits, k);
      return {
        name,
        kind,
        money,
        atWork: at(holdings, k).gross.map((gross, t) => gross / marks.equity[t]!),
        profit: at(money, money.length - 1),
        byYear: at(byYear, k),
        outcomes: countOutcomes(decisions, k),
      };
    }),
    restByYear: restIn(years, marks.equity, blend.account.capital, byYear),
    trades: run.trades,
    openTrades: run.openTrades,
    decisions,
    nextOrders: run.nextOrders,
    standing: run.standing,
    figures: run.figures,
    ...(halves && { halves }),
    missing: run.missing,
    moveCosts: 0,
    interest: interestOf(run.ledger),
    ambiguousBars: run.ambiguousBars,
    reviewed: new Uint8Array(marks.day.length),
  };
}

/**
 * @param alone each part's own run with the blend's account and costs
 * @param without the blend's runs without each part; undefined where nothing would be left
 */
export function besideShared(
  blend: TogetherBlend,
  { run }: SharedRun,
  alone: readonly Pick<Run, 'marks'>[],
  without: readonly (Pick<Run, 'figures'> | undefined)[],
): Beside {
  const { marks, benchmark, drawdown, riskFree } = run;
  const { day } = marks;
  const yearly = barsPerYear(at(blend.parts, 0).strategy.bars);
  const figuresOfCurve = (curve: Float64Array): CurveFigures => curveFigures(day, curve, riskFree, yearly);
  const curves = alone.map((own) => onDays(curveOfRun(own), day, false).value);
  const weights = firstWeights(blend.parts, 'shares');
  const held = heldWeights(weights, curves, blend.account.capital);
  const entered = [...run.trades, ...run.openTrades];
  return {
    parts: curves.map((curve, k) => ({
      curve,
      drawdown: drawdownsOf(curve),
      alone: figuresOfCurve(curve),
      without: without[k]?.figures,
    })),
    held: { curve: held, figures: figuresOfCurve(held) },
    correlations: {
      ...correlationsOf(day, [...curves, benchmark]),
      belowPeak: correlationsBelowPeak(drawdown, [...curves, benchmark]),
    },
    diversificationRatio: diversificationRatio(weights, deviationsOf(curves), marks.equity),
    overlap: overlapOf(
      day,
      blend.parts.map((_part, k) => holdingsOf(entered.filter(({ part }) => part === k))),
    ),
  };
}

/** Both at once, as a headless run has them. */
export function blendOfShared(
  blend: TogetherBlend,
  shared: SharedRun,
  alone: readonly Run[],
  without: readonly (Run | undefined)[],
): BlendRun {
  return { ...mixedRun(blend, shared), beside: besideShared(blend, shared, alone, without) };
}

/** Money put on the curves by weight at the first mark, and left there. */
function heldWeights(weights: Float64Array, curves: readonly Float64Array[], capital: number): Float64Array {
  const held = new Float64Array(at(curves, 0).length);
  for (const [k, curve] of curves.entries()) {
    const units = (capital * weights[k]!) / at(curve, 0);
    for (let t = 0; t < held.length; t++) held[t]! += units * curve[t]!;
  }
  return held;
}

function interestOf({ kind, amount }: Ledger): number {
  const code = LEDGER_KINDS.indexOf('interest');
  let sum = 0;
  for (let i = 0; i < kind.length; i++) if (kind[i] === code) sum += amount[i]!;
  return sum;
}
