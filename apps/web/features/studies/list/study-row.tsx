'use client';

import { Copy, Download, Play, Square, Trash2 } from 'lucide-react';
import type { StoredUniverse } from '@/model/rows.ts';
import { questionOf } from '@/model/studies/questions.ts';
import { KIND_NAMES, nameOfStudy, type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { missingUniverse } from '@/model/studies/universes.ts';
import { type StudyCondition, useCondition } from '@/parts/studies/use-condition.ts';
import { changeStudy, duplicateStudy, removeStudy } from '@/store/studies/studies.ts';
import { told } from '@/store/told.ts';
import { Button, IconButton } from '@/ui/button';
import { moment } from '@/ui/format.ts';
import { Link } from '@/ui/link.tsx';
import { Select } from '@/ui/select.tsx';
import { runIt, stopIt } from '../frame/acts.ts';
import { ConditionLine } from '../frame/condition-line.tsx';
import { takeOutResult, takeOutStudy } from '../frame/take-out.ts';
import { foundWords } from './found-words.ts';

interface StudyRowProps {
  readonly row: StoredStudy;
  readonly universes: readonly StoredUniverse[];
}

/** A study: what it asks of what, how far it is, what it found, and what can be done with it. */
export function StudyRow({ row, universes }: StudyRowProps) {
  const name = nameOfStudy(row);
  const study = studyOf(row);
  const { origin } = row;
  const condition = useCondition(row);
  const missing = missingUniverse(study, universes);
  return (
    <li aria-label={name} className="grid gap-1 border-b border-hairline py-2 last:border-b-0 last:pb-0">
      <div className="flex items-center gap-2">
        <Link
          href={`/studies?study=${row.id}`}
          className="min-w-0 truncate font-serif text-base hover:underline"
        >
          {name}
        </Link>
        <span className="min-w-0 flex-1 truncate text-soft">
          {KIND_NAMES[study.kind]}: {questionOf(study.kind)}
          {origin && ` Of “${origin.name || 'no name'}”.`} {moment(row.created)}
        </span>
        <RunOrStop row={row} name={name} condition={condition} disabled={missing !== undefined} />
        <Button onClick={() => void told(takeOutStudy(row.id))}>
          <Download size={14} aria-hidden /> Study file
        </Button>
        {row.found && (
          <Button onClick={() => void told(takeOutResult(row))}>
            <Download size={14} aria-hidden /> Result
          </Button>
        )}
        <IconButton label={`Copy ${name}`} icon={Copy} onClick={() => void told(duplicateStudy(row.id))} />
        <IconButton
          label={`Delete ${name}`}
          icon={Trash2}
          disabled={condition.kind === 'running'}
          onClick={() => void told(removeStudy(row, name))}
        />
      </div>
      {study.notes !== '' && <p className="truncate text-soft">{study.notes}</p>}
      {missing !== undefined && (
        <div className="flex items-center gap-2 text-loss">
          There is no universe “{missing}” here. Choose the one it goes through:
          <Select
            label={`Universe of ${name}`}
            value=""
            placeholder="choose"
            choices={universes.map(({ id, name: words }) => [id, words] as const)}
            onChange={(universe) =>
              void told(
                changeStudy(row.id, (now) => ({ ...now, universe }), `“${name}”: its universe was changed.`),
              )
            }
          />
        </div>
      )}
      <ConditionLine condition={condition} words={row.found && foundWords(row.found.result)} />
    </li>
  );
}

interface RunOrStopProps {
  readonly row: StoredStudy;
  readonly name: string;
  readonly condition: StudyCondition;
  readonly disabled?: boolean;
  /** told behind its word, as how long it will take */
  readonly words?: string | undefined;
}

/** The button that runs a study, goes on with it, runs it again, or stops it. */
export function RunOrStop({ row, name, condition, disabled = false, words }: RunOrStopProps) {
  if (condition.kind === 'running') {
    return (
      <Button aria-label={`Stop ${name}`} onClick={() => void told(stopIt(row.id))}>
        <Square size={14} aria-hidden /> Stop
      </Button>
    );
  }
  const verb = condition.kind === 'stopped' ? 'Go on' : row.found ? 'Run again' : 'Run';
  return (
    <Button
      aria-label={`${verb} ${name}`}
      disabled={disabled}
      onClick={() => void told(runIt(row.id))}
      {...(!row.found && { className: 'border-strong bg-accent-paper font-semibold' })}
    >
      <Play size={14} aria-hidden /> {verb}
      {words && <span className="font-normal">{words}</span>}
    </Button>
  );
}
