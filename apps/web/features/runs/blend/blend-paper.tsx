'use client';

import { at, type Bootstrap, isoFromDay, type Report } from '@plateau/core';
import type { ReactNode } from 'react';
import type { StoredBlendRun } from '@/model/rows.ts';
import { AtWork } from '@/parts/blend/at-work.tsx';
import { BlendCharts } from '@/parts/blend/blend-charts.tsx';
import { Contributions } from '@/parts/blend/contributions.tsx';
import { Alike, FiguresColumns, WithoutEach } from '@/parts/blend/figures-columns.tsx';
import { PartOrders } from '@/parts/blend/part-orders.tsx';
import { Refusals } from '@/parts/blend/refusals.tsx';
import { CalendarPaper } from '@/parts/report/calendar-section.tsx';
import { DrawdownsSection } from '@/parts/report/drawdowns-section.tsx';
import { FiguresSection } from '@/parts/report/figures-section.tsx';
import { RegressionSection } from '@/parts/report/regression-section.tsx';
import { RollingSection } from '@/parts/report/rolling-section.tsx';
import { moment } from '@/ui/format.ts';
import { BootstrapSection } from '../report/bootstrap-section.tsx';
import { KeptSettings } from '../report/kept-settings.tsx';
import type { WholeBlend } from './use-repeated-blend.ts';

interface BlendPaperProps {
  readonly kept: StoredBlendRun;
  readonly run: WholeBlend;
  readonly report: Report;
  readonly bootstrap: Bootstrap | undefined;
  /** what the repetition said */
  readonly said: string;
}

const none = (): void => undefined;

/** A blend's report with everything open and nothing to press, as it is printed. */
export function BlendPaper({ kept, run, report, bootstrap, said }: BlendPaperProps) {
  const { benchmark } = kept;
  const { day } = run.marks;
  return (
    <article className="paper">
      <h1 className="font-serif text-2xl">{kept.name || 'no name'}</h1>
      <p>
        A blend, {isoFromDay(at(day, report.first))} to {isoFromDay(at(day, report.last))},{' '}
        {kept.universeName}, against {benchmark} held. {said}
      </p>
      <p className="text-soft">
        Kept {moment(kept.at)}; engine {kept.engine}; bars and memberships {kept.data.slice(0, 16)}.
      </p>
      <Sheet title="Parts and settings">
        <KeptSettings kept={kept} />
      </Sheet>
      <Sheet title="Curves">
        <div className="flex h-96 flex-col">
          <BlendCharts name={kept.name} run={run} benchmark={benchmark} lit={undefined} onLit={none} />
        </div>
      </Sheet>
      <Sheet title="Figures">
        <FiguresSection report={report} benchmark={benchmark} whose="Blend" open />
      </Sheet>
      <Sheet title="Parts">
        <FiguresColumns run={run} benchmark={benchmark} barsPerYear={report.barsPerYear} />
        {run.parts.length > 1 && <WithoutEach run={run} />}
      </Sheet>
      <Sheet title="Alike">
        <Alike run={run} benchmark={benchmark} />
      </Sheet>
      <Sheet title="Earned by year and part">
        <div className="h-72">
          <Contributions run={run} />
        </div>
      </Sheet>
      <Sheet title="Capital at work">
        <div className="h-64">
          <AtWork run={run} />
        </div>
      </Sheet>
      <Sheet title="Candidates">
        <Refusals run={run} />
      </Sheet>
      <Sheet title="Calendar">
        <CalendarPaper calendar={report.calendar} benchmark={benchmark} whose="Blend" />
      </Sheet>
      <Sheet title="Rolling, over one year">
        <RollingSection report={report} days={day} />
      </Sheet>
      <Sheet title="Drawdowns">
        <DrawdownsSection rows={report.drawdowns} benchmark={benchmark} />
      </Sheet>
      <Sheet title={`Against ${benchmark}`}>
        <RegressionSection report={report} benchmark={benchmark} />
      </Sheet>
      <Sheet title="Luck">
        <BootstrapSection report={report} bootstrap={bootstrap} />
      </Sheet>
      <Sheet title="Next orders">
        <PartOrders run={run} name={kept.name} />
      </Sheet>
    </article>
  );
}

function Sheet({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="border-b border-hairline py-4">
      <h2 className="pb-2 font-serif text-lg">{title}</h2>
      {children}
    </section>
  );
}
