// Keeps the blend's run on screen.

import { type Beside, type BlendAsked, ENGINE_VERSION, type ShownBlend } from '@plateau/core';
import { blendSummaryJson, writableBlend } from '@plateau/files';
import type { StoredBlendRun } from '@/model/rows.ts';
import { addRun, signRun } from '@/store/runs/saved-runs.ts';
import { blendFingerprintInWorker } from '@/workers/blend-client.ts';

interface Keep extends Pick<StoredBlendRun, 'name' | 'sheet' | 'universeName' | 'tried'> {
  readonly asked: BlendAsked;
  /** what came of it, as it stands on screen */
  readonly run: ShownBlend & { readonly beside: Beside };
}

/**
 * The run is in the store when this answers. The fingerprint of its bars follows; when the page is left before, it comes when
 * the run is opened.
 * @throws when it cannot be kept
 */
export async function keepBlendRun({ run, asked, ...kept }: Keep): Promise<StoredBlendRun> {
  const { blend, ...setting } = asked;
  const stored: StoredBlendRun = {
    ...kept,
    ...setting,
    id: crypto.randomUUID(),
    at: Date.now(),
    blend: writableBlend(blend),
    data: '',
    engine: ENGINE_VERSION,
    summary: blendSummaryJson(run),
  };
  await addRun(stored);
  const sign = async (): Promise<void> => signRun(stored.id, await blendFingerprintInWorker(asked));
  void sign().catch(() => {
    // The run is kept; its fingerprint is filled in when it is opened.
  });
  return stored;
}
