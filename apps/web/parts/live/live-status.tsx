'use client';

import { Button } from '@/ui/button';
import { Progress } from '@/ui/progress.tsx';
import { useSlowProgress } from '@/ui/use-slow-progress.ts';
import type { Live } from './use-live.ts';

interface LiveStatusProps {
  readonly live: Pick<Live<unknown, unknown>, 'status' | 'run' | 'problems' | 'crash'>;
  /** something more of the result is still on its way */
  readonly isWaiting?: boolean;
  /** the name of its progress, and how far it is */
  readonly label: string;
  readonly progress: () => number;
  readonly stop: () => void;
  readonly again: () => void;
  readonly words: {
    readonly running: (progress: number) => string;
    /** of a result in step with what is edited */
    readonly done: string;
    readonly stopped: string;
    readonly faulty: (faults: number) => string;
  };
}

/** One line on what a result is: running, stopped, faulty, or in step with what is edited. */
export function LiveStatus({
  live,
  isWaiting = false,
  label,
  progress,
  stop,
  again,
  words,
}: LiveStatusProps) {
  const { status, run, problems, crash } = live;
  const isRunning = status === 'running' || isWaiting;
  const shown = useSlowProgress(isRunning, progress);
  const faults = new Set(problems.map(({ path }) => path)).size;
  return (
    <div className="flex h-8 min-w-0 flex-1 items-center gap-3" aria-live="polite">
      {isRunning && shown !== undefined && (
        <>
          <Progress label={label} value={shown} />
          <span>{words.running(shown)}</span>
          <Button onClick={stop}>Stop</Button>
        </>
      )}
      {status === 'done' && run !== undefined && !(isWaiting && shown !== undefined) && (
        <span className="truncate text-soft">{words.done}</span>
      )}
      {status === 'stopped' && (
        <>
          <span>Stopped. {run === undefined ? '' : words.stopped}</span>
          <Button onClick={again}>Run again</Button>
        </>
      )}
      {status === 'faulty' && (
        <span className="text-loss">
          {words.faulty(faults)}
          {run === undefined ? '' : ' The result below is the last good one.'}
        </span>
      )}
      {status === 'crashed' && (
        <>
          <span className="text-loss">{crash}</span>
          <Button onClick={again}>Run again</Button>
        </>
      )}
    </div>
  );
}
