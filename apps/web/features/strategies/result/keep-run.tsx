'use client';

import { Bookmark } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { keepRun } from '@/features/runs/saved-runs.ts';
import { Button } from '@/ui/button';
import { type Sheet, textOf } from '../sheet/sheet.ts';
import type { LiveRun } from './use-live-run.ts';

/** Keeps the run on screen in the Runs place and opens its report. */
export function KeepRun({ sheet, live }: { sheet: Sheet; live: LiveRun }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const { request, universe, status } = live;
  const keep = async (): Promise<void> => {
    if (!request) return;
    setBusy(true);
    try {
      const run = await keepRun({ name: textOf(sheet.draft, 'name'), sheet: sheet.id, universe, request });
      router.push(`/runs?run=${run.id}`);
    } catch (error) {
      toast.error(`The run was not kept: ${error instanceof Error ? error.message : String(error)}`);
      setBusy(false);
    }
  };
  return (
    <Button className="shrink-0" disabled={busy || status !== 'done'} onClick={() => void keep()}>
      <Bookmark size={14} aria-hidden /> Keep this run
    </Button>
  );
}
