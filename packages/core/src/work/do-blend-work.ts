// The worker's side of blends: every kind of EngineWork that asks for one.

import type { Bars, Market } from '../bars/bars.ts';
import { dataName, nameOfNames } from '../bars/data-name.ts';
import { barsPerYear } from '../bars/unit.ts';
import { depositOf, NOT_IN_ONE_MONEY } from '../blend/apart.ts';
import type { Blend } from '../blend/blend.ts';
import type { MixedRun } from '../blend/blend-run.ts';
import type { Comparison, ComparisonCurve } from '../inspect/inspection.ts';
import type { Handlers } from '../parallel/serve.ts';
import { bootstrapOf, type Report, type Reported, reportOf } from '../report.ts';
import type { Run } from '../run.ts';
import { partOf } from '../simulation/progress.ts';
import { buyAndHold } from '../statistics/benchmark.ts';
import { cashCurve, scaledToVolatility } from '../statistics/scale.ts';
import type { BlendBench } from './blend-bench.ts';
import { unitOf } from './blend-unit.ts';
import type { EngineFor } from './engine-for.ts';
import type { EngineWork } from './engine-work.ts';

type BlendKinds = 'blend' | 'beside' | 'blendReport' | 'blendDoubt' | 'blendFingerprint';

export function doBlendWork(
  market: Market,
  engineFor: EngineFor,
  bench: BlendBench,
): Pick<Handlers<EngineWork>, BlendKinds> {
  const dataOf = async ({ parts }: Blend, symbols: readonly string[]): Promise<string> => {
    const universes = [
      ...new Set(parts.flatMap((part) => (part.kind === 'strategy' ? [part.universe] : []))),
    ];
    const names = [];
    for (const name of universes) names.push(dataName(market, (await engineFor(name)).universe, symbols));
    return names.length === 0 ? dataName(market, [], symbols) : nameOfNames(names);
  };
  return {
    async blend({ has, ...asked }, goOn) {
      const outcome = await bench.mix(asked, goOn);
      if (outcome.kind !== 'done') return outcome;
      const { tradesKey, beside } = outcome;
      const { decisions: _long, trades, openTrades, ...run } = outcome.mixed;
      return {
        kind: 'done',
        run: { ...run, beside },
        trades: has === tradesKey ? undefined : { trades, openTrades },
        tradesKey,
      };
    },
    beside: (asked, goOn) => bench.beside(asked, goOn),
    async blendReport({ span, atEnds, tried, comparisons, ...asked }, goOn) {
      const outcome = await bench.mix(asked, partOf(goOn, 0, 0.3));
      if (outcome.kind !== 'done') return outcome;
      const beside = outcome.beside ?? (await bench.beside(asked, partOf(goOn, 0.3, 1)));
      if (!beside) return { kind: 'stopped' };
      const { decisions: _long, ...run } = outcome.mixed;
      const reported = reportedOf(outcome.mixed, outcome.run, capitalOf(asked.blend));
      const report = reportOf(reported, {
        ...span,
        atEnds,
        barsPerYear: barsPerYear(unitOf(asked.blend)),
        costs: asked.blend.form === 'together' ? asked.blend.costs : { slippage: 0 },
        tried,
        comparisons: comparisons
          .map((what) => comparisonWith(what, reported, market, capitalOf(asked.blend)))
          .filter((curve) => curve !== undefined),
      });
      return { kind: 'done', run: { ...run, beside }, report: inOneMoney(report, asked.blend) };
    },
    async blendDoubt({ span, symbols, ...asked }, goOn) {
      const outcome = await bench.mix(asked, goOn);
      if (outcome.kind !== 'done') return undefined;
      const reported = reportedOf(outcome.mixed, outcome.run, capitalOf(asked.blend));
      return {
        bootstrap: bootstrapOf(reported, { ...span, barsPerYear: barsPerYear(unitOf(asked.blend)) }),
        data: await dataOf(asked.blend, symbols),
      };
    },
    blendFingerprint: ({ blend, symbols }) => dataOf(blend, symbols),
  };
}

const capitalOf = (blend: Blend): number => (blend.form === 'apart' ? blend.capital : blend.account.capital);

function reportedOf(mixed: MixedRun, run: Run | undefined, capital: number): Reported {
  return run ?? { ...mixed, ledger: depositOf(mixed.marks.day, capital) };
}

/** Sums of the trades of buckets mean nothing, for each is in the money of its own part's run. */
function inOneMoney(report: Report, { form }: Blend): Report {
  if (form === 'together') return report;
  const { figures } = report;
  return { ...report, figures: { ...figures, strategy: { ...figures.strategy, ...NOT_IN_ONE_MONEY } } };
}

/** undefined for an instrument without bars, and for a universe: a blend has several */
function comparisonWith(
  what: Comparison,
  { marks, benchmark, riskFree }: Reported,
  market: Market,
  capital: number,
): ComparisonCurve | undefined {
  switch (what.kind) {
    case 'held': {
      const bars: Bars | undefined = market.get(what.symbol);
      return bars && { comparison: what, equity: buyAndHold(bars, marks.day, capital) };
    }
    case 'universe':
      return undefined;
    case 'cash':
      return { comparison: what, equity: cashCurve(riskFree, capital) };
    case 'scaled': {
      const { times, curve } = scaledToVolatility(marks.equity, benchmark, riskFree);
      return { comparison: what, equity: curve, times };
    }
  }
}
