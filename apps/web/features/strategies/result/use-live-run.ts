// The sheet's result, in step with it.

import type { RunAsked, ShownRun } from '@plateau/core';
import { isOpened, readDraft, runKey } from '@/model/sheet/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { type Live, useLive } from '@/parts/live/use-live.ts';
import { runInWorker, stopRun } from '@/workers/engine-client.ts';

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
      ask: runInWorker,
      stop: stopRun,
      curveOf: ({ marks, figures }, { request }) => ({
        days: marks.day,
        equity: marks.equity,
        figures,
        capital: request.strategy.account.capital,
      }),
      endOf: ({ request }) => request.to,
    },
    attempt,
  );
}
