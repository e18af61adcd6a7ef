// The studies under way in this tab, and why the last try of one came to nothing.

import type { StudyProgress } from '@plateau/core';
import { create } from 'zustand';

export interface RunningStudy {
  readonly progress: StudyProgress;
  /** milliseconds that are left; undefined before anything was done */
  readonly left: number | undefined;
}

interface Studies {
  readonly running: ReadonlyMap<string, RunningStudy>;
  readonly faults: ReadonlyMap<string, string>;
}

export const useRunningStudies = create<Studies>(() => ({ running: new Map(), faults: new Map() }));

/** @param value undefined takes it away */
export function tellRunning(id: string, value: RunningStudy | undefined): void {
  useRunningStudies.setState(({ running }) => ({ running: withEntry(running, id, value) }));
}

/** @param value undefined takes it away */
export function tellFault(id: string, value: string | undefined): void {
  useRunningStudies.setState(({ faults }) => ({ faults: withEntry(faults, id, value) }));
}

function withEntry<T>(map: ReadonlyMap<string, T>, id: string, value: T | undefined): ReadonlyMap<string, T> {
  const next = new Map(map);
  if (value === undefined) next.delete(id);
  else next.set(id, value);
  return next;
}
