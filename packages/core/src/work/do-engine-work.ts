// The worker's side of an engine: answers every kind of EngineWork on bars that it keeps in memory.

import type { Market } from '../bars/bars.ts';
import { dataName } from '../bars/data-name.ts';
import { type BarUnit, barsPerYear } from '../bars/unit.ts';
import { type BaselineFigures, entryShares, randomEntryRun } from '../baseline.ts';
import { createEngine, type Engine, type RunOutcome } from '../engine.ts';
import { Blocks } from '../evaluation/blocks.ts';
import type { Universe } from '../evaluation/panel.ts';
import type { Inspection } from '../inspect/inspection.ts';
import { at } from '../numeric/at.ts';
import type { Port } from '../parallel/messages.ts';
import type { Handlers } from '../parallel/serve.ts';
import { aloneOf, runPerInstrument } from '../per-instrument.ts';
import { bootstrapOf, reportOf } from '../report.ts';
import type { Run } from '../run.ts';
import type { Continue } from '../simulation/progress.ts';
import type { RunRequest } from '../simulation/request.ts';
import { buyAndHold } from '../statistics/benchmark.ts';
import { curveFigures } from '../statistics/curve-figures.ts';
import type { Slippage } from '../statistics/trade-studies.ts';
import { type EdgeBench, edgeBench } from '../studies/edge/bench.ts';
import { luckOf } from '../studies/luck/best-of-many.ts';
import { pairOutcome, pairRows } from '../studies/pair/pair-work.ts';
import { shaken } from '../studies/shake/shaken.ts';
import { cellOf, frameOf } from '../studies/terrain/cell.ts';
import { symbolAlone } from '../universes/alone.ts';
import type {
  FiguresOutcome,
  HeldAlone,
  NotDone,
  PartAsked,
  RunAsked,
  ShownOutcome,
  ShownRun,
} from './asked.ts';
import { blendBench } from './blend-bench.ts';
import { doBlendWork } from './do-blend-work.ts';
import { doEveningWork } from './do-evening-work.ts';
import type { EngineFor, Kept } from './engine-for.ts';
import type { EngineWork, ReportOutcome } from './engine-work.ts';
import { helpersOf } from './help.ts';

/** Finds the members of the universe with a name; nothing where there is none. */
export type FindUniverse = (name: string) => Universe | Promise<Universe>;

/** Parts of a blend may trade different universes in turn. */
const MOST_KEPT = 2;

type Found =
  | { readonly engine: Engine; readonly request: RunRequest }
  | Extract<NotDone, { kind: 'problems' }>;

/**
 * Engines by universe, the latest ones kept with their columns.
 * @param helpers ports to the threads that share the engines' rules
 */
export function engineKeeper(market: Market, find: FindUniverse, helpers: readonly Port[] = []): EngineFor {
  let kept: readonly Kept[] = [];
  const blocks = new Blocks();
  return async (name) => {
    const known = kept.find((one) => one.name === name);
    const one = known ?? (await makeKept(market, name, find, helpers, blocks));
    const latest = [one, ...kept.filter((other) => other.name !== name)];
    kept = latest.slice(0, MOST_KEPT);
    for (const { engine } of latest.slice(MOST_KEPT)) engine.letGo();
    return one;
  };
}

async function makeKept(
  market: Market,
  name: string,
  find: FindUniverse,
  ports: readonly Port[],
  blocks: Blocks,
): Promise<Kept> {
  const universe = await find(name);
  const helpers = ports.length === 0 ? undefined : helpersOf(name, ports);
  return { name, universe, engine: createEngine(market, universe, { helpers, blocks }) };
}

/** @param engineFor as {@link engineKeeper} makes it of the same market */
export function doEngineWork(market: Market, engineFor: EngineFor): Handlers<EngineWork> {
  const bench = blendBench(market, engineFor);
  const edges = new WeakMap<Engine, EdgeBench>();
  const edgesFor = async (universe: string): Promise<EdgeBench> => {
    const { engine } = await engineFor(universe);
    const known = edges.get(engine) ?? edgeBench(market, engine.evaluator);
    edges.set(engine, known);
    return known;
  };
  const named = memory<string>();
  const shares = memory<ReturnType<typeof entryShares>>();
  // Bars in shared memory do not change while this worker lives.
  const dataOf = ({ name, universe }: Kept, symbols: readonly string[]): string =>
    named(`${name} ${symbols.join(' ')}`, () => dataName(market, universe, symbols));
  /** The engine that answers to a run, and what it is asked: of a member by itself, over that member's days. */
  const found = async ({ universe, request, alone }: RunAsked): Promise<Found> => {
    const kept = await engineFor(universe);
    if (!alone) return { engine: kept.engine, request };
    const its = aloneOf(market, kept.universe, alone, request);
    return 'engine' in its ? its : { kind: 'problems', problems: [{ path: 'universe', message: its.why }] };
  };
  /** Asks something of an inspected run. */
  const inspected = async <Out>(
    asked: RunAsked | PartAsked,
    goOn: Continue,
    ask: (inspection: Inspection) => Out,
  ): Promise<Out | undefined> => {
    if ('blend' in asked) {
      const inspection = await bench.inspect(asked, goOn);
      return inspection && ask(inspection);
    }
    const its = await found(asked);
    if ('problems' in its) return undefined;
    const outcome = its.engine.inspect(its.request, goOn);
    return outcome.kind === 'done' ? ask(outcome.inspection) : undefined;
  };

  return {
    run: async (asked, goOn) => {
      const its = await found(asked);
      if ('problems' in its) return its;
      const outcome = shown(its.engine.run(its.request, goOn));
      const symbol = asked.alone?.symbol ?? symbolAlone(asked.universe);
      if (outcome.kind !== 'done' || symbol === undefined) return outcome;
      return {
        kind: 'done',
        run: { ...outcome.run, ...heldBeside(market, outcome.run, symbol, its.request) },
      };
    },
    figures: async ({ universe, request, without }, goOn) => {
      const kept = await engineFor(universe);
      const engine =
        without === undefined
          ? kept.engine
          : createEngine(
              market,
              kept.universe.filter(({ symbol }) => symbol !== without),
            );
      return figuresOnly(engine.run(request, goOn));
    },
    cell: async ({ universe, request }, goOn) => {
      const outcome = (await engineFor(universe)).engine.run(request, goOn);
      return outcome.kind === 'done' ? { kind: 'done', cell: cellOf(outcome.run) } : outcome;
    },
    frame: async ({ universe, request }, goOn) => {
      const outcome = (await engineFor(universe)).engine.run(request, goOn);
      return outcome.kind === 'done' ? { kind: 'done', frame: frameOf(outcome.run) } : outcome;
    },
    days: async ({ universe, request }) => (await engineFor(universe)).engine.days(request),
    chain: async ({ universe, ...asked }, goOn) => {
      const outcome = (await engineFor(universe)).engine.chain(asked, goOn);
      return outcome.kind === 'done' ? { ...outcome, run: shownRun(outcome.run) } : outcome;
    },
    chainFigures: async ({ universe, ...asked }, goOn) => {
      const outcome = (await engineFor(universe)).engine.chain(asked, goOn);
      if (outcome.kind !== 'done') return outcome;
      const { figures, ambiguousBars } = outcome.run;
      return { kind: 'done', figures, ambiguousBars };
    },
    chainReport: async ({ universe, ...asked }, goOn) =>
      reported((await engineFor(universe)).engine.chain(asked, goOn), asked.request.strategy),
    luck: (asked) => luckOf(asked),
    edgeBase: async (asked) => (await edgesFor(asked.universe)).base(asked),
    edge: async (asked) => (await edgesFor(asked.universe)).rows(asked),
    edgeDetail: async (asked) => (await edgesFor(asked.universe)).detail(asked),
    pair: (asked) => {
      const outcome = pairOutcome(market, asked);
      if (outcome.kind !== 'done') return outcome;
      const { pair } = outcome;
      return { kind: 'done', pair: { ...pair, run: shownRun(pair.run) } };
    },
    pairReport: (asked) => {
      const outcome = pairOutcome(market, asked);
      return outcome.kind === 'done'
        ? reported({ kind: 'done', run: outcome.pair.run }, { bars: 'day', costs: asked.costs })
        : outcome;
    },
    pairSearch: (asked) => ({ kind: 'done', rows: pairRows(market, asked) }),
    shake: async (asked, goOn) => {
      const { universe, engine } = await engineFor(asked.universe);
      return figuresOnly(shaken(market, universe, engine, asked, goOn));
    },
    shakeReport: async (asked, goOn) => {
      const { universe, engine } = await engineFor(asked.universe);
      return reported(shaken(market, universe, engine, asked, goOn), asked.request.strategy);
    },
    explain: async ({ universe, request }, goOn) => (await engineFor(universe)).engine.explain(request, goOn),
    perInstrument: async ({ universe, request, alone }) =>
      runPerInstrument(market, (await engineFor(universe)).universe, alone, request),
    baseline: async ({ universe, request, seed }): Promise<BaselineFigures | undefined> => {
      const { engine } = await engineFor(universe);
      const its = shares(`${universe} ${JSON.stringify(request)}`, () => entryShares(engine, request));
      return its && randomEntryRun(engine, request, its, seed);
    },
    report: async ({ span, atEnds, tried, comparisons, ...asked }, goOn) => {
      const its = await found(asked);
      if ('problems' in its) return its;
      const { request } = its;
      const outcome = its.engine.inspect(request, goOn);
      if (outcome.kind !== 'done') return outcome;
      const { inspection } = outcome;
      const report = reportOf(inspection.run, {
        ...span,
        atEnds,
        barsPerYear: barsPerYear(request.strategy.bars),
        costs: request.strategy.costs,
        tried,
        comparisons: comparisons.map(inspection.comparisonWith).filter((curve) => curve !== undefined),
      });
      return { kind: 'done', run: shownRun(inspection.run), report };
    },
    doubt: async (asked, goOn) => {
      const kept = await engineFor(asked.universe);
      return inspected(asked, goOn, ({ run }) => ({
        bootstrap: bootstrapOf(run, { ...asked.span, barsPerYear: barsPerYear(asked.request.strategy.bars) }),
        data: dataOf(kept, asked.symbols),
      }));
    },
    ...doBlendWork(market, engineFor, bench),
    ...doEveningWork(market, engineFor, bench),
    fingerprint: async ({ universe, symbols }) => dataOf(await engineFor(universe), symbols),
    why: (asked, goOn) => inspected(asked, goOn, (its) => its.why(asked.symbol, asked.day)),
    whyBetween: (asked, goOn) =>
      inspected(asked, goOn, (its) => its.whyBetween(asked.symbol, asked.first, asked.last)),
    day: (asked, goOn) => inspected(asked, goOn, (its) => its.day(asked.day)),
    story: (asked, goOn) => inspected(asked, goOn, (its) => its.story(asked.trade)),
  };
}

/** Holding the one instrument of a run, beside it. */
function heldBeside(
  market: Market,
  { marks }: ShownRun,
  symbol: string,
  { strategy }: RunRequest,
): { held?: HeldAlone } {
  const bars = market.get(symbol);
  if (!bars || bars.day.length === 0 || at(bars.day, 0) > at(marks.day, marks.day.length - 1)) return {};
  const equity = buyAndHold(bars, marks.day, strategy.account.capital);
  const riskFree = new Float64Array(marks.day.length - 1);
  return {
    held: { symbol, equity, figures: curveFigures(marks.day, equity, riskFree, barsPerYear(strategy.bars)) },
  };
}

const shown = (outcome: RunOutcome): ShownOutcome =>
  outcome.kind === 'done' ? { kind: 'done', run: shownRun(outcome.run) } : outcome;

/** What is left of a run when its figures alone are wanted. */
const figuresOnly = (outcome: RunOutcome): FiguresOutcome =>
  outcome.kind === 'done' ? { kind: 'done', figures: outcome.run.figures } : outcome;

/** What was run, with its report. @param how the bars and the costs it was run with */
function reported(
  outcome: NotDone | { readonly kind: 'done'; readonly run: Run },
  how: { readonly bars: BarUnit; readonly costs: Slippage },
): ReportOutcome {
  if (outcome.kind !== 'done') return outcome;
  const { run } = outcome;
  const report = reportOf(run, { barsPerYear: barsPerYear(how.bars), costs: how.costs });
  return { kind: 'done', run: shownRun(run), report };
}

function shownRun({ decisions: _decisions, ledger: _ledger, ...run }: Run) {
  return run;
}

/** Remembers what was made of the last key. */
function memory<T>(): (key: string, make: () => T) => T {
  let last: { readonly key: string; readonly made: T } | undefined;
  return (key, make) => {
    if (last?.key !== key) last = { key, made: make() };
    return last.made;
  };
}
