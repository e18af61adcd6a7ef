// The page's side of a kept run: its report, what takes as long again, and all that is asked of it.

import {
  Cancelled,
  type Comparison,
  type DayBook,
  type Doubt,
  type EngineWork,
  type PartAsked,
  type ReportOutcome,
  type RunAsked,
  type ShownOutcome,
  type TradeStory,
  type WhyDay,
  type WhySpan,
} from '@plateau/core';
import { onEngine } from './engine-pool.ts';
import { neededSymbols } from './needed-symbols.ts';
import { Newest } from './newest.ts';

/** What is run: a strategy, or a blend's part. */
export type Asked = RunAsked | PartAsked;

/** What can be asked of a run; an answer is undefined when it has problems or there is nothing to say. */
type Questions = Pick<EngineWork, 'why' | 'whyBetween' | 'day' | 'story'>;

function ask<N extends keyof Questions>(
  kind: N,
  asked: Questions[N]['in'],
  also: readonly string[] = [],
): Promise<Questions[N]['out']> {
  return onEngine(asked, also, (pool) => pool.ask(kind, asked).result);
}

/** Why an instrument was bought on a day, or was not. @throws as {@link reportInWorker} */
export function askWhy(run: Asked, symbol: string, day: number): Promise<WhyDay | undefined> {
  return ask('why', { ...run, symbol, day }, [symbol]);
}

/** The same for each day of a span, both ends in it. @throws as {@link reportInWorker} */
export function askWhyBetween(
  run: Asked,
  symbol: string,
  first: number,
  last: number,
): Promise<WhySpan | undefined> {
  return ask('whyBetween', { ...run, symbol, first, last }, [symbol]);
}

/** What was filled, held and decided on a day. @throws as {@link reportInWorker} */
export function askDay(run: Asked, day: number): Promise<DayBook | undefined> {
  return ask('day', { ...run, day });
}

/** How a trade went, bar by bar. @throws as {@link reportInWorker} */
export function askStory(
  run: Asked,
  trade: EngineWork['story']['in']['trade'],
): Promise<TradeStory | undefined> {
  return ask('story', { ...run, trade });
}

/** A run beside the one that the page follows. @throws as {@link reportInWorker} */
export function askRun(asked: RunAsked): Promise<ShownOutcome> {
  return onEngine(asked, [], (pool) => pool.ask('run', asked).result);
}

const reports = new Newest();

export interface ReportAsked {
  /** the Sharpe ratios of the variants tried */
  readonly tried?: readonly number[];
  /** a part of the run's days; all of them when left out */
  readonly span?: { readonly from: number; readonly to: number } | undefined;
  /** the report is of the ends of these periods alone */
  readonly atEnds?: 'week' | 'month' | undefined;
  /** other curves to hold it against */
  readonly comparisons?: readonly Comparison[];
}

/** A run with its report. @throws when the market cannot be read, or the worker died twice */
export async function reportInWorker(
  run: RunAsked,
  { tried = [], span, atEnds, comparisons = [] }: ReportAsked = {},
): Promise<ReportOutcome> {
  const also = comparisons.flatMap((one) => (one.kind === 'held' ? [one.symbol] : []));
  try {
    return await reports.run((begin) =>
      onEngine(run, also, (pool) =>
        begin(() => pool.ask('report', { ...run, tried, comparisons, span, atEnds })),
      ),
    );
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    throw error;
  }
}

/**
 * What luck may have done to a run, and the fingerprint of what it read; undefined when it was called off.
 * @throws as {@link reportInWorker}
 */
export async function doubtInWorker(
  run: RunAsked,
  span?: ReportAsked['span'],
  signal?: AbortSignal,
): Promise<Doubt | undefined> {
  const symbols = [...(await neededSymbols(run))].sort();
  try {
    return await onEngine(run, [], (pool) => {
      if (signal?.aborted) throw new Cancelled();
      const task = pool.ask('doubt', { ...run, symbols, span });
      signal?.addEventListener('abort', task.cancel, { once: true });
      return task.result;
    });
  } catch (error) {
    if (error instanceof Cancelled) return undefined;
    throw error;
  }
}

/** The fingerprint of the bars and memberships a run may read. @throws as {@link reportInWorker} */
export async function fingerprintInWorker(run: RunAsked): Promise<string> {
  const symbols = [...(await neededSymbols(run))].sort();
  return onEngine(run, [], (pool) => pool.ask('fingerprint', { ...run, symbols }).result);
}
