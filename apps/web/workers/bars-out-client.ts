// The page's side of bars out: a worker for each packing.

import type { Universe } from '@plateau/core';
import type { BarsForm } from '@plateau/files';
import { wrap } from 'comlink';
import type { BarsOutApi } from './bars-out.worker.ts';

/** The bars of a universe as a zip. @param also further instruments, such as the benchmark. @throws when they cannot be read */
export async function packBarsOf(members: Universe, also: readonly string[], form: BarsForm): Promise<Blob> {
  const worker = new Worker(new URL('./bars-out.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await wrap<BarsOutApi>(worker).pack(members, also, form);
  } finally {
    worker.terminate();
  }
}
