'use client';

import { Bookmark, BookmarkCheck } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import type { LogEntry } from '@/model/logbook/entry.ts';
import { nameOfUniverse } from '@/model/market/alone.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { useUniverses } from '@/store/market/listings.ts';
import { Button } from '@/ui/button';
import { keepRun } from './keep-run.ts';
import type { LiveRun } from './use-live-run.ts';

interface KeepButtonProps {
  readonly sheet: Sheet;
  readonly live: LiveRun;
  /** the sheet's variants; undefined while they are read */
  readonly logbook: readonly LogEntry[] | undefined;
}

/** Keeps the run on screen in the Runs place, at once, and says that it did; the trader stays where he is. */
export function KeepButton({ sheet, live, logbook }: KeepButtonProps) {
  /** the run that was kept last, and its id in the Runs place */
  const [kept, setKept] = useState<{ readonly run: LiveRun['run']; readonly id: string }>();
  const universes = useUniverses();
  const { request, universe, status, run } = live;
  const keep = async (): Promise<void> => {
    if (!request || !run || !logbook) return;
    try {
      const stored = await keepRun({
        name: textOf(sheet.draft, 'name'),
        sheet: sheet.id,
        universe,
        universeName: nameOfUniverse(universe, universes?.find(({ id }) => id === universe)?.name),
        tried: logbook.map(({ figures }) => figures.sharpe),
        request,
        run,
      });
      setKept({ run, id: stored.id });
    } catch (error) {
      toast.error(`The run was not kept: ${error instanceof Error ? error.message : String(error)}`);
    }
  };
  if (kept && kept.run === run) {
    return (
      <p className="flex shrink-0 items-center gap-2" role="status">
        <BookmarkCheck size={14} aria-hidden className="text-accent" /> Kept.
        <Link className="text-accent underline" href={`/runs?run=${kept.id}`}>
          Open its report
        </Link>
      </p>
    );
  }
  return (
    <Button
      className="shrink-0"
      disabled={status !== 'done' || !universes || !logbook}
      onClick={() => void keep()}
    >
      <Bookmark size={14} aria-hidden /> Keep this run
    </Button>
  );
}
