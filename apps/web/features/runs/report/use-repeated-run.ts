// A kept run, run again: first its report, then what takes as long again.

import type { Bootstrap, Comparison, Doubt, Problem, Report, ShownRun } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import { useEffect, useState } from 'react';
import type { KeptRun, StoredRun } from '@/model/rows.ts';
import { UNSIGNED, verdict } from '@/model/runs/verdict.ts';
import { signRun } from '@/store/runs/saved-runs.ts';
import type { DaySpan } from '@/ui/chart/use-zoom.ts';
import { doubtInWorker, type ReportAsked, reportInWorker } from '@/workers/run-client.ts';

interface Done<Run> {
  readonly kind: 'done';
  readonly run: Run;
  readonly report: Report;
}

/** How a kept run is run again, by what it is a run of. */
interface Again<Run> {
  readonly report: (
    asked: ReportAsked,
  ) => Promise<
    | Done<Run>
    | { readonly kind: 'stopped' }
    | { readonly kind: 'problems'; readonly problems: readonly Problem[] }
  >;
  readonly doubt: (span: DaySpan | undefined, signal: AbortSignal) => Promise<Doubt | undefined>;
  readonly summary: (run: Run) => string;
}

export interface Repeated<Run> {
  /** undefined until it is there */
  readonly shown: Done<Run> | undefined;
  /** of the span; undefined until it is there */
  readonly bootstrap: Bootstrap | undefined;
  /** what the repetition says of the run it repeats */
  readonly said: string | undefined;
  /** the run's first outcome, once all else is there: a part of it or another curve beside it is of the same run */
  readonly whole: Run | undefined;
  readonly fault: string | undefined;
}

/** As it comes: what the repetition gave is held against what was kept when it is shown. */
interface State<Run> extends Omit<Repeated<Run>, 'said'> {
  readonly again: { readonly data: string; readonly summary: string } | undefined;
}

const NOTHING = {
  shown: undefined,
  bootstrap: undefined,
  again: undefined,
  whole: undefined,
  fault: undefined,
};

/** @param comparisons undefined until they are known; nothing is run before */
export function useRepeated<Run>(
  kept: KeptRun,
  span: DaySpan | undefined,
  comparisons: readonly Comparison[] | undefined,
  how: Again<Run>,
): Repeated<Run> {
  const [state, setState] = useState<State<Run>>(NOTHING);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a run is named by its id
  useEffect(() => {
    if (!comparisons) return;
    let late = false;
    const control = new AbortController();
    const set = (part: Partial<State<Run>>): void => {
      if (!late) setState((before) => ({ ...before, ...part }));
    };
    const repeat = async (): Promise<void> => {
      const outcome = await how.report({ tried: kept.tried, span, comparisons });
      if (late || outcome.kind === 'stopped') return;
      if (outcome.kind === 'problems') {
        return set({ fault: outcome.problems.map(({ message }) => message).join(' ') });
      }
      set({ shown: outcome, fault: undefined });
      const told = await how.doubt(span, control.signal);
      if (late || !told) return;
      const again = { data: told.data, summary: how.summary(outcome.run) };
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

export type RepeatedRun = Repeated<ShownRun>;

export function useRepeatedRun(
  kept: StoredRun,
  span: DaySpan | undefined,
  comparisons: readonly Comparison[] | undefined,
): RepeatedRun {
  const { universe, request } = kept;
  const asked = { universe, request };
  return useRepeated(kept, span, comparisons, {
    report: (how) => reportInWorker(asked, how),
    doubt: (part, signal) => doubtInWorker(asked, part, signal),
    summary: summaryJson,
  });
}
