// What an engine's worker can be asked: what goes in and what comes out, kind by kind. Page and runner ask the same.

import type { BaselineFigures } from '../baseline.ts';
import type { Beside, MixedRun } from '../blend/blend-run.ts';
import type { DaysOutcome } from '../engine.ts';
import type { Explanation } from '../explain.ts';
import type { Evening, FollowSettings } from '../follow/evening.ts';
import type { DayBook } from '../inspect/day-book.ts';
import type { Comparison, Inspection } from '../inspect/inspection.ts';
import type { TradeStory } from '../inspect/trade-story.ts';
import type { WhyDay } from '../inspect/why-day.ts';
import type { WhySpan } from '../inspect/why-span.ts';
import type { Alone, NotAlone, PerInstrument } from '../per-instrument.ts';
import type { Report, ReportSettings } from '../report.ts';
import type { Bootstrap } from '../statistics/bootstrap.ts';
import type { Figures } from '../statistics/figures.ts';
import type { OutcomesAsked, SignalAsked } from '../studies/edge/asked.ts';
import type { EdgeBench } from '../studies/edge/bench.ts';
import type { Luck, LuckAsked } from '../studies/luck/best-of-many.ts';
import type { PairAsked, PairOutcome, PairRow, PairSearchAsked, ShownPair } from '../studies/pair/asked.ts';
import type { ShakeAsked } from '../studies/shake/asked.ts';
import type { Cell, Frame } from '../studies/terrain/cell.ts';
import type { ChainAsked } from '../studies/walk/chain.ts';
import type {
  BlendAsked,
  FiguresOutcome,
  NotDone,
  PartAsked,
  RunAsked,
  ShownOutcome,
  ShownRun,
} from './asked.ts';

/** A part of a run's days, both ends in it; all of them when left out. */
interface Part {
  readonly span?: { readonly from: number; readonly to: number } | undefined;
}

/** A run with all that a report says of it. */
export type ReportOutcome =
  | NotDone
  | { readonly kind: 'done'; readonly run: ShownRun; readonly report: Report };

/** What is shown of a blend; what it is held against may come later than its own run. */
export type ShownBlend = Omit<MixedRun, 'decisions'> & { readonly beside: Beside | undefined };
export type BlendOutcome =
  | NotDone
  | {
      readonly kind: 'done';
      /** without its trades where the asker has them */
      readonly run: Omit<ShownBlend, 'trades' | 'openTrades'>;
      readonly trades: Pick<ShownBlend, 'trades' | 'openTrades'> | undefined;
      /** names the trades: the same for the same ones */
      readonly tradesKey: string;
    };
export type BlendReportOutcome =
  | NotDone
  | {
      readonly kind: 'done';
      readonly run: ShownBlend & { readonly beside: Beside };
      readonly report: Report;
    };

/** A followed run: as it was tested but for its last day, which is the last there is. */
export interface EveningAsked extends FollowSettings {
  readonly run: RunAsked;
}
export interface BlendEveningAsked extends FollowSettings {
  readonly run: BlendAsked;
}
export type EveningOutcome = NotDone | { readonly kind: 'done'; readonly evening: Evening };

/** What takes as long as the report itself, and is read after it. */
export interface Doubt {
  readonly bootstrap: Bootstrap;
  /** fingerprint of the bars and memberships that were read */
  readonly data: string;
}

/** Windows one behind the other, of a universe by its name. */
interface Chained extends ChainAsked {
  readonly universe: string;
}

interface Kind<In, Out> {
  readonly in: In;
  readonly out: Out;
}

/** Answers are undefined where the run has problems or was called off, and where there is nothing to say. */
export interface EngineWork {
  readonly run: Kind<RunAsked, ShownOutcome>;
  /** a run's figures alone, perhaps without one member of the universe */
  readonly figures: Kind<RunAsked & { readonly without?: string }, FiguresOutcome>;
  /** a run's figures with its daily returns */
  readonly cell: Kind<RunAsked, NotDone | { readonly kind: 'done'; readonly cell: Cell }>;
  /** the returns of benchmark and riskless money over a run's days */
  readonly frame: Kind<RunAsked, NotDone | { readonly kind: 'done'; readonly frame: Frame }>;
  /** the days of a run */
  readonly days: Kind<RunAsked, DaysOutcome>;
  readonly chain: Kind<
    Chained,
    | NotDone
    | { readonly kind: 'done'; readonly run: ShownRun; readonly windows: readonly (Figures | undefined)[] }
  >;
  /** a chain with its report; its strategy's bars and slippage are the request's */
  readonly chainReport: Kind<Chained, ReportOutcome>;
  readonly chainFigures: Kind<
    Chained,
    NotDone | { readonly kind: 'done'; readonly figures: Figures; readonly ambiguousBars: number }
  >;
  /** what luck may have done to the best of many runs over the same days */
  readonly luck: Kind<LuckAsked, Luck>;
  /** what follows any bar */
  readonly edgeBase: Kind<OutcomesAsked, ReturnType<EdgeBench['base']>>;
  /** what follows a signal */
  readonly edge: Kind<SignalAsked, ReturnType<EdgeBench['rows']>>;
  readonly edgeDetail: Kind<Parameters<EdgeBench['detail']>[0], ReturnType<EdgeBench['detail']>>;
  /** two instruments whose spread is traded */
  readonly pair: Kind<
    PairAsked,
    Exclude<PairOutcome, { kind: 'done' }> | { readonly kind: 'done'; readonly pair: ShownPair }
  >;
  readonly pairReport: Kind<PairAsked, ReportOutcome>;
  /** some of many pairs */
  readonly pairSearch: Kind<PairSearchAsked, { readonly kind: 'done'; readonly rows: readonly PairRow[] }>;
  /** a run under a nudge */
  readonly shake: Kind<ShakeAsked, FiguresOutcome>;
  /** the same with all that a report says of it */
  readonly shakeReport: Kind<ShakeAsked, ReportOutcome>;
  readonly explain: Kind<RunAsked, Explanation | undefined>;
  /** the rules on one instrument by itself */
  readonly perInstrument: Kind<RunAsked & { readonly alone: Alone }, PerInstrument | NotAlone>;
  /** the rules with random entries */
  readonly baseline: Kind<RunAsked & { readonly seed: number }, BaselineFigures | undefined>;
  readonly report: Kind<
    RunAsked &
      Part & {
        /** the Sharpe ratios of the variants tried */
        readonly tried: readonly number[];
        readonly atEnds?: ReportSettings['atEnds'];
        /** other curves to hold it against */
        readonly comparisons: readonly Comparison[];
      },
    ReportOutcome
  >;
  /** `symbols`: the instruments the run may read */
  readonly doubt: Kind<RunAsked & Part & { readonly symbols: readonly string[] }, Doubt | undefined>;
  /** of the bars and memberships that the run may read */
  readonly fingerprint: Kind<{ readonly universe: string; readonly symbols: readonly string[] }, string>;
  /** a blend as its own run leaves it; of buckets with all it is held against. `has`: the trades that the asker has */
  readonly blend: Kind<BlendAsked & { readonly has?: string | undefined }, BlendOutcome>;
  /** what a blend is held against */
  readonly beside: Kind<BlendAsked, Beside | undefined>;
  readonly blendReport: Kind<
    BlendAsked &
      Part & {
        readonly tried: readonly number[];
        readonly atEnds?: ReportSettings['atEnds'];
        readonly comparisons: readonly Comparison[];
      },
    BlendReportOutcome
  >;
  readonly blendDoubt: Kind<BlendAsked & Part & { readonly symbols: readonly string[] }, Doubt | undefined>;
  readonly blendFingerprint: Kind<BlendAsked & { readonly symbols: readonly string[] }, string>;
  /** what a followed run or blend wants in the coming session, and how it does */
  readonly evening: Kind<EveningAsked | BlendEveningAsked, EveningOutcome>;
  readonly why: Kind<
    (RunAsked | PartAsked) & { readonly symbol: string; readonly day: number },
    WhyDay | undefined
  >;
  readonly whyBetween: Kind<
    (RunAsked | PartAsked) & {
      readonly symbol: string;
      readonly first: number;
      readonly last: number;
    },
    WhySpan | undefined
  >;
  readonly day: Kind<(RunAsked | PartAsked) & { readonly day: number }, DayBook | undefined>;
  readonly story: Kind<
    (RunAsked | PartAsked) & { readonly trade: Parameters<Inspection['story']>[0] },
    TradeStory | undefined
  >;
}
