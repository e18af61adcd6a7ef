'use client';

import type { Study, StudyNews, StudyResult } from '@plateau/core';
import { ArrowLeft, Copy, Download, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { memo, useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from 'react';
import { nameOfUniverse } from '@/model/market/alone.ts';
import { questionOf } from '@/model/studies/questions.ts';
import { KIND_NAMES, nameOfStudy, type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { missingUniverse } from '@/model/studies/universes.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { type StudyCondition, useCondition } from '@/parts/studies/use-condition.ts';
import { useUniverses } from '@/store/market/listings.ts';
import { duplicateStudy, nameStudy, removeStudy } from '@/store/studies/studies.ts';
import { forgetUntouched } from '@/store/studies/untouched.ts';
import { told } from '@/store/told.ts';
import { IconButton } from '@/ui/button';
import { moment } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { Link } from '@/ui/link.tsx';
import { Menu } from '@/ui/menu.tsx';
import { TextInput } from '@/ui/text-input.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { useTitle } from '@/ui/use-title.ts';
import { estimateInWorker } from '@/workers/study-client.ts';
import { RunOrStop } from '../list/study-row.tsx';
import { type Change, type OnChange, ofKind } from '../setup/change.ts';
import { Settings } from '../setup/settings.tsx';
import { changeIt, runIt } from './acts.ts';
import { ConditionLine, timeWords } from './condition-line.tsx';
import { takeOutResult, takeOutStudy } from './take-out.ts';
import { Veil } from './veil.tsx';

const TerrainView = late('The terrain', () =>
  import('../terrain/terrain-view.tsx').then((m) => m.TerrainView),
);
const WalkView = late('The walk-forward', () => import('../walk/walk-view.tsx').then((m) => m.WalkView));
const EdgeView = late('The edge', () => import('../edge/edge-view.tsx').then((m) => m.EdgeView));
const PairView = late('The pair', () => import('../pair/pair-view.tsx').then((m) => m.PairView));
const SearchView = late('The pairs', () => import('../pair/search-view.tsx').then((m) => m.SearchView));
const ShakeView = late('The shake', () => import('../shake/shake-view.tsx').then((m) => m.ShakeView));

/** One study: its question, its settings, its answer. */
export function StudyView({ row }: { row: StoredStudy }) {
  const { id } = row;
  const name = nameOfStudy(row);
  const study = useMemo(() => studyOf(row), [row]);
  const condition = useCondition(row);
  useEffect(() => () => void forgetUntouched(id), [id]);
  const universes = useUniverses();
  useTitle('Studies', name);
  const missing = universes && missingUniverse(study, universes);
  const isQuick = runsAtOnce(row, study);
  useRunAtOnce(row, condition, isQuick && missing === undefined && universes !== undefined);
  const estimate = useAnswer(
    condition.kind === 'new' && !isQuick && missing === undefined
      ? (signal) => estimateInWorker(study, signal)
      : undefined,
    [row.study, condition.kind, missing],
  );
  const news = condition.kind === 'running' ? condition.running.news : undefined;
  const last = useLast(row, study);
  const isOld = !news && last !== undefined && !row.found;
  const change = useCallback(
    (next: Change<Study>, what: string): void => void told(changeIt(id, next, what)),
    [id],
  );
  const long =
    condition.kind === 'new' && Number.isFinite(estimate.value ?? Number.NaN)
      ? `about ${timeWords(estimate.value ?? 0)}`
      : undefined;
  return (
    <main className="flex h-full flex-col">
      <Bar
        row={row}
        name={name}
        study={study}
        condition={condition}
        isMissing={missing !== undefined}
        long={long}
      />
      <div className="flex items-center gap-4 border-b border-hairline px-4 py-0.5">
        <span className="shrink-0 text-soft">
          {KIND_NAMES[study.kind]} of {subject(study, universes ?? [])}
          {row.found && `, ${moment(row.found.at)}`}
        </span>
        {missing !== undefined ? (
          <span role="alert" className="text-loss">
            There is no universe “{missing}” here: choose another on the left.
          </span>
        ) : (
          <ConditionLine
            condition={condition}
            untried={isQuick ? 'It is worked out …' : 'Not run yet. Set it up on the left, then run it.'}
          />
        )}
        <Veil row={row} />
      </div>
      <div className="flex min-h-0 flex-1 max-[52rem]:flex-col">
        <aside
          aria-label="Settings of the study"
          className="w-[20.5rem] shrink-0 overflow-auto border-r border-hairline px-3 pb-4 max-[52rem]:max-h-28 max-[52rem]:w-full max-[52rem]:border-b"
          tabIndex={0}
        >
          <Settings row={row} study={study} onChange={change} />
        </aside>
        <section aria-label="Answer" className="min-w-0 flex-1 overflow-auto px-4 pb-6" tabIndex={0}>
          <div className={isOld ? 'opacity-45 grayscale' : ''} data-old={isOld}>
            <Answer
              row={row}
              study={news || !last ? study : last.study}
              result={news ? undefined : last?.result}
              news={news}
              onChange={change}
            />
          </div>
        </section>
      </div>
    </main>
  );
}

/** A pair takes no time to speak of, and what took less than a second the last time will again. */
function runsAtOnce({ took }: StoredStudy, study: Study): boolean {
  if (study.kind === 'pair' && !study.search) return study.y !== '' && study.x !== '';
  return took !== undefined && took < A_SECOND;
}
const A_SECOND = 1000;

/** Runs a quick study whenever it has no answer: it is live. */
function useRunAtOnce(row: StoredStudy, { kind }: StudyCondition, quick: boolean): void {
  // Of the document that it ran for: one that was stopped is not run again until it asks otherwise.
  const ran = useRef<object>(undefined);
  const run = useEffectEvent(() => {
    if (ran.current === row.study) return;
    ran.current = row.study;
    void told(runIt(row.id));
  });
  const wanted = quick && (kind === 'new' || kind === 'stopped');
  // biome-ignore lint/correctness/useExhaustiveDependencies: another document is run anew
  useEffect(() => {
    if (wanted) run();
  }, [wanted, row.study]);
}

interface Found {
  readonly study: Study;
  readonly result: StudyResult;
}

/** What was found last, with the study that found it: it stays, greyed, until an edit of the study has its own answer. */
function useLast(row: StoredStudy, study: Study): Found | undefined {
  const [last, setLast] = useState<Found>();
  const result = row.found?.result;
  if (result === undefined || last?.result === result) return last;
  const next = { study, result };
  setLast(next);
  return next;
}

/** What a study looks at, in words. */
function subject(study: Study, universes: readonly { readonly id: string; readonly name: string }[]): string {
  if (study.kind === 'pair' && !study.search) return `${study.y || '…'} and ${study.x || '…'}`;
  if (study.kind === 'edge' && study.instrument !== undefined) return study.instrument;
  const named = universes.find(({ id }) => id === study.universe)?.name;
  return `${nameOfUniverse(study.universe, named)}, beside ${study.benchmark}`;
}

interface BarProps {
  readonly row: StoredStudy;
  readonly name: string;
  readonly study: Study;
  readonly condition: StudyCondition;
  readonly isMissing: boolean;
  /** how long it will take, where that is known */
  readonly long: string | undefined;
}

function Bar({ row, name, study, condition, isMissing, long }: BarProps) {
  const router = useRouter();
  return (
    <header className="flex flex-wrap items-center gap-x-2 gap-y-1 border-b border-hairline px-4 py-1">
      <Link href="/studies" className="flex shrink-0 items-center gap-1 text-accent hover:underline">
        <ArrowLeft size={14} aria-hidden /> All studies
      </Link>
      <h1 className="sr-only">{name}</h1>
      <TextInput
        aria-label="Name of the study"
        value={name}
        from={row}
        onCommit={(text) => void told(nameStudy(row.id, { name: text.trim() }))}
        className="min-w-56 flex-[2] rounded-sm border border-transparent bg-transparent px-1.5 font-serif text-xl hover:border-hairline focus:border-strong"
      />
      <TextInput
        aria-label="Note on the study"
        placeholder="a note"
        value={study.notes}
        from={row}
        onCommit={(text) => void told(nameStudy(row.id, { notes: text.trim() }))}
        className="min-w-24 flex-[2] rounded-sm border border-transparent bg-transparent px-1.5 text-soft hover:border-hairline focus:border-strong focus:text-ink"
      />
      <span className="hidden min-w-0 flex-[3] truncate text-soft xl:inline" title={questionOf(study.kind)}>
        {questionOf(study.kind)}
        {row.origin && ` Of “${row.origin.name || 'no name'}”.`}
      </span>
      <HelpMark about={study.kind} />
      <RunOrStop row={row} name={name} condition={condition} disabled={isMissing} words={long} />
      <IconButton
        label="Copy the study"
        icon={Copy}
        onClick={() => void told(duplicateStudy(row.id).then((id) => router.push(`/studies?study=${id}`)))}
      />
      <Menu
        trigger={<IconButton label="Take the study out" icon={Download} />}
        items={[
          ['Study file', () => void told(takeOutStudy(row.id))],
          ...(row.found ? [['Result and tables', () => void told(takeOutResult(row))] as const] : []),
        ]}
      />
      <IconButton
        label="Delete the study"
        icon={Trash2}
        disabled={condition.kind === 'running'}
        onClick={() => void told(removeStudy(row, name).then(() => router.push('/studies')))}
      />
    </header>
  );
}

interface AnswerProps {
  readonly row: StoredStudy;
  readonly study: Study;
  readonly result: StudyResult | undefined;
  readonly news: StudyNews | undefined;
  readonly onChange: OnChange<Study>;
}

/** What was found, or what is known of it so far. */
const Answer = memo(function Answer({ row, study, result, news, onChange }: AnswerProps) {
  switch (study.kind) {
    case 'terrain': {
      const found = result?.kind === 'terrain' ? result : undefined;
      const early = news?.kind === 'terrain' ? news.survey : undefined;
      return found || early ? (
        <TerrainView row={row} study={study} found={found} early={early} />
      ) : (
        <Nothing />
      );
    }
    case 'walk':
      return result?.kind === 'walk' ? <WalkView row={row} study={study} walk={result} /> : <Nothing />;
    case 'edge': {
      const rows = result?.kind === 'edge' ? result.rows : news?.kind === 'edge' ? news.rows : undefined;
      const edge = result?.kind === 'edge' ? result : undefined;
      return rows ? <EdgeView study={study} edge={edge} rows={rows} /> : <Nothing />;
    }
    case 'pair': {
      if (result?.kind === 'pair' && !study.search) {
        return <PairView study={study} pair={result.pair} onChange={ofKind('pair', onChange)} />;
      }
      const rows = result?.kind === 'search' ? result.rows : news?.kind === 'search' ? news.rows : undefined;
      const search = result?.kind === 'search' ? result : undefined;
      return rows ? <SearchView row={row} study={study} search={search} rows={rows} /> : <Nothing />;
    }
    case 'shake': {
      const shake = result?.kind === 'shake' ? result : undefined;
      const early = news?.kind === 'shake' ? news.repetitions : undefined;
      const repetitions = shake?.repetitions ?? early;
      return repetitions ? <ShakeView study={study} shake={shake} repetitions={repetitions} /> : <Nothing />;
    }
  }
});

function Nothing() {
  return <div className="contours h-full" aria-hidden />;
}
