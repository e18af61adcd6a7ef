'use client';

import { at, isoFromDay, type Trade } from '@plateau/core';
import { useCallback, useMemo, useState } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { Cautions } from '@/parts/cautions/cautions.tsx';
import { TradedFindings, useDoubtful } from '@/parts/cautions/traded-findings.tsx';
import { TradesTable } from '@/parts/trades/trades-table.tsx';
import type { DaySpan } from '@/ui/use-zoom.ts';
import { DayPanel } from '../day/day-panel.tsx';
import { TradePanel } from '../trade/trade-panel.tsx';
import { useReportPlace } from '../use-report-place.ts';
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
import { DrawnParts, OUTLINE, Part } from './parts.tsx';
import { RegressionSection } from './regression-section.tsx';
import { RollingSection } from './rolling-section.tsx';
import { TradeStudiesSection } from './trade-studies-section.tsx';
import { useRepeatedRun } from './use-repeated-run.ts';
import { WhySection } from './why-section.tsx';
import { useHarderRuns, Worth } from './worth.tsx';

/** One run read to the bottom; a span dragged on its curves narrows everything below. */
export function RunReport({ kept }: { kept: StoredRun }) {
  const [span, setSpan] = useState<DaySpan>();
  const [beside, setBeside] = useBeside();
  const { shown, luck, said, whole, fault } = useRepeatedRun(kept, span, beside);
  const place = useReportPlace(kept.id, shown?.run);
  const [isDrawn, setDrawn] = useState(false);
  const onAll = useCallback(() => setDrawn(true), []);
  const harder = useHarderRuns(kept, whole);
  const entries = useRandomEntries(kept);
  const wrong = useDoubtful(whole);
  const doubtful = useMemo(() => new Set(wrong.map(({ symbol }) => symbol)), [wrong]);
  // Trades still open belong to the whole run, as they do on its sheet.
  const all = useMemo(
    () => (shown ? [...shown.report.trades, ...(span ? [] : shown.run.openTrades)] : []),
    [shown, span],
  );
  const { openTrade } = place;
  const openOne = useCallback((trade: Trade): void => openTrade(trade, all), [openTrade, all]);

  if (!shown && fault) {
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
        data-ready={said !== undefined && luck !== undefined && isDrawn}
        inert={place.isOpen}
      >
        <header className="flex items-center gap-4 border-b border-hairline px-4 py-1">
          <h2 className="font-serif text-xl">{kept.name || 'no name'}</h2>
          <p className="text-soft" role="status">
            {said ?? 'Held against what was kept …'} {isoFromDay(at(day, report.first))} to{' '}
            {isoFromDay(at(day, report.last))}
            {span ? ', a part of it' : ''}.
          </p>
          {fault && (
            <p role="alert" className="text-loss">
              Not all of it could be worked out: {fault}
            </p>
          )}
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
          <DrawnParts onAll={onAll}>
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
            <Part id="figures" title="Figures">
              <FiguresSection report={report} benchmark={benchmark} />
              <TradedFindings wrong={wrong} />
            </Part>
            <Part id="worth" title="Cautions in figures">
              <Worth run={run} harder={harder} />
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
              <TradeStudiesSection report={report} onOpen={openOne} />
            </Part>
            <Part id="regression" title={`Against ${benchmark}`} picture={`${kept.name} regression`}>
              <RegressionSection report={report} benchmark={benchmark} />
            </Part>
            <Part id="luck" title="Luck">
              <LuckSection report={report} luck={luck} />
              <div className="pt-3">
                <Baseline run={run} entries={entries} />
              </div>
            </Part>
            <Part id="trades" title="Trades">
              <div className={all.length > 0 ? 'h-96' : ''}>
                <TradesTable trades={all} name={kept.name} onOpen={openTrade} />
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
          </DrawnParts>
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
