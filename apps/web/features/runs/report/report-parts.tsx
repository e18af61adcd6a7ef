'use client';

import { at, type Bootstrap, type Comparison, type Trade } from '@plateau/core';
import { useCallback } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { Cautions } from '@/parts/cautions/cautions.tsx';
import { type Doubtful, TradedFindings } from '@/parts/cautions/traded-findings.tsx';
import { SidesSection } from '@/parts/figures/sides-section.tsx';
import { CalendarSection } from '@/parts/report/calendar-section.tsx';
import { CurvesSection } from '@/parts/report/curves-section.tsx';
import { DrawdownsSection } from '@/parts/report/drawdowns-section.tsx';
import { FiguresSection } from '@/parts/report/figures-section.tsx';
import { RegressionSection } from '@/parts/report/regression-section.tsx';
import { RollingSection } from '@/parts/report/rolling-section.tsx';
import { TradeStudiesSection } from '@/parts/report/trade-studies-section.tsx';
import { TradesTable } from '@/parts/trades/trades-table.tsx';
import type { DaySpan } from '@/ui/chart/use-zoom.ts';
import type { useReportPlace } from '../use-report-place.ts';
import { Baseline, type RandomEntries } from './baseline.tsx';
import { BootstrapSection } from './bootstrap-section.tsx';
import { type ChangeChosen, ComparisonChoice } from './comparisons.tsx';
import { DaysSection } from './days-section.tsx';
import { NextOrders } from './next-orders.tsx';
import { Part } from './parts.tsx';
import { type StressTests, StressTestsTable } from './stress-tests.tsx';
import type { RepeatedRun } from './use-repeated-run.ts';
import { WhySection } from './why-section.tsx';

interface ReportPartsProps {
  readonly kept: StoredRun;
  readonly shown: NonNullable<RepeatedRun['shown']>;
  readonly bootstrap: Bootstrap | undefined;
  readonly place: ReturnType<typeof useReportPlace>;
  readonly comparisons: readonly Comparison[];
  readonly onComparisons: (change: ChangeChosen) => void;
  /** is told of the days in view; undefined for all of them */
  /** the days in view at first; all of them when left out */
  readonly span: DaySpan | undefined;
  readonly onSpan: (span: DaySpan | undefined) => void;
  readonly trades: readonly Trade[];
  readonly wrong: readonly Doubtful[];
  readonly doubtful: ReadonlySet<string>;
  readonly stressTests: StressTests;
  readonly entries: RandomEntries;
}

/** A report's parts in their order. */
export function ReportParts(props: ReportPartsProps) {
  const {
    kept,
    shown,
    bootstrap,
    place,
    comparisons,
    onComparisons,
    span,
    onSpan,
    trades,
    wrong,
    doubtful,
    stressTests,
    entries,
  } = props;
  const { run, report } = shown;
  const { benchmark } = kept.request;
  const { day } = run.marks;
  const { openTrade } = place;
  const openOne = useCallback((trade: Trade): void => openTrade(trade, trades), [openTrade, trades]);
  return (
    <>
      <div className="pt-2">
        <Cautions
          run={run}
          strategy={kept.request.strategy}
          universe={kept.universe}
          tries={kept.tried.length}
          doubtful={doubtful}
        />
      </div>
      <Part id="curves" title="Curves" picture={`${kept.name} curves`}>
        <CurvesSection
          run={run}
          comparisons={report.comparisons}
          benchmark={benchmark}
          days={span}
          onSpan={onSpan}
          onDay={place.openDay}
        />
        <ComparisonChoice chosen={comparisons} onChange={onComparisons} />
        <p className="text-soft">
          Drag across the curves, or use + and the arrows, and everything below is of that part alone.
        </p>
      </Part>
      <Part id="figures" title="Figures">
        <FiguresSection report={report} benchmark={benchmark} />
        {run.sides && (
          <>
            <h4 className="pt-3 pb-1 font-semibold">Longs and shorts, over the whole run</h4>
            <SidesSection run={run} sides={run.sides} benchmark={benchmark} />
          </>
        )}
        <TradedFindings wrong={wrong} />
      </Part>
      <Part id="worth" title="Cautions in figures">
        <StressTestsTable run={run} stressTests={stressTests} />
      </Part>
      <Part id="calendar" title="Calendar">
        <CalendarSection calendar={report.calendar} benchmark={benchmark} />
      </Part>
      <Part id="rolling" title="Rolling" picture={`${kept.name} rolling`}>
        <RollingSection report={report} days={day} />
      </Part>
      <Part id="drawdowns" title="Drawdowns">
        <DrawdownsSection rows={report.drawdowns} benchmark={benchmark} />
      </Part>
      <Part id="studies" title="Trade studies" picture={`${kept.name} trade studies`}>
        <TradeStudiesSection report={report} days={run.marks.day} onOpen={openOne} />
      </Part>
      <Part id="regression" title={`Against ${benchmark}`} picture={`${kept.name} regression`}>
        <RegressionSection report={report} benchmark={benchmark} />
      </Part>
      <Part id="luck" title="Luck">
        <BootstrapSection report={report} bootstrap={bootstrap} />
        <div className="pt-3">
          <Baseline run={run} entries={entries} />
        </div>
      </Part>
      <Part id="trades" title="Trades">
        <div className={trades.length > 0 ? 'h-96' : ''}>
          <TradesTable
            trades={trades}
            name={kept.name}
            outcomes={run.trades.length === 0 ? run.outcomes : undefined}
            onOpen={place.openTrade}
          />
        </div>
      </Part>
      <Part id="days" title="Days">
        <DaysSection days={day} onDay={place.openDay} />
      </Part>
      <Part id="why" title="Why, or why not">
        <WhySection kept={kept} onDay={place.openDay} />
      </Part>
      <Part id="next" title="Next orders">
        <NextOrders run={run} name={kept.name} last={at(day, day.length - 1)} />
      </Part>
    </>
  );
}
