'use client';

import { isoFromDay, type Trade } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import { Download } from 'lucide-react';
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react';
import { Cautions } from '@/features/strategies/result/cautions.tsx';
import { TradedFindings, useDoubtful } from '@/features/strategies/result/traded-findings.tsx';
import { TradesTable } from '@/features/strategies/result/trades-table.tsx';
import type { StoredRun } from '@/store/database.ts';
import { Button } from '@/ui/button';
import { saveFile } from '@/ui/save-file.ts';
import type { DaySpan } from '@/ui/use-zoom.ts';
import type { ReportOutcome } from '@/workers/engine.worker.ts';
import { reportInWorker } from '@/workers/engine-client.ts';
import { runFileOf } from '../run-files.ts';
import { verdict } from '../verdict.ts';
import { Baseline } from './baseline.tsx';
import { BesideChoice, useBeside } from './beside.tsx';
import { CalendarSection } from './calendar-section.tsx';
import { CurvesSection } from './curves-section.tsx';
import { DrawdownsSection } from './drawdowns-section.tsx';
import { FiguresSection } from './figures-section.tsx';
import { LuckSection } from './luck-section.tsx';
import { NextOrders } from './next-orders.tsx';
import { RegressionSection } from './regression-section.tsx';
import { RollingSection } from './rolling-section.tsx';
import { TradeStudiesSection } from './trade-studies-section.tsx';
import { type Asked, WhySection } from './why-section.tsx';

type Done = Extract<ReportOutcome, { kind: 'done' }>;

const OUTLINE = [
  ['curves', 'Curves'],
  ['figures', 'Figures'],
  ['calendar', 'Calendar'],
  ['rolling', 'Rolling'],
  ['drawdowns', 'Drawdowns'],
  ['studies', 'Trade studies'],
  ['regression', 'Against the benchmark'],
  ['luck', 'Luck'],
  ['trades', 'Trades'],
  ['why', 'Why, or why not'],
  ['next', 'Next orders'],
] as const;

/** One run read to the bottom; a span dragged on its curves narrows everything below. */
export function RunReport({ kept }: { kept: StoredRun }) {
  const [span, setSpan] = useState<DaySpan>();
  const [beside, setBeside] = useBeside();
  const [shown, setShown] = useState<Done>();
  const [said, setSaid] = useState<string>();
  const [fault, setFault] = useState<string>();
  const [asked, setAsked] = useState<Asked>();
  const open = useCallback((trade: Trade) => {
    setAsked({ symbol: trade.symbol, day: trade.decisionDay, trade });
    document.getElementById('why')?.scrollIntoView();
  }, []);
  const wrong = useDoubtful(shown?.run);
  const doubtful = useMemo(() => new Set(wrong.map(({ symbol }) => symbol)), [wrong]);
  useEffect(() => {
    let late = false;
    reportInWorker(kept.universe, kept.request, { tried: kept.tried, span, beside }).then(
      (outcome) => {
        if (late || outcome.kind === 'stopped') return;
        if (outcome.kind === 'problems') {
          return setFault(outcome.problems.map(({ message }) => message).join(' '));
        }
        setShown(outcome);
        setSaid(verdict(kept, { data: outcome.data, summary: summaryJson(outcome.run) }));
      },
      (error: Error) => !late && setFault(error.message),
    );
    return () => {
      late = true;
    };
  }, [kept, span, beside]);

  if (fault) {
    return (
      <p role="alert" className="p-6">
        This run cannot be repeated: {fault} What was kept of it is untouched.
      </p>
    );
  }
  if (!shown) return <p className="p-6 text-soft">Running it again …</p>;
  const { run, report } = shown;
  const { benchmark } = kept.request;
  const { day } = run.marks;
  return (
    <div className="flex min-w-0 flex-1 flex-col" data-testid="report" data-ready={said !== undefined}>
      <header className="flex items-center gap-4 border-b border-hairline px-4 py-1">
        <h2 className="font-serif text-xl">{kept.name || 'no name'}</h2>
        <p className="text-soft" role="status">
          {said} {isoFromDay(day[report.first] ?? 0)} to {isoFromDay(day[report.last] ?? 0)}
          {span ? ', a part of it' : ''}.
        </p>
        <Button
          className="ml-auto"
          onClick={() =>
            void runFileOf(kept).then((text) => saveFile(`${kept.name} run.json`, 'application/json', text))
          }
        >
          <Download size={14} aria-hidden /> Run as JSON
        </Button>
        <Button onClick={() => saveFile(`${kept.name} figures.json`, 'application/json', summaryJson(run))}>
          <Download size={14} aria-hidden /> Figures
        </Button>
      </header>
      <nav aria-label="Parts of the report" className="flex gap-4 border-b border-hairline px-4 py-1">
        {OUTLINE.map(([id, name]) => (
          <a key={id} href={`#${id}`} className="text-accent hover:underline">
            {name}
          </a>
        ))}
      </nav>
      <div className="min-h-0 flex-1 overflow-auto px-4" tabIndex={0} role="region" aria-label="Report">
        <div className="pt-2">
          <Cautions
            run={run}
            strategy={kept.request.strategy}
            universe={kept.universe}
            tries={kept.tried.length}
            doubtful={doubtful}
          />
        </div>
        <Part id="curves" title="Curves">
          <CurvesSection
            run={run}
            beside={report.beside}
            benchmark={benchmark}
            onSpan={setSpan}
            onDay={() => undefined}
          />
          <BesideChoice chosen={beside} onChange={setBeside} />
          <p className="text-soft">
            Drag across the curves, or use + and the arrows, and everything below is of that part alone.
          </p>
        </Part>
        <Part id="figures" title="Figures">
          <FiguresSection report={report} benchmark={benchmark} />
          <TradedFindings wrong={wrong} />
        </Part>
        <Part id="calendar" title="Calendar">
          <CalendarSection calendar={report.calendar} benchmark={benchmark} />
        </Part>
        <Part id="rolling" title="Rolling">
          <RollingSection report={report} days={day} />
        </Part>
        <Part id="drawdowns" title="Drawdowns">
          <DrawdownsSection rows={report.drawdowns} benchmark={benchmark} />
        </Part>
        <Part id="studies" title="Trade studies">
          <TradeStudiesSection report={report} />
        </Part>
        <Part id="regression" title={`Against ${benchmark}`}>
          <RegressionSection report={report} benchmark={benchmark} />
        </Part>
        <Part id="luck" title="Luck">
          <LuckSection report={report} />
          <div className="pt-3">
            <Baseline kept={kept} run={run} />
          </div>
        </Part>
        <Part id="trades" title="Trades">
          <div className="h-96">
            <TradesTable trades={report.trades} name={kept.name} onOpen={open} />
          </div>
        </Part>
        <Part id="why" title="Why, or why not">
          <WhySection kept={kept} asked={asked} onAsk={setAsked} />
        </Part>
        <Part id="next" title="Next orders">
          <NextOrders orders={run.nextOrders} name={kept.name} last={day[day.length - 1] ?? 0} />
        </Part>
      </div>
    </div>
  );
}

function Part({ id, title, children }: { id: string; title: string; children: ReactNode }) {
  return (
    <section id={id} aria-labelledby={`${id}-title`} className="border-b border-hairline py-4">
      <h3 id={`${id}-title`} className="pb-2 font-serif text-lg">
        {title}
      </h3>
      {children}
    </section>
  );
}
