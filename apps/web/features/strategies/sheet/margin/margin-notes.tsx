'use client';

import type { ReactNode } from 'react';
import type { LiveRun } from '../../result/use-live-run.ts';
import { isOpened, readDraft } from '../read.ts';
import type { Sheet } from '../sheet.ts';
import type { Explained } from '../use-explanation.ts';
import { CostsNote } from './costs-note.tsx';
import { SizeNote } from './size-note.tsx';
import { StopsNote } from './stops-note.tsx';

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
    size: strategy && run && status === 'done' && <SizeNote strategy={strategy} run={run} />,
    costs: <CostsNote draft={sheet.draft} run={status === 'done' ? run : undefined} />,
    protect: stops('long'),
    short: stops('short'),
  };
}
