'use client';

import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { isOpened, readDraft } from '@/model/sheet/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { count } from '@/ui/format.ts';
import type { LiveRun } from '../../result/use-live-run.ts';
import type { Explained } from '../use-explanation.ts';
import { CostsNote } from './costs-note.tsx';
import { SizeNote } from './size-note.tsx';
import { StopsNote } from './stops-note.tsx';

/** Candidates that the rank lets fall. */
function RankNote({ dropped }: { dropped: number }) {
  if (dropped === 0) return null;
  return (
    <p className="flex gap-1.5 pb-1" data-testid="rank-note">
      <TriangleAlert size={12} aria-hidden className="mt-1 shrink-0 text-loss" />
      {dropped === 1 ? 'One candidate was dropped' : `${count(dropped, 'candidate')} were dropped`}: the value
      to rank by was not defined yet on their day.
    </p>
  );
}

/** What stands below the sections of a sheet, by their ids: stops drawn, the size worked out, costs a year. */
export function marginNotes(
  sheet: Sheet,
  { run, status }: LiveRun,
  explained: Explained | undefined,
): Readonly<Record<string, ReactNode>> {
  const read = readDraft(sheet.draft, isOpened(sheet));
  const strategy = read.ok ? read.request.strategy : undefined;
  const stops = (side: 'long' | 'short') =>
    explained && (
      <StopsNote
        side={side}
        distances={explained.explanation[side]}
        dayRange={explained.explanation.dayRange}
      />
    );
  return {
    prefer: run && status === 'done' && <RankNote dropped={run.outcomes['no-rank']} />,
    size: strategy && run && status === 'done' && <SizeNote strategy={strategy} run={run} />,
    costs: <CostsNote draft={sheet.draft} run={status === 'done' ? run : undefined} />,
    protect: stops('long'),
    short: stops('short'),
  };
}
