'use client';

import { Download, Play, Square, Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import type { StoredUniverse } from '@/model/rows.ts';
import { KIND_NAMES, nameOfStudy, type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { universesOf } from '@/model/studies/universes.ts';
import { foundWords } from '@/model/studies/words.ts';
import { type RunningStudy, useRunningStudies } from '@/parts/studies/state.ts';
import { changeStudy, removeStudy, usePieces } from '@/store/studies/studies.ts';
import { Button, IconButton } from '@/ui/button';
import { count, moment } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';
import { Select } from '@/ui/select.tsx';
import { takeOutResult, takeOutStudy } from './take-out.ts';

interface StudyRowProps {
  readonly row: StoredStudy;
  readonly universes: readonly StoredUniverse[];
}

/** A study: what it asks, how far it is, what it found, and what can be done with it. */
export function StudyRow({ row, universes }: StudyRowProps) {
  const name = nameOfStudy(row);
  const study = studyOf(row);
  const running = useRunningStudies(({ running: all }) => all.get(row.id));
  const missing = universesOf(study).find((one) => !universes.some(({ id }) => id === one));
  return (
    <li aria-label={name} className="grid gap-1 border-b border-hairline py-2 last:border-b-0 last:pb-0">
      <div className="flex items-center gap-3">
        <span className="min-w-0 truncate font-serif text-base">{name}</span>
        <span className="flex-1 text-soft">
          {KIND_NAMES[study.kind]}, {moment(row.created)}
        </span>
        <Act row={row} name={name} disabled={missing !== undefined} />
        <Button onClick={() => void told(takeOutStudy(row))}>
          <Download size={14} aria-hidden /> Study file
        </Button>
        {row.found && (
          <Button onClick={() => void told(takeOutResult(row))}>
            <Download size={14} aria-hidden /> Result
          </Button>
        )}
        <IconButton
          label={`Delete ${name}`}
          icon={Trash2}
          disabled={running !== undefined}
          onClick={() => void told(removeStudy(row, name))}
        />
      </div>
      {missing !== undefined && (
        <div className="flex items-center gap-2 text-loss">
          There is no universe “{missing}” here. Choose the one it goes through:
          <Select
            label={`Universe of ${name}`}
            value=""
            placeholder="choose"
            choices={universes.map(({ id, name: words }) => [id, words] as const)}
            onChange={(universe) =>
              void told(changeStudy(row, { ...study, universe }, `“${name}” has another universe.`))
            }
          />
        </div>
      )}
      <Status row={row} />
    </li>
  );
}

/** Says why something could not be done. */
async function told(doing: Promise<unknown>): Promise<void> {
  try {
    await doing;
  } catch (error) {
    toast.error(`That could not be done: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** The engine comes with the first study that is run. */
async function run(row: StoredStudy): Promise<void> {
  const { startStudy } = await import('@/parts/studies/running.ts');
  await startStudy(row);
}

async function stop(id: string): Promise<void> {
  const { stopStudy } = await import('@/parts/studies/running.ts');
  stopStudy(id);
}

function Act({ row, name, disabled }: { row: StoredStudy; name: string; disabled: boolean }) {
  const isRunning = useRunningStudies(({ running }) => running.has(row.id));
  const kept = usePieces(row.id) ?? 0;
  if (isRunning) {
    return (
      <Button aria-label={`Stop ${name}`} onClick={() => void told(stop(row.id))}>
        <Square size={14} aria-hidden /> Stop
      </Button>
    );
  }
  const words = kept > 0 ? 'Go on' : row.found ? 'Run again' : 'Run';
  return (
    <Button aria-label={`${words} ${name}`} disabled={disabled} onClick={() => void told(run(row))}>
      <Play size={14} aria-hidden /> {words}
    </Button>
  );
}

/** One line on how far a study is, or on what it found. */
function Status({ row }: { row: StoredStudy }) {
  const running = useRunningStudies(({ running: all }) => all.get(row.id));
  const fault = useRunningStudies(({ faults }) => faults.get(row.id));
  const kept = usePieces(row.id) ?? 0;
  return (
    <div className="flex min-h-6 items-center gap-3" aria-live="polite">
      {running ? (
        <Running running={running} />
      ) : fault !== undefined ? (
        <span className="text-loss">{fault}</span>
      ) : kept > 0 ? (
        <span className="text-soft">Stopped: {count(kept, 'piece')} of it done and kept.</span>
      ) : row.found ? (
        <span>{foundWords(row.found.result)}</span>
      ) : (
        <span className="text-soft">Not run yet.</span>
      )}
    </div>
  );
}

function Running({ running: { progress, left } }: { running: RunningStudy }) {
  const { done, expected, found } = progress;
  if (expected === 0) return <span className="text-soft">The market is read.</span>;
  return (
    <>
      <Progress label="Study" value={done} max={expected} />
      <span>
        {count(done)} of {count(expected)} done{found > 0 && `, ${count(found)} from before`}
        {left !== undefined && done < expected && `, about ${timeWords(left)} left`}
      </span>
    </>
  );
}

function timeWords(milliseconds: number): string {
  const seconds = Math.ceil(milliseconds / 1000);
  return seconds < 120 ? count(seconds, 'second') : count(Math.ceil(seconds / 60), 'minute');
}
