'use client';

import type { RunAsked, Trade } from '@plateau/core';
import { useMemo } from 'react';
import { Panel } from '@/parts/inspect/panel.tsx';
import { ShortReport } from '@/parts/report/short-report.tsx';
import { TestOnButton } from '@/parts/test-on-button.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { reportInWorker } from '@/workers/run-client.ts';

interface AloneReportProps {
  readonly asked: RunAsked & { readonly alone: NonNullable<RunAsked['alone']> };
  readonly onOpenTrade: (trade: Trade, shown: readonly Trade[]) => void;
  readonly onBack: () => void;
}

/** One row of Each alone, opened: curve, figures and trades of that instrument beside holding it. */
export function AloneReport({ asked, onOpenTrade, onBack }: AloneReportProps) {
  const { symbol, size } = asked.alone;
  // What stands there is of the same instrument: the workbench makes another for another.
  const { latest: outcome, fault } = useAnswer(
    () => reportInWorker(asked, { comparisons: [{ kind: 'held', symbol }] }),
    [asked],
  );
  const problems =
    outcome?.kind === 'problems' ? outcome.problems.map(({ message }) => message).join(' ') : undefined;
  const name = useMemo(() => `${asked.request.strategy.name || 'strategy'} on ${symbol}`, [asked, symbol]);
  return (
    <Panel
      label={`${symbol} alone`}
      title={`${symbol} alone`}
      back="Each alone"
      onBack={onBack}
      keys={{}}
      tools={
        <>
          <p className="text-soft">
            {size === 'whole' ? 'with the whole account' : 'sized as on the sheet'}, beside holding it
          </p>
          <span className="ml-auto">
            <TestOnButton symbol={symbol} />
          </span>
        </>
      }
    >
      <div className="min-h-0 flex-1 overflow-auto px-4 py-2" tabIndex={0} role="region" aria-label="Report">
        {(fault ?? problems) && (
          <p role="alert" className="text-loss">
            {fault ?? problems}
          </p>
        )}
        {!outcome && !fault && <p className="text-soft">It is run …</p>}
        {outcome?.kind === 'done' && (
          <ShortReport
            name={name}
            run={outcome.run}
            report={outcome.report}
            benchmark={asked.request.benchmark}
            onOpenTrade={onOpenTrade}
          />
        )}
      </div>
    </Panel>
  );
}
