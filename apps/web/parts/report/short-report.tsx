'use client';

import type { Report, ShownRun, Trade } from '@plateau/core';
import { type ReactNode, useMemo } from 'react';
import { SidesSection } from '@/parts/figures/sides-section.tsx';
import { TradesTable } from '@/parts/trades/trades-table.tsx';
import { Fold } from '@/ui/fold.tsx';
import { CalendarSection } from './calendar-section.tsx';
import { CurvesSection } from './curves-section.tsx';
import { DrawdownsSection } from './drawdowns-section.tsx';
import { FiguresSection } from './figures-section.tsx';
import { RegressionSection } from './regression-section.tsx';
import { RollingSection } from './rolling-section.tsx';
import { TradeStudiesSection } from './trade-studies-section.tsx';

interface ShortReportProps {
  readonly name: string;
  readonly run: ShownRun;
  readonly report: Report;
  readonly benchmark: string;
  /** opens a trade on its chart; it is given all trades in the order shown */
  readonly onOpenTrade?: (trade: Trade, shown: readonly Trade[]) => void;
}

/** The report of a run that is not kept: its parts as in the Runs place, but what asks for the run again. */
export function ShortReport({ name, run, report, benchmark, onOpenTrade }: ShortReportProps) {
  const trades = useMemo(() => [...run.trades, ...run.openTrades], [run]);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2" data-testid="short-report">
      <CurvesSection
        run={run}
        comparisons={report.comparisons}
        benchmark={benchmark}
        onSpan={nothing}
        onDay={nothing}
      />
      <Part title="Figures">
        <FiguresSection report={report} benchmark={benchmark} />
      </Part>
      {run.sides && (
        <Part title="Longs and shorts">
          <SidesSection run={run} sides={run.sides} benchmark={benchmark} />
        </Part>
      )}
      <Part title="Calendar">
        <CalendarSection calendar={report.calendar} benchmark={benchmark} />
      </Part>
      <Part title="Rolling">
        <RollingSection report={report} days={run.marks.day} />
      </Part>
      <Part title="Drawdowns">
        <DrawdownsSection rows={report.drawdowns} benchmark={benchmark} />
      </Part>
      <Part title="Trade studies">
        <TradeStudiesSection report={report} days={run.marks.day} />
      </Part>
      <Part title="Against the benchmark">
        <RegressionSection report={report} benchmark={benchmark} />
      </Part>
      <Part title="Trades">
        <div className="h-80">
          <TradesTable
            trades={trades}
            name={name}
            outcomes={run.outcomes}
            {...(onOpenTrade && { onOpen: onOpenTrade })}
          />
        </div>
      </Part>
    </div>
  );
}

const nothing = (): void => undefined;

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Fold title={title} className="border-t border-hairline py-1">
      <div className="pt-1 pb-3">{children}</div>
    </Fold>
  );
}
