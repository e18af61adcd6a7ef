// summary.json of a run (strategy-file.md, The headless runner).

import type { Run } from '@plateau/core';

export interface SummaryInputs {
  readonly strategy: string;
  readonly data: string;
  readonly engine: string;
}

/** JSON has no word for what is undefined but null. */
export function withNulls(_key: string, value: unknown): unknown {
  return typeof value === 'number' && !Number.isFinite(value) ? null : value;
}

/**
 * Figures under the file's keys, null where undefined; numbers in shortest round-trip form.
 * @param inputs hashes of what was run; left out where there are no files to hash
 */
export function summaryJson(run: Pick<Run, 'figures' | 'ambiguousBars'>, inputs?: SummaryInputs): string {
  const summary = { figures: { ...run.figures, eitherWayBars: run.ambiguousBars }, inputs };
  return `${JSON.stringify(summary, withNulls, 2)}\n`;
}
