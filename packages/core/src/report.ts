// Everything a report says of one run, or of a part of it.

import { barsPerYear as barsInYear } from './bars/unit.ts';
import { periodsOf } from './days/periods.ts';
import type { ComparisonCurve } from './inspect/inspection.ts';
import { at } from './numeric/at.ts';
import type { Run } from './run.ts';
import type { Trade } from './simulation/records.ts';
import { type Excess, excessByBar, excessByMonth } from './statistics/against-benchmark.ts';
import { atEndsOf } from './statistics/at-ends.ts';
import { type Bootstrap, resampled } from './statistics/bootstrap.ts';
import {
  type CalendarRow,
  type CalendarTable,
  calendarDifference,
  calendarTable,
} from './statistics/calendar-table.ts';
import { type CurveFigures, curveFigures } from './statistics/curve-figures.ts';
import { type DeflatedSharpe, deflatedSharpe } from './statistics/deflated-sharpe.ts';
import { type Distribution, distributionOf } from './statistics/distribution.ts';
import { type DrawdownRow, deepestDrawdowns } from './statistics/drawdown.ts';
import { type FigurePart, figureCatalogue } from './statistics/figure-catalogue.ts';
import type { FigureKey } from './statistics/figure-keys.ts';
import { returnsOf } from './statistics/returns.ts';
import { type RollingFigures, rollingFigures } from './statistics/rolling-figures.ts';
import { sliceOf } from './statistics/slice.ts';
import { type SpanFigures, spanFigures } from './statistics/span-figures.ts';
import {
  type GroupFigures,
  TRADE_GROUPINGS,
  type TradeGrouping,
  tradeGroups,
} from './statistics/trade-groups.ts';
import {
  type Concentration,
  type CostFigures,
  concentrationOf,
  costsOf,
  type ExcursionLevel,
  excursionLevels,
  type Slippage,
  type Streaks,
  streaksOf,
} from './statistics/trade-studies.ts';

export interface ComparisonFigures extends ComparisonCurve {
  readonly figures: CurveFigures;
}

interface TradesSaid {
  readonly returns: Distribution;
  /** of the trades with an initial stop */
  readonly r: Distribution;
}

/** A window that rolls along the strategy's curve and along its benchmark's. */
interface RollingBeside extends RollingFigures {
  readonly benchmark: RollingFigures;
}

export interface Report {
  /** places in the run's marks, both included */
  readonly first: number;
  readonly last: number;
  /** 252, 52 or 12 */
  readonly barsPerYear: number;
  readonly figures: SpanFigures;
  /** the numbers each figure of the strategy is worked out from */
  readonly madeOf: Readonly<Record<FigureKey, readonly FigurePart[]>>;
  /** the other curves it is held against, over all of the run's days, with their figures in the span */
  readonly comparisons: readonly ComparisonFigures[];
  readonly calendar: {
    readonly strategy: CalendarTable;
    readonly benchmark: CalendarTable;
    readonly difference: readonly CalendarRow[];
  };
  /** over one and three years, one value a bar from the span's first; NaN until a window is full */
  readonly rolling: { readonly one: RollingBeside; readonly three: RollingBeside };
  readonly drawdowns: readonly DrawdownRow[];
  /** closed trades that ended in the span */
  readonly trades: readonly Trade[];
  readonly all: TradesSaid;
  readonly long: TradesSaid;
  readonly short: TradesSaid;
  /** without their trades, which are long to send */
  readonly groups: Readonly<Record<TradeGrouping, readonly GroupFigures[]>>;
  /** the few trades with the highest and with the lowest returns, the most extreme first */
  readonly tails: { readonly best: readonly Trade[]; readonly worst: readonly Trade[] };
  readonly streaks: Streaks;
  readonly concentration: Concentration;
  readonly excursions: readonly ExcursionLevel[];
  readonly costs: CostFigures;
  readonly regression: { readonly byBar: Excess; readonly byMonth: Excess };
  readonly deflated: DeflatedSharpe;
}

interface SpanSettings {
  /** days; the whole run when left out */
  readonly from?: number;
  readonly to?: number;
}

export interface ReportSettings extends SpanSettings {
  /** the run is seen at the ends of these periods alone */
  readonly atEnds?: 'week' | 'month' | undefined;
  readonly barsPerYear: number;
  readonly costs: Slippage;
  /** the Sharpe ratios a year of the variants tried, this one among them */
  readonly tried?: readonly number[];
  readonly comparisons?: readonly ComparisonCurve[];
}

const FEW = 5;

/** Distances from the entry price that stops and targets are asked about. */
const LEVELS = [0.02, 0.04, 0.06, 0.08, 0.1, 0.15, 0.2, 0.3];

/** What a report reads of a run. */
export type Reported = Pick<Run, 'marks' | 'benchmark' | 'riskFree' | 'ledger' | 'trades'>;

/** Comparisons are over all marks, and so left out where the run is seen at the ends of periods. */
export function reportOf(whole: Reported, settings: ReportSettings): Report {
  const { atEnds, tried = [] } = settings;
  const run = atEnds ? atEndsOf(whole, atEnds) : whole;
  const comparisons = (!atEnds && settings.comparisons) || [];
  const barsPerYear = atEnds ? barsInYear(atEnds) : settings.barsPerYear;
  const { day } = run.marks;
  const [first, last] = placesOf(day, settings);
  const days = day.slice(first, last + 1);
  const theirs = run.benchmark.slice(first, last + 1);
  const riskFree = run.riskFree.slice(first, last);
  const months = periodsOf(days, 'month');
  const years = periodsOf(days, 'year');
  const slice = sliceOf({ ...run, barsPerYear }, first, last);
  const { trades, equity: ours } = slice;
  const strategy = calendarTable(ours, months, years);
  const benchmark = calendarTable(theirs, months, years);
  const byBar = excessByBar(ours, theirs, riskFree);
  const rolling = (span: number): RollingBeside => {
    const along = (curve: Float64Array): RollingFigures =>
      rollingFigures(curve, theirs, riskFree, span * barsPerYear, barsPerYear);
    return { ...along(ours), benchmark: along(theirs) };
  };
  return {
    first,
    last,
    barsPerYear,
    figures: spanFigures({ ...run, barsPerYear }, first, last),
    madeOf: Object.fromEntries(figureCatalogue.map(({ key, madeOf }) => [key, madeOf(slice)])) as Record<
      FigureKey,
      readonly FigurePart[]
    >,
    comparisons: comparisons.map((curve) => ({
      ...curve,
      figures: curveFigures(days, curve.equity.subarray(first, last + 1), riskFree, barsPerYear),
    })),
    calendar: { strategy, benchmark, difference: calendarDifference(strategy, benchmark) },
    rolling: { one: rolling(1), three: rolling(3) },
    drawdowns: deepestDrawdowns(days, ours, theirs),
    trades,
    all: said(trades),
    long: said(trades.filter(({ side }) => side === 'long')),
    short: said(trades.filter(({ side }) => side === 'short')),
    groups: Object.fromEntries(
      TRADE_GROUPINGS.map((by) => [
        by,
        tradeGroups(trades, by).map(({ trades: _own, ...figures }) => figures),
      ]),
    ) as Record<TradeGrouping, GroupFigures[]>,
    tails: tailsOf(trades),
    streaks: streaksOf(trades),
    concentration: concentrationOf(trades),
    excursions: excursionLevels(trades, LEVELS),
    costs: costsOf(slice.ledger, slice.marks, trades, settings.costs),
    regression: { byBar, byMonth: excessByMonth(ours, theirs, riskFree, months) },
    deflated: deflatedSharpe(byBar.strategy, tried, barsPerYear),
  };
}

/** What luck may have done, apart from the report for it takes as long as all the rest. */
export function bootstrapOf(
  run: Reported,
  settings: SpanSettings & { readonly barsPerYear: number },
): Bootstrap {
  const [first, last] = placesOf(run.marks.day, settings);
  const { equity, riskFree } = sliceOf({ ...run, barsPerYear: settings.barsPerYear }, first, last);
  return resampled(returnsOf(equity), riskFree, { barsPerYear: settings.barsPerYear });
}

/** The span's first and last mark. A run needs two; a narrower span is widened to the whole. */
function placesOf(day: Int32Array, { from = -Infinity, to = Infinity }: SpanSettings): [number, number] {
  const begin = Math.max(
    0,
    day.findIndex((d) => d >= from),
  );
  let end = day.length - 1;
  while (end > begin && at(day, end) > to) end--;
  return end - begin < 1 ? [0, day.length - 1] : [begin, end];
}

function tailsOf(trades: readonly Trade[]): Report['tails'] {
  const sorted = [...trades].sort((a, b) => b.return - a.return);
  const few = Math.min(FEW, Math.floor(sorted.length / 2));
  return { best: sorted.slice(0, few), worst: sorted.slice(sorted.length - few).reverse() };
}

function said(trades: readonly Trade[]): TradesSaid {
  return {
    returns: distributionOf(trades.map((trade) => trade.return)),
    r: distributionOf(trades.flatMap(({ r }) => (r === undefined ? [] : [r]))),
  };
}
