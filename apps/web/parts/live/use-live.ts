// Keeps a result in step with what is edited: every edit runs again, the newest wins, the curve before it stays as a ghost.

import type { Figures, Problem } from '@plateau/core';
import { useEffect, useMemo, useState } from 'react';
import { type Sheet, stateOf } from '@/model/sheet/sheet.ts';

/** What a run left behind once an edit has taken its place. */
export interface Curve {
  readonly days: Int32Array;
  readonly equity: Float64Array;
  readonly figures: Figures;
  /** what the account began with */
  readonly capital: number;
  /** 252, 52 or 12 */
  readonly barsPerYear: number;
}

/** What is to run, as the draft says it. */
type Reading<Asked> =
  | { readonly ok: true; readonly asked: Asked }
  | { readonly ok: false; readonly problems: readonly Problem[] };

export type Outcome<Run> =
  | { readonly kind: 'done'; readonly run: Run }
  | { readonly kind: 'stopped' }
  | { readonly kind: 'problems'; readonly problems: readonly Problem[] };

export interface Live<Asked, Run> {
  readonly status: 'running' | 'done' | 'faulty' | 'stopped' | 'crashed';
  /** the last good run, perhaps of an earlier state */
  readonly run: Run | undefined;
  /** what that run ran */
  readonly asked: Asked | undefined;
  readonly ghost: Curve | undefined;
  readonly problems: readonly Problem[];
  readonly crash: string | undefined;
}

interface Work<Asked, Run> {
  /** names what is read: the same as long as its result is */
  readonly key: string;
  readonly reading: Reading<Asked>;
  /** @param first tells a run whose outcome adds more to it */
  readonly ask: (asked: Asked, first: (run: Run) => void) => Promise<Outcome<Run>>;
  readonly stop: () => void;
  /** the ghost that the run will be, and the day it was held back from: one that ran on would show what is veiled now */
  readonly curveOf: (run: Run, asked: Asked) => Curve;
  readonly endOf: (asked: Asked) => number | undefined;
}

/** How the latest question of its key came out, as far as that is known. */
interface Answer {
  readonly to: string;
  readonly kind: 'done' | 'faulty' | 'stopped' | 'crashed';
  readonly problems?: readonly Problem[];
  readonly crash?: string;
}

/** The run on screen, with what the ghost of the next needs. */
interface Shown<Asked, Run> {
  readonly of: string;
  readonly state: string;
  readonly to: number | undefined;
  readonly asked: Asked;
  readonly run: Run;
  readonly curve: Curve;
  readonly ghost: Curve | undefined;
}

/**
 * The status is derived while it is drawn, never set by an effect: a key press is one commit, however fast keys follow.
 * @param sheet the sheet or blend that is edited
 * @param attempt raise it to run again what was stopped
 */
export function useLive<Asked, Run>(
  sheet: Sheet,
  { key, reading, ask, stop, curveOf, endOf }: Work<Asked, Run>,
  attempt: number,
): Live<Asked, Run> {
  const question = `${sheet.id} ${attempt} ${key}`;
  const [answer, setAnswer] = useState<Answer>();
  const [shown, setShown] = useState<Shown<Asked, Run>>();
  const readable = reading.ok;

  // biome-ignore lint/correctness/useExhaustiveDependencies: a run depends on its question alone, which names what is read
  useEffect(() => {
    if (!reading.ok) return stop();
    const { asked } = reading;
    let late = false;
    const say = (said: Omit<Answer, 'to'>): void => {
      if (!late) setAnswer({ to: question, ...said });
    };
    const show = (run: Run): void => {
      if (late) return;
      const next = { of: sheet.id, state: stateOf(sheet), to: endOf(asked), asked, run };
      const curve = curveOf(run, asked);
      // One that is shown already is not drawn again.
      setShown((last) =>
        last?.run === run && last.of === next.of ? last : { ...next, curve, ghost: ghostOf(next, last) },
      );
      say({ kind: 'done' });
    };
    ask(asked, show).then(
      (outcome) => {
        if (outcome.kind === 'done') show(outcome.run);
        else if (outcome.kind === 'stopped') say({ kind: 'stopped' });
        else say({ kind: 'faulty', problems: outcome.problems });
      },
      (error: Error) => say({ kind: 'crashed', crash: error.message }),
    );
    return () => {
      late = true;
    };
  }, [question, readable]);

  const mine = shown?.of === sheet.id ? shown : undefined;
  const now: Omit<Answer, 'to' | 'kind'> & { readonly kind: Live<Asked, Run>['status'] } = !reading.ok
    ? { kind: 'faulty', problems: reading.problems }
    : answer?.to === question
      ? answer
      : { kind: 'running' };
  const problems = useSame(now.problems ?? NO_PROBLEMS);
  const { kind: status, crash } = now;
  return useMemo(
    () => ({ status, run: mine?.run, asked: mine?.asked, ghost: mine?.ghost, problems, crash }),
    [status, mine, problems, crash],
  );
}

const NO_PROBLEMS: readonly Problem[] = [];

/** Key presses and the turns of one drag share a state: the ghost is the curve before the edit, not before the last key. */
function ghostOf<Asked, Run>(
  next: Pick<Shown<Asked, Run>, 'of' | 'to' | 'state'>,
  last: Shown<Asked, Run> | undefined,
): Curve | undefined {
  if (last?.of !== next.of || last.to !== next.to) return undefined;
  return last.state === next.state ? last.ghost : last.curve;
}

/** The same list as long as it says the same: what depends on it is not worked out anew. */
function useSame(problems: readonly Problem[]): readonly Problem[] {
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is told tells one list from another
  return useMemo(() => problems, [JSON.stringify(problems)]);
}
