'use client';

import { ChartNoAxesCombined, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { Suspense } from 'react';
import { toast } from 'sonner';
import { database, type StoredRun } from '@/store/database.ts';
import { IconButton } from '@/ui/button';
import { moment, percent, ratio } from '@/ui/format.ts';
import { RunReport } from './report/run-report.tsx';
import { useRuns } from './saved-runs.ts';

/** The Runs place: kept runs on one side, the report of one on the other. */
export function RunsPage() {
  return (
    <main className="h-full">
      <h1 className="sr-only">Runs</h1>
      <Suspense>
        <Runs />
      </Suspense>
    </main>
  );
}

function Runs() {
  const wanted = useSearchParams().get('run');
  const runs = useRuns();
  if (!runs) return null;
  const open = runs.find(({ id }) => id === wanted) ?? runs[0];
  if (!open) return <NoRuns />;
  return (
    <div className="flex h-full">
      <nav aria-label="Kept runs" className="w-60 shrink-0 overflow-auto border-r border-hairline">
        <ul>
          {runs.map((run) => (
            <Entry key={run.id} run={run} current={run.id === open.id} />
          ))}
        </ul>
      </nav>
      <RunReport key={open.id} kept={open} />
    </div>
  );
}

function Entry({ run, current }: { run: StoredRun; current: boolean }) {
  const { cagr, maxDrawdown, mar } = JSON.parse(run.summary).figures;
  const remove = async (): Promise<void> => {
    await database.runs.delete(run.id);
    toast(`“${run.name}” is deleted.`, {
      action: { label: 'Undo', onClick: () => void database.runs.put(run) },
    });
  };
  return (
    <li className={`border-b border-hairline px-3 py-2 ${current ? 'bg-accent-paper' : ''}`}>
      <div className="flex items-start gap-1">
        <Link
          href={`/runs?run=${run.id}`}
          aria-current={current ? 'page' : undefined}
          className="min-w-0 flex-1 truncate font-serif text-base hover:underline"
        >
          {run.name || 'no name'}
        </Link>
        <IconButton label={`Delete ${run.name}`} icon={Trash2} onClick={() => void remove()} />
      </div>
      <p className="text-soft">
        {run.universeName}, {moment(run.at)}
      </p>
      <p>
        {percent(cagr ?? Number.NaN)} a year, {percent(maxDrawdown ?? Number.NaN)} deepest, MAR{' '}
        {ratio(mar ?? Number.NaN)}
      </p>
    </li>
  );
}

function NoRuns() {
  return (
    <div className="contours flex h-full items-center justify-center">
      <div className="max-w-md border border-hairline bg-raised p-8">
        <ChartNoAxesCombined size={20} aria-hidden className="text-accent" />
        <h2 className="mt-2 font-serif text-2xl">No run is kept yet</h2>
        <p className="mt-3">
          On a sheet, “Keep this run” puts its run here with its strategy, the fingerprint of its bars and the
          engine’s version, and opens its report: calendar, drawdowns, trades, regression, luck.
        </p>
        <p className="mt-3">
          <Link className="text-accent underline" href="/strategies">
            To the sheets
          </Link>
        </p>
      </div>
    </div>
  );
}
