'use client';

import { type Blend, type Bootstrap, isoFromDay, type Report, type Trade } from '@plateau/core';
import { useCallback, useMemo, useState } from 'react';
import type { StoredBlendRun } from '@/model/rows.ts';
import { blendAskedOf } from '@/model/runs/kept.ts';
import { AtWork } from '@/parts/blend/at-work.tsx';
import { BlendCautions } from '@/parts/blend/blend-cautions.tsx';
import { BlendCharts } from '@/parts/blend/blend-charts.tsx';
import { Contributions } from '@/parts/blend/contributions.tsx';
import { Alike, FiguresColumns, WithoutEach } from '@/parts/blend/figures-columns.tsx';
import { PartOrders } from '@/parts/blend/part-orders.tsx';
import { Refusals } from '@/parts/blend/refusals.tsx';
import { CalendarSection } from '@/parts/report/calendar-section.tsx';
import { DrawdownsSection } from '@/parts/report/drawdowns-section.tsx';
import { FiguresSection } from '@/parts/report/figures-section.tsx';
import { RegressionSection } from '@/parts/report/regression-section.tsx';
import { RollingSection } from '@/parts/report/rolling-section.tsx';
import { TradeStudiesSection } from '@/parts/report/trade-studies-section.tsx';
import { TradesTable } from '@/parts/trades/trades-table.tsx';
import type { DaySpan } from '@/ui/chart/use-zoom.ts';
import { count } from '@/ui/format.ts';
import { BootstrapSection } from '../report/bootstrap-section.tsx';
import { DaysSection } from '../report/days-section.tsx';
import { KeptSettings } from '../report/kept-settings.tsx';
import { type Outline, Part } from '../report/parts.tsx';
import { WhySection } from '../report/why-section.tsx';
import type { useReportPlace } from '../use-report-place.ts';
import type { WholeBlend } from './use-repeated-blend.ts';

/** The parts of a blend's report; sums over the trades of buckets mean nothing, so those of one account alone are studied. */
export function outlineOf(form: Blend['form']): Outline {
  return [
    ['curves', 'Curves'],
    ['figures', 'Figures'],
    ['parts', 'Parts'],
    ['alike', 'Alike'],
    ['earned', 'Earned'],
    ['work', 'At work'],
    ['candidates', 'Candidates'],
    ['calendar', 'Calendar'],
    ['rolling', 'Rolling'],
    ['drawdowns', 'Drawdowns'],
    ...(form === 'together' ? [['studies', 'Trade studies'] as const] : []),
    ['regression', 'Against the benchmark'],
    ['luck', 'Luck'],
    ['trades', 'Trades'],
    ['days', 'Days'],
    ['why', 'Why, or why not'],
    ['next', 'Next orders'],
    ['settings', 'Settings'],
  ];
}

interface BlendPartsProps {
  readonly kept: StoredBlendRun;
  readonly run: WholeBlend;
  readonly report: Report;
  readonly bootstrap: Bootstrap | undefined;
  readonly place: ReturnType<typeof useReportPlace>;
  readonly trades: readonly Trade[];
  readonly span: DaySpan | undefined;
  readonly onSpan: (span: DaySpan | undefined) => void;
}

/** A blend's report, part by part. */
export function BlendParts(props: BlendPartsProps) {
  const { kept, run, report, bootstrap, place, trades, span, onSpan } = props;
  const { benchmark } = kept;
  const asked = useMemo(() => blendAskedOf(kept), [kept]);
  const { barsPerYear } = report;
  const [lit, setLit] = useState<number>();
  const { openTrade } = place;
  const openOne = useCallback((trade: Trade): void => openTrade(trade, trades), [openTrade, trades]);
  const names = useMemo(() => run.parts.map(({ name }) => name), [run]);
  const strategies = useMemo(
    () => run.parts.flatMap(({ kind, name }, k) => (kind === 'strategy' ? [[k, name] as const] : [])),
    [run],
  );
  const reviews = [...run.reviewed].flatMap((moved, t) => (moved ? [run.marks.day[t] ?? 0] : []));
  const last = reviews.at(-1);
  return (
    <>
      <div className="pt-2">
        <BlendCautions run={run} asked={asked} tries={kept.tried.length} />
      </div>
      <Part id="curves" title="Curves" picture={`${kept.name} curves`}>
        <div className="flex h-96 flex-col">
          <BlendCharts
            name={kept.name}
            run={run}
            benchmark={benchmark}
            days={span}
            onSpan={onSpan}
            lit={lit}
            onLit={setLit}
          />
        </div>
        <p className="text-soft">
          Drag across the curves, or use + and the arrows, and the figures, calendar, drawdowns and luck below
          are of that part alone; what is told of the parts is of the whole run.
        </p>
      </Part>
      <Part id="figures" title="Figures">
        <FiguresSection report={report} benchmark={benchmark} whose="Blend" />
      </Part>
      <Part id="parts" title="Parts">
        <div className="grid gap-4 overflow-x-auto">
          <FiguresColumns run={run} benchmark={benchmark} barsPerYear={barsPerYear} />
          {names.length > 1 && <WithoutEach run={run} />}
          {last !== undefined && (
            <p className="text-soft">
              Money was moved between the buckets on {count(reviews.length, 'day')}, the last time on{' '}
              {isoFromDay(last)}.
            </p>
          )}
        </div>
      </Part>
      <Part id="alike" title="Alike">
        <Alike run={run} benchmark={benchmark} />
      </Part>
      <Part id="earned" title="Earned" picture={`${kept.name} earned`}>
        <div className="h-72">
          <Contributions run={run} />
        </div>
      </Part>
      <Part id="work" title="Capital at work" picture={`${kept.name} at work`}>
        <div className="h-64">
          <AtWork run={run} />
        </div>
      </Part>
      <Part id="candidates" title="Candidates">
        <Refusals run={run} />
      </Part>
      <Part id="calendar" title="Calendar">
        <CalendarSection calendar={report.calendar} benchmark={benchmark} whose="Blend" />
      </Part>
      <Part id="rolling" title="Rolling" picture={`${kept.name} rolling`}>
        <RollingSection report={report} days={run.marks.day} />
      </Part>
      <Part id="drawdowns" title="Drawdowns">
        <DrawdownsSection rows={report.drawdowns} benchmark={benchmark} />
      </Part>
      {run.form === 'together' && (
        <Part id="studies" title="Trade studies" picture={`${kept.name} trade studies`}>
          <TradeStudiesSection report={report} days={run.marks.day} onOpen={openOne} />
        </Part>
      )}
      <Part id="regression" title={`Against ${benchmark}`} picture={`${kept.name} regression`}>
        <RegressionSection report={report} benchmark={benchmark} />
      </Part>
      <Part id="luck" title="Luck">
        <BootstrapSection report={report} bootstrap={bootstrap} />
      </Part>
      <Part id="trades" title="Trades">
        {run.form === 'apart' && (
          <p className="text-soft">Each trade is of its part’s own run, in that run’s money.</p>
        )}
        <div className={trades.length > 0 ? 'h-96' : ''}>
          <TradesTable trades={trades} name={kept.name} parts={names} onOpen={place.openTrade} />
        </div>
      </Part>
      <Part id="days" title="Days">
        <DaysSection days={run.marks.day} onDay={place.openDay} />
      </Part>
      <Part id="why" title="Why, or why not">
        {strategies.length > 0 ? (
          <WhySection kept={kept} parts={strategies} onDay={place.openDay} />
        ) : (
          <p className="text-soft">No part has rules.</p>
        )}
      </Part>
      <Part id="next" title="Next orders">
        <PartOrders run={run} name={kept.name} />
      </Part>
      <Part id="settings" title="Settings">
        <KeptSettings kept={kept} />
      </Part>
    </>
  );
}
