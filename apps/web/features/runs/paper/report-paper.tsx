'use client';

import { at, type Bootstrap, isoFromDay, type Report, type ShownRun } from '@plateau/core';
import type { ReactNode } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { Cautions } from '@/parts/cautions/cautions.tsx';
import { CalendarPaper } from '@/parts/report/calendar-section.tsx';
import { CurvesSection } from '@/parts/report/curves-section.tsx';
import { DrawdownsSection } from '@/parts/report/drawdowns-section.tsx';
import { FiguresSection } from '@/parts/report/figures-section.tsx';
import { RegressionSection } from '@/parts/report/regression-section.tsx';
import { RollingSection } from '@/parts/report/rolling-section.tsx';
import { TradeStudiesSection } from '@/parts/report/trade-studies-section.tsx';
import { moment } from '@/ui/format.ts';
import { Baseline, type RandomEntries } from '../report/baseline.tsx';
import { BootstrapSection } from '../report/bootstrap-section.tsx';
import { KeptSettings } from '../report/kept-settings.tsx';
import { NextOrders } from '../report/next-orders.tsx';
import { type StressTests, StressTestsTable } from '../report/stress-tests.tsx';

export interface PaperProps {
  readonly kept: StoredRun;
  readonly run: ShownRun;
  readonly report: Report;
  readonly bootstrap: Bootstrap | undefined;
  /** what the repetition said */
  readonly said: string;
  readonly doubtful: ReadonlySet<string>;
  readonly stressTests: StressTests;
  readonly entries: RandomEntries;
}

const none = (): void => undefined;

/** The whole report with everything open and nothing to press, as it is printed. */
export function ReportPaper({
  kept,
  run,
  report,
  bootstrap,
  said,
  doubtful,
  stressTests,
  entries,
}: PaperProps) {
  const { benchmark } = kept.request;
  const { day } = run.marks;
  const from = at(day, report.first);
  const to = at(day, report.last);
  return (
    <article className="paper">
      <h1 className="font-serif text-2xl">{kept.name || 'no name'}</h1>
      <p>
        {isoFromDay(from)} to {isoFromDay(to)}, {kept.universeName}, against {benchmark} held. {said}
      </p>
      <p className="text-soft">
        Kept {moment(kept.at)}; engine {kept.engine}; bars and memberships {kept.data.slice(0, 16)}.
      </p>
      <Part title="Rules and settings">
        <KeptSettings kept={kept} />
      </Part>
      <Part title="Curves">
        <CurvesSection
          run={run}
          comparisons={report.comparisons}
          benchmark={benchmark}
          days={{ from, to }}
          onSpan={none}
          onDay={none}
        />
      </Part>
      <Part title="Figures">
        <FiguresSection report={report} benchmark={benchmark} open />
      </Part>
      <Part title="Cautions">
        <Cautions
          run={run}
          strategy={kept.request.strategy}
          universe={kept.universe}
          tries={kept.tried.length}
          doubtful={doubtful}
        />
        <StressTestsTable run={run} stressTests={stressTests} />
      </Part>
      <Part title="Calendar">
        <CalendarPaper calendar={report.calendar} benchmark={benchmark} />
      </Part>
      <Part title="Rolling, over one year">
        <RollingSection report={report} days={day} />
      </Part>
      <Part title="Drawdowns">
        <DrawdownsSection rows={report.drawdowns} benchmark={benchmark} />
      </Part>
      <Part title="Trade studies">
        <TradeStudiesSection report={report} days={run.marks.day} paper />
      </Part>
      <Part title={`Against ${benchmark}`}>
        <RegressionSection report={report} benchmark={benchmark} />
      </Part>
      <Part title="Luck">
        <BootstrapSection report={report} bootstrap={bootstrap} />
        {entries.rows && <Baseline run={run} entries={entries} />}
      </Part>
      <Part title="Next orders">
        <NextOrders run={run} name={kept.name} last={at(day, day.length - 1)} />
      </Part>
    </article>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="border-b border-hairline py-4">
      <h2 className="pb-2 font-serif text-lg">{title}</h2>
      {children}
    </section>
  );
}
