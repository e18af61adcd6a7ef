// The page's side of blends: one mix at a time, the newest wins; and all that is asked of a kept one.

import {
  type Beside,
  type BlendAsked,
  type BlendOutcome,
  type BlendReportOutcome,
  Cancelled,
  type Doubt,
  type Problem,
  type ShownBlend,
} from '@plateau/core';
import type { RunFormat } from '@plateau/files';
import { withOwnPool } from './apart-client.ts';
import { engineStopped } from './engine-client.ts';
import { onEngine } from './engine-pool.ts';
import { neededSymbols } from './needed-symbols.ts';
import { Newest } from './newest.ts';
import type { ReportAsked } from './run-client.ts';

const mixes = new Newest();

export type Mixed =
  | { readonly kind: 'stopped' }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  | { readonly kind: 'done'; readonly run: ShownBlend };

/** The trades that came last: they are long to send, and a turn of a share changes none of them. */
let last: { readonly key: string; readonly trades: Pick<ShownBlend, 'trades' | 'openTrades'> } | undefined;

/**
 * Mixes, stopping any mix still under way; that one's promise answers `stopped`.
 * @throws when the market cannot be read, or the worker died twice over it
 */
export async function mixInWorker(asked: BlendAsked): Promise<Mixed> {
  try {
    const has = last?.key;
    const outcome = await mixes.run<BlendOutcome>((begin) =>
      onEngine(asked, [], (pool) => begin(() => pool.ask('blend', { ...asked, has }))),
    );
    if (outcome.kind !== 'done') return outcome;
    const { tradesKey: key } = outcome;
    const trades = outcome.trades ?? (last?.key === key ? last.trades : undefined);
    // They went with a mix that came first: ask for them too.
    if (!trades) {
      last = undefined;
      return mixInWorker(asked);
    }
    last = { key, trades };
    return { kind: 'done', run: { ...outcome.run, ...trades } };
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    throw engineStopped(error);
  }
}

/** What the blend mixed last is held against; undefined when another came first. @throws as {@link mixInWorker} */
export async function besideInWorker(asked: BlendAsked): Promise<Beside | undefined> {
  try {
    return await mixes.follow((begin) =>
      onEngine(asked, [], (pool) => begin(() => pool.ask('beside', asked))),
    );
  } catch (error) {
    if (error instanceof Cancelled) return undefined;
    throw engineStopped(error);
  }
}

/** Asks the mix under way to stop. */
export const stopMix = (): void => mixes.stop();

export const mixProgress = (): number => mixes.progress();

const reports = new Newest();

/** A blend with its report. @throws when the market cannot be read, or the worker died twice */
export async function blendReportInWorker(
  asked: BlendAsked,
  { tried = [], span, atEnds, comparisons = [] }: ReportAsked = {},
): Promise<BlendReportOutcome> {
  const also = comparisons.flatMap((one) => (one.kind === 'held' ? [one.symbol] : []));
  try {
    return await reports.run((begin) =>
      onEngine(asked, also, (pool) =>
        begin(() => pool.ask('blendReport', { ...asked, tried, comparisons, span, atEnds })),
      ),
    );
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'stopped' };
    throw error;
  }
}

/** What luck may have done to a blend, and the fingerprint of what it read; undefined when it was called off. */
export async function blendDoubtInWorker(
  asked: BlendAsked,
  span?: ReportAsked['span'],
  signal?: AbortSignal,
): Promise<Doubt | undefined> {
  const symbols = [...(await neededSymbols(asked))].sort();
  try {
    return await onEngine(asked, [], (pool) => {
      if (signal?.aborted) throw new Cancelled();
      const task = pool.ask('blendDoubt', { ...asked, symbols, span });
      signal?.addEventListener('abort', task.cancel, { once: true });
      return task.result;
    });
  } catch (error) {
    if (error instanceof Cancelled) return undefined;
    throw error;
  }
}

/** The fingerprint of the bars and memberships a blend may read. @throws as {@link blendReportInWorker} */
export async function blendFingerprintInWorker(asked: BlendAsked): Promise<string> {
  const symbols = [...(await neededSymbols(asked))].sort();
  return onEngine(asked, [], (pool) => pool.ask('blendFingerprint', { ...asked, symbols }).result);
}

/** All of a blend's tables as one file. @throws with a sentence when it cannot be made */
export function blendTablesInWorker(asked: BlendAsked, format: RunFormat): Promise<Uint8Array> {
  return withOwnPool(asked, (pool) => pool.ask('blendTables', { ...asked, format }).result);
}
