// The sheet's result, in step with it.

import { barsPerYear, type RunAsked, type ShownOutcome, type ShownRun } from '@plateau/core';
import { isSameRun } from '@/model/runs/same-run.ts';
import { isOpened, readDraft, runKey } from '@/model/sheet/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { type Live, useLive } from '@/parts/live/use-live.ts';
import { runInWorker, stopRun } from '@/workers/engine-client.ts';
import { keepShown, lastShown, marketEdition } from '@/workers/shown-run-client.ts';

export type LiveRun = Live<RunAsked, ShownRun>;

/** @param attempt raise it to run again what was stopped */
export function useLiveRun(sheet: Sheet, attempt: number): LiveRun {
  const { draft } = sheet;
  const opened = isOpened(sheet);
  const read = readDraft(draft, opened);
  return useLive<RunAsked, ShownRun>(
    sheet,
    {
      key: `${opened} ${runKey(draft)}`,
      reading: read.ok ? { ok: true, asked: { universe: read.universe, request: read.request } } : read,
      ask: runShown,
      stop: stopRun,
      curveOf: ({ marks, figures }, { request }) => ({
        days: marks.day,
        equity: marks.equity,
        figures,
        capital: request.strategy.account.capital,
        barsPerYear: barsPerYear(request.strategy.bars),
      }),
      endOf: ({ request }) => request.to,
    },
    attempt,
  );
}

/** Runs; the page's first run is shown as it was the last time, while bars are read and it is run again. */
async function runShown(asked: RunAsked, first: (run: ShownRun) => void): Promise<ShownOutcome> {
  let isRunning = true;
  let last: ShownRun | undefined;
  lastShown(asked).then((run) => {
    if (!run || !isRunning) return;
    last = run;
    first(run);
  });
  const began = marketEdition();
  try {
    const outcome = await runInWorker(asked);
    if (outcome.kind !== 'done') return outcome;
    void keepShown(asked, outcome.run, began);
    return last && isSameRun(last, outcome.run) ? { kind: 'done', run: last } : outcome;
  } finally {
    isRunning = false;
  }
}
