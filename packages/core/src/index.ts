// The public face of the core.

export { type Bars, faultInBar, faultsInBars, isSaneFactor, type Market } from './bars/bars.ts';
export { daysOfBlock, isBlock, packBars, summaryOfBlock, unpackBars } from './bars/block.ts';
export {
  BAR_VALUES,
  type BarValue,
  barsAt,
  barsWithout,
  columnsOf,
  mapBars,
  mergedBars,
} from './bars/columns.ts';
export { dataName } from './bars/data-name.ts';
export { newBars } from './bars/layout.ts';
export { symbolsRead, wordsIn } from './bars/symbols-read.ts';
export { type BarUnit, barsPerYear } from './bars/unit.ts';
export { type BaselineFigures, entryShares, placeAmong, randomEntryRun } from './baseline.ts';
export { blendApart } from './blend/apart.ts';
export type {
  ApartBlend,
  Blend,
  Part,
  StrategyPart,
  TogetherBlend,
} from './blend/blend.ts';
export { type BlendCaution, blendCautions } from './blend/blend-cautions.ts';
export type { Beside, BlendRun, MixedRun, PartRecord } from './blend/blend-run.ts';
export { blendOfShared, blendWithout } from './blend/mixed.ts';
export { type JoinedOrder, joinOrders } from './blend/orders.ts';
export { readyParts } from './blend/ready-parts.ts';
export { equalShares, inverseVolatilityShares, made100, sharesAround } from './blend/shares.ts';
export { type BlendSetting, createSharedEngine, onAccount } from './blend/together.ts';
export { countUntil } from './days/calendar.ts';
export {
  civilFromDay,
  type Day,
  dayFromCivil,
  dayFromIso,
  isoFromDay,
  monthOf,
  weekdayOf,
  weekOf,
  yearOf,
} from './days/day.ts';
export { createEngine, type Engine, type InspectOutcome, type RunOutcome } from './engine.ts';
export type { ConditionCount } from './evaluation/census.ts';
export { columnOf, conditionOf } from './evaluation/column-of.ts';
export type { Membership, Universe } from './evaluation/panel.ts';
export type { Explanation } from './explain.ts';
export type { Check, OwnEvent } from './follow/checks.ts';
export { reviewDates, type TimeExit } from './follow/dates.ts';
export type { Evening, FollowSettings, Tested, Unfilled } from './follow/evening.ts';
export { type FarFill, fillsFarOff } from './follow/far-fills.ts';
export type { FillPair, FillsBeside } from './follow/fills-beside.ts';
export type { FollowedAccount, OwnFill, OwnHolding } from './follow/own-account.ts';
export type { Since, TradesTold } from './follow/since.ts';
export type { ConditionOnDay } from './inspect/conditions.ts';
export type { DayBook } from './inspect/day-book.ts';
export type { Comparison, Inspection } from './inspect/inspection.ts';
export type { TradeStory } from './inspect/trade-story.ts';
export type { CandidateOnDay, WhyDay } from './inspect/why-day.ts';
export type { DayVerdict, WhySpan } from './inspect/why-span.ts';
export { type ChangedConditions, changedConditions } from './language/changed-conditions.ts';
export { type RuleContext, readRule, seekNearest } from './language/check.ts';
export { insertAt, movePart, nodeAt, type Path, removeAt, replaceAt } from './language/edit.ts';
export { tokensOf } from './language/highlight.ts';
export { mirroredRule, mirroredText } from './language/mirror.ts';
export { isBlankRule, type Outline, readOutline, writeOutline } from './language/outline.ts';
export { parseRule } from './language/parse.ts';
export { printRule } from './language/print.ts';
export { nearest } from './language/suggest.ts';
export { type Comparator, isCondition, type Node, type NumberNode, type Place } from './language/tree.ts';
export { dialsByUse, turnedBars, turnedDial, turnedRule } from './language/turn-windows.ts';
export { keptOf, readKept, readTyped, type TypedNumber } from './language/typed-number.ts';
export { unitOf } from './language/units.ts';
export { dialsIn, withDialValues } from './language/with-dial-values.ts';
export { knownPhrases } from './language/words.ts';
export { catalogue, formOf, measureOf } from './measures/catalogue.ts';
export { type Measure, usualWindows } from './measures/measure.ts';
export { otherNamesOf } from './measures/synonyms.ts';
export { at } from './numeric/at.ts';
export { checkOf } from './numeric/check.ts';
export { fingerprint, utf8 } from './numeric/fingerprint.ts';
export { GrowingRows } from './numeric/growing.ts';
export { exp, log } from './numeric/portable.ts';
export { createRandom } from './numeric/random.ts';
export type { FromWorker, Port, ToWorker } from './parallel/messages.ts';
export { Cancelled, PoolEnded, type Settled, type Spawn, type Task, WorkPool } from './parallel/pool.ts';
export { type Handlers, serve } from './parallel/serve.ts';
export { openMarket, type SharedMarket, shareBlocks, shareMarket } from './parallel/shared-market.ts';
export {
  type Alone,
  type AloneSize,
  type AloneTogether,
  aloneTogether,
  type NotAlone,
  type PerInstrument,
  runPerInstrument,
} from './per-instrument.ts';
export { repairsOf } from './quality/event-repairs.ts';
export {
  FINDING_KINDS,
  type Finding,
  type FindingKind,
  findingsOf,
  marketCalendar,
  troubleOf,
} from './quality/findings.ts';
export { type GapYear, gapCalendar } from './quality/gap-calendar.ts';
export { type Repair, repairedBars, unsettled } from './quality/repairs.ts';
export { bootstrapOf, type ComparisonFigures, type Report, type ReportSettings, reportOf } from './report.ts';
export type { Run } from './run.ts';
export type { Distances } from './simulation/distances.ts';
export {
  LEDGER_KINDS,
  type NextOrder,
  OUTCOMES,
  type Session,
  type StandingOrder,
  type Trade,
} from './simulation/records.ts';
export type { Problem, RunRequest } from './simulation/request.ts';
export { entrySession, exitSession, sessionText } from './simulation/session.ts';
export type { Bootstrap, Range } from './statistics/bootstrap.ts';
export { type CalendarRow, type CalendarTable, calendarDifference } from './statistics/calendar-table.ts';
export { type Caution, cautionsOf } from './statistics/cautions.ts';
export { compareRuns, type RunPair } from './statistics/compare-runs.ts';
export {
  type CorrelationMatrix,
  correlationMatrix,
  meanCorrelation,
} from './statistics/correlation-matrix.ts';
export type { CurveFigures } from './statistics/curve-figures.ts';
export { type Distribution, distributionOf, quantile } from './statistics/distribution.ts';
export {
  benchmarkFigureOf,
  definitionOf,
  type FigureEntry,
  type FigureKind,
  type FigurePart,
  figureCatalogue,
  figureEntry,
  figureOf,
  headlineFigures,
} from './statistics/figure-catalogue.ts';
export { FIGURE_KEYS, type FigureKey } from './statistics/figure-keys.ts';
export { exposures, type Figures } from './statistics/figures.ts';
export { meansOver, reduceCurves, thinnedPoints } from './statistics/reduce.ts';
export { type ReturnsByPeriod, returnsByPeriod } from './statistics/returns-by-period.ts';
export { multiplesOf, withMoneyTimes, withSharesTimes } from './statistics/scale.ts';
export { type SizeExample, type SizesTaken, sizesTaken } from './statistics/size-example.ts';
export type { SpanFigures } from './statistics/span-figures.ts';
export {
  type GroupFigures,
  TRADE_GROUPINGS,
  type TradeGrouping,
  tradeGroups,
} from './statistics/trade-groups.ts';
export { wilsonInterval } from './statistics/wilson.ts';
export { type Axis, settingsOf, valuesFrom, withDials, withSetting } from './strategy/grid.ts';
export { numbersAsDials, rulesWithDial } from './strategy/numbers-as-dials.ts';
export { type SizeWarning, sizeWarnings } from './strategy/size-warnings.ts';
export type { Strategy } from './strategy/strategy.ts';
export { usedDials } from './strategy/used-dials.ts';
export { type StressTest, stressTests } from './stress-tests.ts';
export type { Desk } from './studies/desk.ts';
export type { SignalAsked } from './studies/edge/asked.ts';
export { signalsAsked } from './studies/edge/asked.ts';
export type { EdgeEvents } from './studies/edge/bench.ts';
export type { EdgeDetail, EdgeGroup } from './studies/edge/detail.ts';
export { type Edge, FEW_EVENTS, saysEnough } from './studies/edge/edge.ts';
export { type EdgeBaseRow, type EdgeRow, excessError } from './studies/edge/rows.ts';
export { estimateStudy } from './studies/estimate.ts';
export type { PairRow, ShownPair } from './studies/pair/asked.ts';
export { type PairResult, type PairSearch, pairsByLuck } from './studies/pair/pair.ts';
export type { PairWindow } from './studies/pair/pair-run.ts';
export { type PairRound, roundsOf } from './studies/pair/rounds.ts';
export { UNIT_ROOT_CRITICAL } from './studies/pair/spread.ts';
export { explainedByHedge, roundsWon } from './studies/pair/told.ts';
export {
  type Asker,
  NOT_KEPT,
  type PieceStore,
  type PoolDesk,
  pieceKey,
  poolDesk,
  type StudyProgress,
  timeLeft,
} from './studies/pool-desk.ts';
export { runStudy, type StudyNews, type StudyOutcome, type StudyResult } from './studies/run-study.ts';
export type { Repetition, Shake } from './studies/shake/shake.ts';
export { type Strip, stripsOf, worstOf } from './studies/shake/strips.ts';
export {
  type EdgeStudy,
  type Height,
  NUDGES,
  type Nudge,
  type PairStudy,
  type ShakeStudy,
  type Signal,
  STUDY_KINDS,
  type Study,
  type StudyKind,
  type TerrainStudy,
  type WalkStudy,
} from './studies/study.ts';
export {
  type AxisValue,
  cellAt,
  gridOf,
  placesOf,
  type StudyAxis,
  type TurnDials,
  valuesOf,
} from './studies/terrain/axes.ts';
export {
  CELL_FIGURES,
  type CellFigure,
  type CellFigureEntry,
  type CellPart,
  cellFigureEntry,
  cellFigureOf,
} from './studies/terrain/cell-figures.ts';
export { conditionsOf } from './studies/terrain/condition.ts';
export { bestWithin, type Highland, highlandOf, neighboursMedian } from './studies/terrain/highland.ts';
export { rankOf } from './studies/terrain/relief.ts';
export {
  baseRun,
  cellAsked,
  cellFiguresOf,
  type Survey,
  surveyOf,
  type Terrain,
  type TerrainCell,
} from './studies/terrain/terrain.ts';
export { chainAsked, choiceChanges, type Walk, type WalkWindow } from './studies/walk/walk.ts';
export { alone, symbolAlone } from './universes/alone.ts';
export { type InstrumentMeasures, measureInstrument } from './universes/measure-instrument.ts';
export { type Combination, combine, membersByDay } from './universes/spells.ts';
export { ENGINE_VERSION } from './version.ts';
export type {
  BlendAsked,
  FiguresOutcome,
  HeldAlone,
  PartAsked,
  RunAsked,
  ShownOutcome,
  ShownRun,
} from './work/asked.ts';
export { aloneAsked, blendBench } from './work/blend-bench.ts';
export { unitOf as unitOfBlend } from './work/blend-unit.ts';
export { doEngineWork, engineKeeper } from './work/do-engine-work.ts';
export type {
  BlendEveningAsked,
  BlendOutcome,
  BlendReportOutcome,
  Doubt,
  EngineWork,
  EveningAsked,
  EveningOutcome,
  ReportOutcome,
  ShownBlend,
} from './work/engine-work.ts';
export { helpFrom } from './work/help.ts';
