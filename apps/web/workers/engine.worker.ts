// Runs strategies off the page's thread, on bars in shared memory.

import {
  type Alone,
  type BaselineFigures,
  type Beside,
  barsPerYear,
  createEngine,
  type DayBook,
  type Engine,
  type Explanation,
  entryShares,
  type Figures,
  type FromWorker,
  fingerprint,
  type Inspection,
  type Luck,
  luckOf,
  type Market,
  openMarket,
  type Report,
  type Run,
  type RunOutcome,
  type RunRequest,
  randomEntryRun,
  reportOf,
  runAlone,
  type SharedMarket,
  serve,
  type ToWorker,
  type TradeStory,
  type Universe,
  type WhyDay,
  type WhySpan,
} from '@plateau/core';
import { type RunFormat, runTablesFile } from '@plateau/files';
import { readOne } from '@/store/read.ts';

export interface EngineSetup {
  readonly market: SharedMarket;
}

/** What can be asked of a run. */
export type Question =
  | { readonly ask: 'why'; readonly symbol: string; readonly day: number }
  | { readonly ask: 'whyBetween'; readonly symbol: string; readonly from: number; readonly to: number }
  | { readonly ask: 'day'; readonly day: number }
  | { readonly ask: 'story'; readonly trade: Parameters<Inspection['story']>[0] };

export interface Answers {
  readonly why: WhyDay;
  readonly whyBetween: WhySpan;
  readonly day: DayBook;
  readonly story: TradeStory | undefined;
}

export type EngineJob = {
  /** the name of a stored universe */
  readonly universe: string;
  readonly request: RunRequest;
} & (
  | { readonly kind: 'run' }
  | { readonly kind: 'explain' }
  | { readonly kind: 'alone'; readonly symbol: string }
  | { readonly kind: 'baseline'; readonly seed: number }
  | { readonly kind: 'ask'; readonly question: Question }
  | { readonly kind: 'tables'; readonly format: RunFormat }
  /** its figures alone, perhaps without one member of the universe */
  | { readonly kind: 'figures'; readonly without?: string }
  | {
      readonly kind: 'report';
      /** a part of the run's days; all of them when left out */
      readonly span?: { readonly from: number; readonly to: number };
      readonly tried: readonly number[];
      readonly beside: readonly Beside[];
    }
  /** of the bars and memberships that a run may read */
  | { readonly kind: 'fingerprint'; readonly symbols: readonly string[] }
  | {
      readonly kind: 'doubt';
      readonly span?: { readonly from: number; readonly to: number };
      /** the instruments the run may read, for the fingerprint */
      readonly symbols: readonly string[];
    }
);

/** What the page shows of a run; the decision log and the ledger are long and stay here. */
export type ShownRun = Omit<Run, 'decisions' | 'ledger'>;
/** A run with all that a report says of it. */
export type ReportOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly run: ShownRun; readonly report: Report };
/** What takes as long as the report itself, and is read after it. */
export interface Doubt {
  readonly luck: Luck;
  /** fingerprint of the bars and memberships that were read */
  readonly data: string;
}
export type ShownOutcome =
  | Exclude<RunOutcome, { kind: 'done' }>
  | { readonly kind: 'done'; readonly run: ShownRun };

export type EngineResult =
  | { readonly kind: 'run'; readonly outcome: ShownOutcome }
  | { readonly kind: 'explain'; readonly explanation: Explanation | undefined }
  | { readonly kind: 'alone'; readonly alone: Alone | undefined }
  | { readonly kind: 'report'; readonly outcome: ReportOutcome }
  | { readonly kind: 'doubt'; readonly doubt: Doubt | undefined }
  | { readonly kind: 'fingerprint'; readonly data: string }
  | { readonly kind: 'baseline'; readonly figures: BaselineFigures | undefined }
  /** a file's bytes, or why there is none */
  | { readonly kind: 'tables'; readonly file: Uint8Array | { readonly fault: string } }
  | { readonly kind: 'figures'; readonly figures: Figures | undefined }
  | { readonly kind: 'ask'; readonly answer: Answers[keyof Answers] };

function prepare(setup: EngineSetup) {
  const market = openMarket(setup.market);
  // One universe's columns at a time are kept in memory.
  let kept: { name: string; universe: Universe; engine: Engine } | undefined;
  let named: { key: string; data: string } | undefined;
  let shares: { key: string; of: ReturnType<typeof entryShares> } | undefined;
  // Bars in shared memory do not change while this worker lives.
  const dataOf = (name: string, universe: Universe, symbols: readonly string[]): string => {
    const key = `${name} ${symbols.join(' ')}`;
    if (named?.key !== key) named = { key, data: fingerprintOf(market, universe, symbols) };
    return named.data;
  };
  return async (job: EngineJob, goOn: (done: number) => boolean): Promise<EngineResult> => {
    const { universe: name, request } = job;
    if (kept?.name !== name) {
      const universe = (await readOne('universes', name))?.members ?? [];
      kept = { name, universe, engine: createEngine(market, universe) };
    }
    const { engine, universe } = kept;
    switch (job.kind) {
      case 'explain':
        return { kind: 'explain', explanation: engine.explain(request, goOn) };
      case 'alone':
        return { kind: 'alone', alone: runAlone(market, universe, job.symbol, request) };
      case 'baseline': {
        const key = `${name} ${JSON.stringify(request)}`;
        if (shares?.key !== key) shares = { key, of: entryShares(engine, request) };
        const figures = shares.of && randomEntryRun(engine, request, shares.of, job.seed);
        return { kind: 'baseline', figures };
      }
      case 'ask': {
        const outcome = engine.inspect(request, goOn);
        return {
          kind: 'ask',
          answer: outcome.kind === 'done' ? answer(outcome.inspection, job.question) : undefined,
        };
      }
      case 'tables': {
        const outcome = engine.run(request, goOn);
        if (outcome.kind !== 'done')
          return { kind: 'tables', file: { fault: 'the run did not come to its end' } };
        return {
          kind: 'tables',
          file: await runTablesFile(outcome.run, job.format).catch((error: Error) => ({
            fault: error.message,
          })),
        };
      }
      case 'figures': {
        const { without } = job;
        const its =
          without === undefined
            ? engine
            : createEngine(
                market,
                universe.filter(({ symbol }) => symbol !== without),
              );
        const outcome = its.run(request, goOn);
        return { kind: 'figures', figures: outcome.kind === 'done' ? outcome.run.figures : undefined };
      }
      case 'report': {
        const outcome = engine.inspect(request, goOn);
        if (outcome.kind !== 'done') return { kind: 'report', outcome };
        const { run, beside } = outcome.inspection;
        const report = reportOf(run, {
          ...job.span,
          barsPerYear: barsPerYear(request.strategy.bars),
          slippage: request.strategy.costs.slippage,
          tried: job.tried,
          beside: job.beside.map(beside).filter((curve) => curve !== undefined),
        });
        return { kind: 'report', outcome: { ...shownRun(run), report } };
      }
      case 'doubt': {
        const outcome = engine.inspect(request, goOn);
        if (outcome.kind !== 'done') return { kind: 'doubt', doubt: undefined };
        const luck = luckOf(outcome.inspection.run, {
          ...job.span,
          barsPerYear: barsPerYear(request.strategy.bars),
        });
        return { kind: 'doubt', doubt: { luck, data: dataOf(name, universe, job.symbols) } };
      }
      case 'fingerprint':
        return { kind: 'fingerprint', data: dataOf(name, universe, job.symbols) };
      case 'run':
        return { kind: 'run', outcome: shown(engine.run(request, goOn)) };
    }
  };
}

function answer(inspection: Inspection, question: Question): Answers[keyof Answers] {
  switch (question.ask) {
    case 'why':
      return inspection.why(question.symbol, question.day);
    case 'whyBetween':
      return inspection.whyBetween(question.symbol, question.from, question.to);
    case 'day':
      return inspection.day(question.day);
    case 'story':
      return inspection.story(question.trade);
  }
}

const shown = (outcome: RunOutcome): ShownOutcome =>
  outcome.kind === 'done' ? shownRun(outcome.run) : outcome;

function shownRun({ decisions: _decisions, ledger: _ledger, ...run }: Run) {
  return { kind: 'done', run } as const;
}

/** The same bars and memberships, the same name. */
function fingerprintOf(market: Market, universe: Universe, symbols: readonly string[]): string {
  const columns = ['day', 'open', 'high', 'low', 'close', 'volume', 'factor'] as const;
  const parts = [...symbols].sort().map((symbol) => {
    const bars = market.get(symbol);
    const names = columns.map((key) => {
      const column = bars?.[key];
      // Copied, for the bytes of shared memory cannot be looked at in place.
      return column ? fingerprint(new Uint8Array(column.slice().buffer)) : '-';
    });
    return `${symbol} ${names.join(' ')}`;
  });
  const members = universe.map(({ symbol, from, to, group }) => `${symbol} ${from} ${to} ${group}`);
  return fingerprint(new TextEncoder().encode([...parts, ...members].join('\n')));
}

const hear = serve<EngineSetup, EngineJob, EngineResult>(prepare, (message: FromWorker<EngineResult>) =>
  postMessage(message),
);
addEventListener('message', (event: MessageEvent<ToWorker<EngineSetup, EngineJob>>) => {
  void hear(event.data);
});
