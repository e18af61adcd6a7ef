// The studies under way in this tab, and why the last try of one came to nothing.

import type { StudyNews, StudyProgress } from '@plateau/core';
import { create } from 'zustand';

export interface RunningStudy {
  readonly progress: StudyProgress;
  /** milliseconds that are left; undefined before anything was done */
  readonly left: number | undefined;
  /** what is known before all is done */
  readonly news: StudyNews | undefined;
}

/** Why a try came to nothing, and when. */
interface StudyFault {
  readonly why: string;
  /** milliseconds since 1970 */
  readonly at: number;
}

interface Studies {
  /** the one that came to its end last, while nobody looked at it */
  readonly ended: { readonly id: string; readonly name: string } | undefined;
  readonly running: ReadonlyMap<string, RunningStudy>;
  readonly faults: ReadonlyMap<string, StudyFault>;
}

export const useRunningStudies = create<Studies>(() => ({
  ended: undefined,
  running: new Map(),
  faults: new Map(),
}));

/** @param value undefined takes it away */
export function tellRunning(id: string, value: RunningStudy | undefined): void {
  useRunningStudies.setState(({ running }) => ({ running: withEntry(running, id, value) }));
}

/** @param why undefined takes it away */
export function tellFault(id: string, why: string | undefined): void {
  const fault = why === undefined ? undefined : { why, at: Date.now() };
  useRunningStudies.setState(({ faults }) => ({ faults: withEntry(faults, id, fault) }));
}

function withEntry<T>(map: ReadonlyMap<string, T>, id: string, value: T | undefined): ReadonlyMap<string, T> {
  const next = new Map(map);
  if (value === undefined) next.delete(id);
  else next.set(id, value);
  return next;
}
