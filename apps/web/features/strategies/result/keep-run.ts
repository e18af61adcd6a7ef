// Keeps the run on screen.

import { ENGINE_VERSION, type RunAsked, type ShownRun } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import type { StoredRun } from '@/model/rows.ts';
import { addRun, noteOrigin, signRun } from '@/store/runs/saved-runs.ts';
import { fingerprintInWorker } from '@/workers/run-client.ts';

interface Keep extends RunAsked {
  readonly name: string;
  /** the sheet's id */
  readonly sheet: string;
  /** what came of it, as it stands on screen */
  readonly run: ShownRun;
}

/**
 * The run is in the store when this answers. What it was held against, its variants and the fingerprint of its bars, follows; a
 * page that is left before gets them when the run is opened.
 * @throws when it cannot be kept
 */
export async function keepRun({ name, sheet, universe, request, run }: Keep): Promise<StoredRun> {
  const kept: StoredRun = {
    id: crypto.randomUUID(),
    name,
    at: Date.now(),
    sheet,
    universe,
    universeName: universe,
    request,
    data: '',
    engine: ENGINE_VERSION,
    summary: summaryJson(run),
    tried: [],
  };
  await addRun(kept);
  const follow = async (): Promise<void> => {
    await noteOrigin(kept);
    await signRun(kept.id, await fingerprintInWorker({ universe, request }));
  };
  void follow().catch(() => {
    // The run is kept; what is missing of it is filled in when it is opened.
  });
  return kept;
}
