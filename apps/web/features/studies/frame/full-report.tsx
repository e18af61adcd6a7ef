'use client';

import type { EngineWork } from '@plateau/core';
import { FileText } from 'lucide-react';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { late } from '@/ui/late.tsx';
import { useAnswer } from '@/ui/use-answer.ts';

const ShortReport = late('The report', () =>
  import('@/parts/report/short-report.tsx').then((m) => m.ShortReport),
);

interface FullReportProps {
  readonly name: string;
  readonly benchmark: string;
  /** what it is a report of: another is asked for anew */
  readonly of: object;
  readonly ask: () => Promise<EngineWork['chainReport']['out']>;
}

/** The account of a study as a run in a report, once it is asked for. */
export function FullReport({ name, benchmark, of, ask }: FullReportProps) {
  const [isOpen, setOpen] = useState(false);
  const {
    value: shown,
    fault,
    waiting,
  } = useAnswer(
    isOpen
      ? async () => {
          const outcome = await ask();
          if (outcome.kind !== 'done') throw new Error('It could not be run again.');
          return outcome;
        }
      : undefined,
    [isOpen, of],
  );
  return (
    <section aria-label="Report" aria-busy={waiting}>
      <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        <FileText size={14} aria-hidden /> {isOpen ? 'Without the report' : 'Open as a run in a report'}
      </Button>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      {isOpen && shown && (
        <div className="pt-2">
          <ShortReport name={name} run={shown.run} report={shown.report} benchmark={benchmark} />
        </div>
      )}
    </section>
  );
}
