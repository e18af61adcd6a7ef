// Runs studies: they go on while the trader is in another place. Loaded with the first that is run, for it brings the engine.

import { type PoolDesk, timeLeft } from '@plateau/core';
import { type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { keepFound } from '@/store/studies/studies.ts';
import { studyInWorkers } from '@/workers/study-client.ts';
import { tellFault, tellRunning, useRunningStudies } from './state.ts';

const desks = new Map<string, PoolDesk>();
/** Stopped before there was a desk to stop. */
const called = new Set<string>();

/** Milliseconds between two looks at the progress. */
const BEAT = 200;

/** Runs a study from where it was stopped; one tab at a time does. */
export async function startStudy(row: StoredStudy): Promise<void> {
  const { id } = row;
  if (useRunningStudies.getState().running.has(id)) return;
  tellFault(id, undefined);
  const began = performance.now();
  const look = (): void => {
    const progress = desks.get(id)?.progress() ?? { expected: 0, done: 0, found: 0 };
    tellRunning(id, { progress, left: timeLeft(performance.now() - began, progress) });
  };
  look();
  const timer = setInterval(look, BEAT);
  try {
    await navigator.locks.request(`plateau study ${id}`, { ifAvailable: true }, async (lock) => {
      if (!lock) throw new Error('It is under way in another tab.');
      const { outcome, data, keepFault } = await studyInWorkers(
        id,
        studyOf(row),
        (desk) => {
          desks.set(id, desk);
          if (called.has(id)) desk.stop();
        },
        () => undefined,
      );
      if (outcome.kind === 'done') await keepFound(id, outcome.result, data);
      else if (outcome.kind === 'problems') {
        const [first] = outcome.problems;
        throw new Error(first ? `${first.path}: ${first.message}` : 'It cannot be run.');
      } else if (keepFault !== undefined) throw new Error(`What was done could not be kept: ${keepFault}`);
    });
  } catch (error) {
    tellFault(id, error instanceof Error ? error.message : String(error));
  } finally {
    clearInterval(timer);
    desks.delete(id);
    called.delete(id);
    tellRunning(id, undefined);
  }
}

/** Stops a study; what is done of it is kept. */
export function stopStudy(id: string): void {
  called.add(id);
  desks.get(id)?.stop();
}
