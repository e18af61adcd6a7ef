'use client';

import { isoFromDay, type Luck, type Trade } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import { type ReactNode, startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Cautions } from '@/features/strategies/result/cautions.tsx';
import { TradedFindings, useDoubtful } from '@/features/strategies/result/traded-findings.tsx';
import { TradesTable } from '@/features/trades/trades-table.tsx';
import type { StoredRun } from '@/store/database.ts';
import { ChartOut } from '@/ui/chart-out.tsx';
import type { DaySpan } from '@/ui/use-zoom.ts';
import type { ReportOutcome, ShownRun } from '@/workers/engine.worker.ts';
import { doubtInWorker, reportInWorker } from '@/workers/engine-client.ts';
import { DayPanel } from '../day/day-panel.tsx';
import { TradePanel } from '../trade/trade-panel.tsx';
import { useReportPlace } from '../use-report-place.ts';
import { verdict } from '../verdict.ts';
import { Baseline, useRandomEntries } from './baseline.tsx';
import { BesideChoice, useBeside } from './beside.tsx';
import { CalendarSection } from './calendar-section.tsx';
import { CurvesSection } from './curves-section.tsx';
import { DaysSection } from './days-section.tsx';
import { DrawdownsSection } from './drawdowns-section.tsx';
import { FiguresSection } from './figures-section.tsx';
import { LuckSection } from './luck-section.tsx';
import { NextOrders } from './next-orders.tsx';
import { OutMenu } from './out-menu.tsx';
import { RegressionSection } from './regression-section.tsx';
import { RollingSection } from './rolling-section.tsx';
import { TradeStudiesSection } from './trade-studies-section.tsx';
import { WhySection } from './why-section.tsx';
import { useHarderRuns, Worth } from './worth.tsx';

type Done = Extract<ReportOutcome, { kind: 'done' }>;

const OUTLINE = [
  ['curves', 'Curves'],
  ['figures', 'Figures'],
  ['worth', 'Cautions'],
  ['calendar', 'Calendar'],
  ['rolling', 'Rolling'],
  ['drawdowns', 'Drawdowns'],
  ['studies', 'Trade studies'],
  ['regression', 'Against the benchmark'],
  ['luck', 'Luck'],
  ['trades', 'Trades'],
  ['days', 'Days'],
  ['why', 'Why, or why not'],
  ['next', 'Next orders'],
] as const;

/** One run read to the bottom; a span dragged on its curves narrows everything below. */
export function RunReport({ kept }: { kept: StoredRun }) {
  const [span, setSpan] = useState<DaySpan>();
  const [beside, setBeside] = useBeside();
  const [shown, setShown] = useState<Done>();
  // Its first outcome, once all else is there: a part of it or another curve beside it is a report of the same run.
  const [whole, setWhole] = useState<ShownRun>();
  const [luck, setLuck] = useState<Luck>();
  const [said, setSaid] = useState<string>();
  const [fault, setFault] = useState<string>();
  const place = useReportPlace(kept.id, shown?.run);
  const drawn = useStages(OUTLINE.length, shown !== undefined);
  const harder = useHarderRuns(kept, whole);
  const entries = useRandomEntries(kept);
  const wrong = useDoubtful(whole);
  const doubtful = useMemo(() => new Set(wrong.map(({ symbol }) => symbol)), [wrong]);
  useEffect(() => {
    if (!beside) return;
    let late = false;
    const control = new AbortController();
    setLuck(undefined);
    const repeat = async (): Promise<void> => {
      const { universe, request, tried } = kept;
      const outcome = await reportInWorker(universe, request, { tried, span, beside });
      if (late || outcome.kind === 'stopped') return;
      if (outcome.kind === 'problems') {
        return setFault(outcome.problems.map(({ message }) => message).join(' '));
      }
      setShown(outcome);
      const told = await doubtInWorker(universe, request, span, control.signal);
      if (late || !told) return;
      setLuck(told.luck);
      setWhole((before) => before ?? outcome.run);
      setSaid(verdict(kept, { data: told.data, summary: summaryJson(outcome.run) }));
    };
    repeat().catch((error: Error) => !late && setFault(error.message));
    return () => {
      late = true;
      control.abort();
    };
  }, [kept, span, beside]);

  // Trades still open belong to the whole run, as they do on its sheet.
  const all = useMemo(
    () => (shown ? [...shown.report.trades, ...(span ? [] : shown.run.openTrades)] : []),
    [shown, span],
  );
  const { openTrade } = place;
  const openOne = useCallback((trade: Trade): void => openTrade(trade, all), [openTrade, all]);

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
    <div className="relative flex min-w-0 flex-1">
      <div
        className="flex min-w-0 flex-1 flex-col"
        data-testid="report"
        data-ready={said !== undefined && luck !== undefined && drawn === OUTLINE.length}
        inert={place.isOpen}
      >
        <header className="flex items-center gap-4 border-b border-hairline px-4 py-1">
          <h2 className="font-serif text-xl">{kept.name || 'no name'}</h2>
          <p className="text-soft" role="status">
            {said ?? 'Held against what was kept …'} {isoFromDay(day[report.first] ?? 0)} to{' '}
            {isoFromDay(day[report.last] ?? 0)}
            {span ? ', a part of it' : ''}.
          </p>
          <OutMenu
            kept={kept}
            run={run}
            report={report}
            said={said ?? ''}
            luck={luck}
            doubtful={doubtful}
            harder={harder}
            entries={entries}
          />
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
          <Part drawn={drawn} id="curves" title="Curves" picture={`${kept.name} curves`}>
            <CurvesSection
              run={run}
              beside={report.beside}
              benchmark={benchmark}
              onSpan={setSpan}
              onDay={place.openDay}
            />
            <BesideChoice chosen={beside ?? []} onChange={setBeside} />
            <p className="text-soft">
              Drag across the curves, or use + and the arrows, and everything below is of that part alone.
            </p>
          </Part>
          <Part drawn={drawn} id="figures" title="Figures">
            <FiguresSection report={report} benchmark={benchmark} />
            <TradedFindings wrong={wrong} />
          </Part>
          <Part drawn={drawn} id="worth" title="Cautions in figures">
            <Worth run={run} harder={harder} />
          </Part>
          <Part drawn={drawn} id="calendar" title="Calendar">
            <CalendarSection calendar={report.calendar} benchmark={benchmark} />
          </Part>
          <Part drawn={drawn} id="rolling" title="Rolling" picture={`${kept.name} rolling`}>
            <RollingSection report={report} days={day} />
          </Part>
          <Part drawn={drawn} id="drawdowns" title="Drawdowns">
            <DrawdownsSection rows={report.drawdowns} benchmark={benchmark} />
          </Part>
          <Part drawn={drawn} id="studies" title="Trade studies" picture={`${kept.name} trade studies`}>
            <TradeStudiesSection report={report} onOpen={openOne} />
          </Part>
          <Part
            drawn={drawn}
            id="regression"
            title={`Against ${benchmark}`}
            picture={`${kept.name} regression`}
          >
            <RegressionSection report={report} benchmark={benchmark} />
          </Part>
          <Part drawn={drawn} id="luck" title="Luck">
            <LuckSection report={report} luck={luck} />
            <div className="pt-3">
              <Baseline run={run} entries={entries} />
            </div>
          </Part>
          <Part drawn={drawn} id="trades" title="Trades">
            <div className={all.length > 0 ? 'h-96' : ''}>
              <TradesTable trades={all} name={kept.name} onOpen={openTrade} />
            </div>
          </Part>
          <Part drawn={drawn} id="days" title="Days">
            <DaysSection days={day} onDay={place.openDay} />
          </Part>
          <Part drawn={drawn} id="why" title="Why, or why not">
            <WhySection kept={kept} onDay={place.openDay} />
          </Part>
          <Part drawn={drawn} id="next" title="Next orders">
            <NextOrders run={run} name={kept.name} last={day[day.length - 1] ?? 0} />
          </Part>
        </div>
      </div>
      {place.trade && (
        <TradePanel
          kept={kept}
          trade={place.trade}
          list={place.list}
          onOpen={place.stepTo}
          onDay={place.openDay}
          onBack={place.back}
        />
      )}
      {place.day !== undefined && (
        <DayPanel
          kept={kept}
          day={place.day}
          onDay={place.stepToDay}
          onTrade={place.openHeld}
          onBack={place.back}
        />
      )}
    </div>
  );
}

/** Parts that are drawn at once; the others follow while nothing else is asked for. */
const AT_ONCE = 3;

/** How many of a page's parts are to be drawn by now: a long report answers before all of it is there. */
function useStages(count: number, ready: boolean): number {
  const [drawn, setDrawn] = useState(AT_ONCE);
  useEffect(() => {
    if (!ready || drawn >= count) return;
    const id = requestIdleCallback(() => startTransition(() => setDrawn(drawn + 1)), { timeout: 300 });
    return () => cancelIdleCallback(id);
  }, [count, ready, drawn]);
  return drawn;
}

interface PartProps {
  readonly id: (typeof OUTLINE)[number][0];
  readonly title: string;
  /** how many of the parts are drawn by now */
  readonly drawn: number;
  /** what its charts are called as a picture; none are taken out when left out */
  readonly picture?: string;
  readonly children: ReactNode;
}

function Part({ id, title, drawn, picture, children }: PartProps) {
  const self = useRef<HTMLElement>(null);
  const isDrawn = OUTLINE.findIndex(([name]) => name === id) < drawn;
  return (
    <section ref={self} id={id} aria-labelledby={`${id}-title`} className="border-b border-hairline py-4">
      <div className="flex items-center gap-2 pb-2">
        <h3 id={`${id}-title`} className="font-serif text-lg">
          {title}
        </h3>
        {picture && <ChartOut name={picture} charts={self} label={`${title} as a picture`} />}
      </div>
      {isDrawn ? children : <div className="h-64" />}
    </section>
  );
}
