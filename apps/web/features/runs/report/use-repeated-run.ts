// A kept run, run again: first its report, then what takes as long again.

import type { Bootstrap, Comparison, ReportOutcome, ShownRun } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import { useEffect, useState } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { UNSIGNED, verdict } from '@/model/runs/verdict.ts';
import { signRun } from '@/store/runs/saved-runs.ts';
import type { DaySpan } from '@/ui/chart/use-zoom.ts';
import { doubtInWorker, reportInWorker } from '@/workers/run-client.ts';

type Done = Extract<ReportOutcome, { kind: 'done' }>;

export interface RepeatedRun {
  /** undefined until it is there */
  readonly shown: Done | undefined;
  /** of the span; undefined until it is there */
  readonly bootstrap: Bootstrap | undefined;
  /** what the repetition says of the run it repeats */
  readonly said: string | undefined;
  /** the run's first outcome, once all else is there: a part of it or another curve beside it is of the same run */
  readonly whole: ShownRun | undefined;
  readonly fault: string | undefined;
}

/** As it comes: what the repetition gave is held against what was kept when it is shown. */
interface State extends Omit<RepeatedRun, 'said'> {
  readonly again: { readonly data: string; readonly summary: string } | undefined;
}

const NOTHING: State = {
  shown: undefined,
  bootstrap: undefined,
  again: undefined,
  whole: undefined,
  fault: undefined,
};

/** @param beside undefined until it is known; nothing is run before */
export function useRepeatedRun(
  kept: StoredRun,
  span: DaySpan | undefined,
  comparisons: readonly Comparison[] | undefined,
): RepeatedRun {
  const [state, setState] = useState(NOTHING);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a run is named by its id
  useEffect(() => {
    if (!comparisons) return;
    let late = false;
    const control = new AbortController();
    const set = (part: Partial<State>): void => {
      if (!late) setState((before) => ({ ...before, ...part }));
    };
    const repeat = async (): Promise<void> => {
      const { universe, request, tried } = kept;
      const outcome = await reportInWorker({ universe, request }, { tried, span, comparisons });
      if (late || outcome.kind === 'stopped') return;
      if (outcome.kind === 'problems') {
        return set({ fault: outcome.problems.map(({ message }) => message).join(' ') });
      }
      set({ shown: outcome, fault: undefined });
      const told = await doubtInWorker({ universe, request }, span, control.signal);
      if (late || !told) return;
      const again = { data: told.data, summary: summaryJson(outcome.run) };
      setState((before) => ({
        ...before,
        bootstrap: told.bootstrap,
        again,
        whole: before.whole ?? outcome.run,
      }));
    };
    set({ bootstrap: undefined });
    repeat().catch((error: Error) => set({ fault: error.message }));
    return () => {
      late = true;
      control.abort();
    };
    // A name or a fingerprint that comes later is no other run.
  }, [kept.id, span, comparisons]);
  const { again, ...rest } = state;
  const said = again && verdict(kept, again);
  useEffect(() => {
    if (again && said === UNSIGNED) void signRun(kept.id, again.data);
  }, [again, said, kept.id]);
  return { ...rest, said };
}
