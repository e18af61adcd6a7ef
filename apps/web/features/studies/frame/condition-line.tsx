'use client';

import { useEffect, useState } from 'react';
import type { RunningStudy } from '@/parts/studies/state.ts';
import type { StudyCondition } from '@/parts/studies/use-condition.ts';
import { count } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';

interface ConditionLineProps {
  readonly condition: StudyCondition;
  /** said of a study that has not run */
  readonly untried?: string;
  /** what it found, in a line; said while that holds */
  readonly words?: string | undefined;
}

/** One line on how far a study is, or what it found and whether that still holds. */
export function ConditionLine({ condition, untried = 'Not run yet.', words }: ConditionLineProps) {
  return (
    <div className="flex min-h-6 items-center gap-3" aria-live="polite" data-condition={condition.kind}>
      <Said condition={condition} untried={untried} words={words} />
    </div>
  );
}

const CHANGED = {
  bars: 'Its bars have changed, or later ones have come,',
  sheet: 'The sheet has changed',
} as const;

function Said({ condition, untried, words }: ConditionLineProps) {
  switch (condition.kind) {
    case 'running':
      return <Running running={condition.running} />;
    case 'faulty':
      return (
        <span role="alert" className="text-loss">
          {condition.why}
        </span>
      );
    case 'stopped':
      return (
        <span className="text-soft">Stopped: {count(condition.pieces, 'piece')} of it done and kept.</span>
      );
    case 'new':
      return <span className="text-soft">{untried}</span>;
    case 'found':
      return (
        <>
          {condition.changed.length > 0 && (
            <span className="text-accent">
              {condition.changed.map((what) => `${CHANGED[what]} since it ran.`).join(' ')}
            </span>
          )}
          {words && <span className="min-w-0 truncate">{words}</span>}
        </>
      );
  }
}

function Running({ running: { progress, left } }: { running: RunningStudy }) {
  const { done, expected, found } = progress;
  const longer = useLonger();
  if (expected === 0) return <span className="text-soft">The market is read.</span>;
  return (
    <>
      <Progress label="Study" value={done} max={expected} />
      <span>
        {count(done)} of {count(expected)} done{found > 0 && `, ${count(found)} from before`}
        {longer && left !== undefined && done < expected && `, about ${timeWords(left)} left`}
      </span>
    </>
  );
}

const SETTLED = 2_000;

/** What is left is told once there is something to go by. */
function useLonger(): boolean {
  const [longer, setLonger] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLonger(true), SETTLED);
    return () => clearTimeout(timer);
  }, []);
  return longer;
}

/** A length of time, rounded up. */
export function timeWords(milliseconds: number): string {
  const seconds = Math.max(1, Math.ceil(milliseconds / 1000));
  return seconds < 120 ? count(seconds, 'second') : count(Math.ceil(seconds / 60), 'minute');
}
