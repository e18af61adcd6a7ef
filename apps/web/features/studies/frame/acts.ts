// What can be done with a study. The engine comes with the first that is run.

import type { Study } from '@plateau/core';
import { toast } from 'sonner';
import type { StoredStudy } from '@/model/studies/stored-study.ts';
import { tellFault, useRunningStudies } from '@/parts/studies/state.ts';
import { changeStudy } from '@/store/studies/studies.ts';

/** Says why something could not be done. */
export async function told(doing: Promise<unknown>): Promise<void> {
  try {
    await doing;
  } catch (error) {
    toast.error(`That could not be done: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Runs it from where it was stopped. */
export async function runIt(row: StoredStudy): Promise<void> {
  const { startStudy } = await import('@/parts/studies/running.ts');
  await startStudy(row);
}

export async function stopIt(id: string): Promise<void> {
  const { stopStudy } = await import('@/parts/studies/running.ts');
  stopStudy(id);
}

/** Gives a study another document; a run of the one before is called off. @param what was changed, as a sentence */
export async function changeIt(row: StoredStudy, study: Study, what: string): Promise<void> {
  if (useRunningStudies.getState().running.has(row.id)) await stopIt(row.id);
  tellFault(row.id, undefined);
  await changeStudy(row, study, what);
}
