// The page's side of the checks: one worker, started when first asked.

import type { GapYear } from '@plateau/core';
import { type Remote, wrap } from 'comlink';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { QualityApi } from './quality.worker.ts';

let api: Remote<QualityApi> | undefined;

function checker(): Remote<QualityApi> {
  api ??= wrap<QualityApi>(new Worker(new URL('./quality.worker.ts', import.meta.url), { type: 'module' }));
  return api;
}

/** What is wrong with every instrument, by symbol. */
export async function inspectMarket(): Promise<ReadonlyMap<string, InstrumentQuality>> {
  return new Map((await checker().inspectAll()).map((quality) => [quality.symbol, quality]));
}

/** An instrument's missing sessions by year and week. */
export function gapsOf(symbol: string): Promise<GapYear[]> {
  return checker().gapsOf(symbol);
}

/** The market's sessions, rising. */
export function marketSessions(): Promise<Int32Array> {
  return checker().sessions();
}
