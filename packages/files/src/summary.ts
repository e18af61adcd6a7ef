// summary.json of a run (strategy-file.md, The headless runner).

import type { Figures, Run } from '@plateau/core';

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
 * The figures that a summary has had from its first version. Kept runs are held against their summary to the last bit, so
 * figures that came later, each worked out from these, stay out of it.
 */
export function writtenFigures({
  netProfit: _netProfit,
  averageWinMoney: _averageWin,
  averageLossMoney: _averageLoss,
  benchmark,
  ...figures
}: Figures) {
  const { netProfit: _held, alphaYear: _year, alphaT: _t, alphaP: _p, ...against } = benchmark;
  return { ...figures, benchmark: against };
}

/**
 * Figures under the file's keys, null where undefined; numbers in shortest round-trip form.
 * @param inputs hashes of what was run; left out where there are no files to hash
 */
export function summaryJson(run: Pick<Run, 'figures' | 'ambiguousBars'>, inputs?: SummaryInputs): string {
  const summary = { figures: { ...writtenFigures(run.figures), eitherWayBars: run.ambiguousBars }, inputs };
  return `${JSON.stringify(summary, withNulls, 2)}\n`;
}
