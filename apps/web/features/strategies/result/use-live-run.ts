// Keeps a result in step with the sheet: every edit runs again, the newest wins, the curve before the edit stays as a ghost.

import type { Figures, Problem, RunRequest, ShownRun } from '@plateau/core';
import { useEffect, useRef, useState } from 'react';
import { isOpened, readDraft, runKey } from '@/model/sheet/read.ts';
import { type Sheet, stateOf } from '@/model/sheet/sheet.ts';
import { runInWorker, stopRun } from '@/workers/engine-client.ts';

/** What a run left behind once an edit has taken its place. */
export interface Curve {
  readonly days: Int32Array;
  readonly equity: Float64Array;
  readonly figures: Figures;
  /** what the account began with */
  readonly capital: number;
}

export interface LiveRun {
  readonly status: 'running' | 'done' | 'faulty' | 'stopped' | 'crashed';
  /** the last good run, perhaps of an earlier state of the sheet */
  readonly run: ShownRun | undefined;
  /** what that run ran */
  readonly request: RunRequest | undefined;
  readonly universe: string;
  /** the benchmark that run was held against */
  readonly benchmark: string;
  readonly ghost: Curve | undefined;
  readonly problems: readonly Problem[];
  readonly crash: string | undefined;
}

const NOTHING: LiveRun = {
  status: 'running',
  run: undefined,
  request: undefined,
  universe: '',
  benchmark: '',
  ghost: undefined,
  problems: [],
  crash: undefined,
};

/** The run on screen, for the ghost of the next. */
interface Shown {
  readonly sheet: string;
  readonly state: string;
  /** a ghost that ran on to another day would show what is veiled now */
  readonly to: number | undefined;
  readonly curve: Curve;
}

/** @param attempt raise it to run again what was stopped */
export function useLiveRun(sheet: Sheet, attempt: number): LiveRun {
  const [live, setLive] = useState<LiveRun>(NOTHING);
  const shown = useRef<Shown | undefined>(undefined);
  const key = runKey(sheet.draft);
  const opened = isOpened(sheet);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a run depends on the draft's run key and the attempt alone
  useEffect(() => {
    let late = false;
    const read = readDraft(sheet.draft, opened);
    const sameSheet = shown.current?.sheet === sheet.id;
    if (!read.ok) {
      stopRun();
      setLive((before) => ({
        ...(sameSheet ? before : NOTHING),
        status: 'faulty',
        problems: read.problems,
        crash: undefined,
      }));
      return;
    }
    setLive((before) => ({
      ...(sameSheet ? before : NOTHING),
      status: 'running',
      problems: [],
      crash: undefined,
    }));
    runInWorker({ universe: read.universe, request: read.request }).then(
      (outcome) => {
        if (late) return;
        if (outcome.kind === 'stopped') return setLive((before) => ({ ...before, status: 'stopped' }));
        if (outcome.kind === 'problems') {
          return setLive((before) => ({ ...before, status: 'faulty', problems: outcome.problems }));
        }
        const { run } = outcome;
        const { to } = read.request;
        const state = stateOf(sheet);
        const before = shown.current;
        const { capital } = read.request.strategy.account;
        const curve = { days: run.marks.day, equity: run.marks.equity, figures: run.figures, capital };
        shown.current = { sheet: sheet.id, state, to, curve };
        setLive((last) => ({
          status: 'done',
          run,
          request: read.request,
          universe: read.universe,
          benchmark: read.request.benchmark,
          // Key presses of one edit share a state: the ghost is the curve before the edit, not before the last key.
          ghost:
            before?.sheet !== sheet.id || before.to !== to
              ? undefined
              : before.state === state
                ? last.ghost
                : before.curve,
          problems: [],
          crash: undefined,
        }));
      },
      (error: Error) => {
        if (!late) setLive((before) => ({ ...before, status: 'crashed', crash: error.message }));
      },
    );
    return () => {
      late = true;
    };
  }, [sheet.id, key, opened, attempt]);

  return live;
}
