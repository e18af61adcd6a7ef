// The page's side of correlations: a worker for each question, ended when another is asked.

import type { CorrelationMatrix } from '@plateau/core';
import { wrap } from 'comlink';
import type { CorrelationsApi } from './correlations.worker.ts';

/** @throws when the bars cannot be read */
export async function correlationsInWorker(
  symbols: readonly string[],
  by: 'day' | 'week',
  signal: AbortSignal,
): Promise<CorrelationMatrix> {
  const worker = new Worker(new URL('./correlations.worker.ts', import.meta.url), { type: 'module' });
  const end = (): void => worker.terminate();
  signal.addEventListener('abort', end, { once: true });
  try {
    return await wrap<CorrelationsApi>(worker).correlations(symbols, by);
  } finally {
    end();
  }
}
