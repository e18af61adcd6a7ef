// What can be done with a study. The engine comes with the first that is run.

import type { Study } from '@plateau/core';
import { tellFault, useRunningStudies } from '@/parts/studies/state.ts';
import { changeStudy } from '@/store/studies/studies.ts';
import { touched } from '@/store/studies/untouched.ts';

/** Runs it from where it was stopped. */
export async function runIt(id: string): Promise<void> {
  touched(id);
  const { startStudy } = await import('@/parts/studies/running.ts');
  await startStudy(id);
}

export async function stopIt(id: string): Promise<void> {
  const { stopStudy } = await import('@/parts/studies/running.ts');
  stopStudy(id);
}

/** Changes what a study asks; a run of what it asked before is called off. @param what was changed, as a sentence */
export async function changeIt(id: string, change: (now: Study) => Study, what: string): Promise<void> {
  tellFault(id, undefined);
  const changing = changeStudy(id, change, what);
  if (useRunningStudies.getState().running.has(id)) await stopIt(id);
  await changing;
}
