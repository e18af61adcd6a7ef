'use client';

import { Blend, ChartNoAxesCombined, Footprints, Trash2, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { Suspense } from 'react';
import { toast } from 'sonner';
import { isBlendRun, type KeptRun } from '@/model/rows.ts';
import { useUndoKeys } from '@/parts/keys/use-undo-keys.ts';
import { useFollowed } from '@/store/follow/followed.ts';
import { importRun } from '@/store/runs/run-files.ts';
import { removeRun, useRuns } from '@/store/runs/saved-runs.ts';
import { Button, IconButton } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { count, moment, percent, ratio } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { Link } from '@/ui/link.tsx';
import { useFileChoice } from '@/ui/use-file-choice.tsx';
import { Finding, inOrder, useFinding } from './finding.tsx';
import { useAddress } from './use-address.ts';

const RunReport = late('The report', () => import('./report/run-report.tsx').then((m) => m.RunReport), {
  ahead: true,
});
const BlendReport = late('The report', () => import('./blend/blend-report.tsx').then((m) => m.BlendReport));
const Evening = late('The evening', () => import('./evening/evening.tsx').then((m) => m.Evening));
const SideBySide = late('Side by side', () =>
  import('./side-by-side/side-by-side.tsx').then((m) => m.SideBySide),
);

// It reads sheets and their rules, which a list of runs does not.
const BlendThese = late('Blend these', () =>
  import('@/parts/blend/blend-these.tsx').then((m) => m.BlendThese),
);

const MOST_BESIDE = 6;

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
  const [{ run: wanted, beside: marks, evening }, go] = useAddress();
  const marked = (marks ?? '').split(' ').filter(Boolean);
  const runs = useRuns();
  const [finding, setFinding] = useFinding();
  useUndoKeys('runs');
  const followed = useFollowed();
  if (!runs || !followed) return null;
  const open = runs.find(({ id }) => id === wanted) ?? runs[0];
  if (!open && followed.length === 0) return <NoRuns />;
  const isEvening = evening !== null || !open;
  const listed = inOrder(runs, finding);
  const beside = runs.filter(({ id }) => marked.includes(id)).slice(0, MOST_BESIDE);
  const mark = (id: string): void => {
    const next = marked.includes(id) ? marked.filter((m) => m !== id) : [...marked, id].slice(-MOST_BESIDE);
    go({ ...(open && { run: open.id }), ...(next.length > 0 && { beside: next.join(' ') }) }, 'replace');
  };
  return (
    <div className="flex h-full max-[999px]:flex-col">
      <nav
        aria-label="Kept runs"
        className="aside w-60 shrink-0 overflow-auto border-r border-hairline max-[999px]:max-h-44 max-[999px]:w-full max-[999px]:border-b"
      >
        <ImportRun />
        <EveningEntry followed={followed.length} current={isEvening} />
        <p className="px-3 py-1 text-soft">
          {runs.length === 1 ? 'One run is kept.' : 'Tick two to six to see them side by side.'}
        </p>
        {beside.length > 1 && (
          <div className="px-3 pb-2">
            <BlendThese
              ticked={beside.filter((run) => !isBlendRun(run)).map(({ id }) => id)}
              trigger={
                <Button>
                  <Blend size={14} aria-hidden /> Blend these …
                </Button>
              }
            />
          </div>
        )}
        {runs.length > 3 && <Finding finding={finding} onFinding={setFinding} />}
        <ul>
          {listed.length === 0 && <li className="px-3 py-2 text-soft">No run has these words.</li>}
          {listed.map((run) => (
            <Entry
              key={run.id}
              run={run}
              current={!isEvening && beside.length < 2 && run.id === open?.id}
              marked={marked.includes(run.id)}
              onMark={() => mark(run.id)}
            />
          ))}
        </ul>
      </nav>
      {isEvening || !open ? (
        <Evening all={followed} />
      ) : beside.length > 1 ? (
        <SideBySide kept={beside} />
      ) : isBlendRun(open) ? (
        <BlendReport key={open.id} kept={open} />
      ) : (
        <RunReport key={open.id} kept={open} />
      )}
    </div>
  );
}

/** The way to what is followed, before the runs. */
function EveningEntry({ followed, current }: { followed: number; current: boolean }) {
  return (
    <Link
      href="/runs?evening=all"
      aria-current={current ? 'page' : undefined}
      className="mt-2 flex items-center gap-2 border-y border-hairline px-3 py-2 hover:underline aria-[current]:bg-accent-paper"
    >
      <Footprints size={15} aria-hidden className="text-accent" />
      <span className="font-serif text-base">Evening</span>
      <span className="ml-auto text-soft">
        {followed === 0 ? 'nothing followed' : `${count(followed)} followed`}
      </span>
    </Link>
  );
}

interface EntryProps {
  readonly run: KeptRun;
  readonly current: boolean;
  /** shown beside others */
  readonly marked: boolean;
  readonly onMark: () => void;
}

function Entry({ run, current, marked, onMark }: EntryProps) {
  const { cagr, maxDrawdown, mar } = JSON.parse(run.summary).figures;
  return (
    <li className={`border-b border-hairline px-3 py-2 ${current ? 'bg-accent-paper' : ''}`}>
      <div className="flex items-start gap-1.5">
        <Checkbox
          label={`Side by side: ${run.name}, ${moment(run.at)}`}
          checked={marked}
          onChange={onMark}
          className="-mt-0.5 -ml-1.5"
        />
        <Link
          href={`/runs?run=${run.id}`}
          aria-current={current ? 'page' : undefined}
          className="min-w-0 flex-1 truncate font-serif text-base hover:underline"
        >
          {run.name || 'no name'}
        </Link>
        <IconButton label={`Delete ${run.name}`} icon={Trash2} onClick={() => void removeRun(run)} />
      </div>
      <p className="text-soft">
        {isBlendRun(run) && 'A blend. '}
        {run.universeName}, {moment(run.at)}
      </p>
      {run.note && (
        <p className="truncate italic" title={run.note}>
          {run.note}
        </p>
      )}
      <p>
        CAGR {percent(cagr ?? Number.NaN)}, maximum drawdown {percent(maxDrawdown ?? Number.NaN)}, MAR{' '}
        {ratio(mar ?? Number.NaN)}
      </p>
    </li>
  );
}

/** Takes a run file in; what is wrong with it is told, and nothing changed. */
function ImportRun() {
  const router = useRouter();
  const take = async (file: File): Promise<void> => {
    try {
      const run = await importRun(file);
      router.push(`/runs?run=${run.id}`);
    } catch (error) {
      toast.error(`${file.name}: ${(error as Error).message}. Nothing was imported.`);
    }
  };
  const { field, choose } = useFileChoice({
    label: 'Run file',
    accept: '.json,application/json',
    onFile: take,
  });
  return (
    <div className="px-3 pt-2">
      <Button onClick={choose}>
        <Upload size={14} aria-hidden /> Import a run
      </Button>
      {field}
    </div>
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
        <div className="mt-3">
          <ImportRun />
        </div>
        <p className="mt-3">
          <Link className="text-accent underline" href="/strategies">
            To the sheets
          </Link>
        </p>
      </div>
    </div>
  );
}
