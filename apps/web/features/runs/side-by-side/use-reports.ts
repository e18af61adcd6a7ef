// Kept runs, each run again with its report, one after the other.

import { useEffect, useState } from 'react';
import { isBlendRun, type KeptRun } from '@/model/rows.ts';
import { blendAskedOf } from '@/model/runs/kept.ts';
import type { DaySpan } from '@/ui/chart/use-zoom.ts';
import { blendReportInWorker } from '@/workers/blend-client.ts';
import { reportInWorker } from '@/workers/run-client.ts';
import type { Shown } from './shown.ts';

interface Reports {
  readonly shown: readonly Shown[];
  readonly fault: string | undefined;
}
const NOTHING: Reports = { shown: [], fault: undefined };

/** What the reports are of: all of each run's days, and all of its marks, where they are left out. */
interface Footing {
  readonly span?: DaySpan | undefined;
  readonly atEnds?: 'week' | 'month' | undefined;
}

/** As they come. */
export function useReports(kept: readonly KeptRun[], { span, atEnds }: Footing): Reports {
  const [reports, setReports] = useState(NOTHING);
  const key = `${kept.map(({ id }) => id).join(' ')} ${span?.from} ${span?.to} ${atEnds}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the runs are named by their ids
  useEffect(() => {
    let late = false;
    setReports(NOTHING);
    const all = async (): Promise<void> => {
      for (const one of kept) {
        const outcome = await reportOf(one, { span, atEnds });
        if (late) return;
        if (outcome.kind === 'done') {
          const next = { kept: one, run: outcome.run, report: outcome.report };
          setReports((before) => ({ ...before, shown: [...before.shown, next] }));
        } else if (outcome.kind === 'problems') {
          const fault = `“${one.name}” cannot be repeated: ${outcome.problems[0]?.message}`;
          setReports((before) => ({ ...before, fault }));
        }
      }
    };
    all().catch(({ message }: Error) => !late && setReports((before) => ({ ...before, fault: message })));
    return () => {
      late = true;
    };
  }, [key]);
  return reports;
}

const reportOf = (run: KeptRun, footing: Footing) =>
  isBlendRun(run)
    ? blendReportInWorker(blendAskedOf(run), footing)
    : reportInWorker({ universe: run.universe, request: run.request }, footing);
