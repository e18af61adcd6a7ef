// Keeps the run on screen.

import { ENGINE_VERSION, type RunAsked, type ShownRun } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import type { StoredRun } from '@/model/rows.ts';
import { addRun, signRun } from '@/store/runs/saved-runs.ts';
import { fingerprintInWorker } from '@/workers/run-client.ts';

interface Keep extends RunAsked, Pick<StoredRun, 'universeName' | 'tried'> {
  readonly name: string;
  /** the sheet's id */
  readonly sheet: string;
  /** what came of it, as it stands on screen */
  readonly run: ShownRun;
}

/**
 * The run is in the store when this answers. The fingerprint of its bars follows; when the page is left before, it comes when
 * the run is opened.
 * @throws when it cannot be kept
 */
export async function keepRun({ run, request, universe, ...kept }: Keep): Promise<StoredRun> {
  const stored: StoredRun = {
    ...kept,
    id: crypto.randomUUID(),
    at: Date.now(),
    universe,
    request,
    data: '',
    engine: ENGINE_VERSION,
    summary: summaryJson(run),
  };
  await addRun(stored);
  const sign = async (): Promise<void> =>
    signRun(stored.id, await fingerprintInWorker({ universe, request }));
  void sign().catch(() => {
    // The run is kept; its fingerprint is filled in when it is opened.
  });
  return stored;
}
