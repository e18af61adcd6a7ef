'use client';

import { at, isoFromDay } from '@plateau/core';
import { FlaskConical } from 'lucide-react';
import { useCallback, useMemo, useState } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { askedOf } from '@/model/runs/kept.ts';
import type { Question } from '@/model/studies/questions.ts';
import { useDoubtful } from '@/parts/cautions/traded-findings.tsx';
import { DayPanel } from '@/parts/inspect/day-panel.tsx';
import { TradePanel } from '@/parts/inspect/trade-panel.tsx';
import { DoubtMenu } from '@/parts/studies/doubt-menu.tsx';
import { Button } from '@/ui/button';
import { useSpanInAddress } from '@/ui/chart/use-span-in-address.ts';
import { useTitle } from '@/ui/use-title.ts';
import { FollowButton } from '../follow-button.tsx';
import { RunWords } from '../run-words.tsx';
import { useReportPlace } from '../use-report-place.ts';
import { useRandomEntries } from './baseline.tsx';
import { useComparisons } from './comparisons.tsx';
import { OutMenu } from './out-menu.tsx';
import { DrawnParts, OUTLINE, type Outline } from './parts.tsx';
import { ReportParts } from './report-parts.tsx';
import { useStressTests } from './stress-tests.tsx';
import { useRepeatedRun } from './use-repeated-run.ts';

/** One run read to the bottom; a span dragged on its curves narrows everything below. */
export function RunReport({ kept }: { kept: StoredRun }) {
  const [span, setSpan] = useSpanInAddress();
  useTitle('Runs', kept.name);
  const [comparisons, changeComparisons] = useComparisons();
  const { shown, bootstrap, said, whole, fault } = useRepeatedRun(kept, span, comparisons);
  const place = useReportPlace(kept.id, shown?.run);
  const [isDrawn, setDrawn] = useState(false);
  const onAll = useCallback(() => {
    setDrawn(true);
    // The part that the address names is there only now.
    const part = window.location.hash.slice(1);
    if (part !== '') document.getElementById(part)?.scrollIntoView();
  }, []);
  const asked = useCallback((part: number) => askedOf(kept, part), [kept]);
  const stressTests = useStressTests(kept, whole);
  const entries = useRandomEntries(kept);
  const wrong = useDoubtful(whole);
  const doubtful = useMemo(() => new Set(wrong.map(({ symbol }) => symbol)), [wrong]);
  // Trades still open belong to the whole run, as they do on its sheet.
  const all = useMemo(
    () => (shown ? [...shown.report.trades, ...(span ? [] : shown.run.openTrades)] : []),
    [shown, span],
  );

  if (!shown && fault) {
    return (
      <p role="alert" className="p-6">
        This run cannot be repeated: {fault} What was kept of it is untouched.
      </p>
    );
  }
  if (!shown) return <p className="p-6 text-soft">Running it again …</p>;
  const { run, report } = shown;
  const { day } = run.marks;
  return (
    <div className="relative flex min-w-0 flex-1">
      <div
        className="flex min-w-0 flex-1 flex-col"
        data-testid="report"
        data-ready={said !== undefined && bootstrap !== undefined && isDrawn}
        inert={place.isOpen}
      >
        <header className="flex items-center gap-4 border-b border-hairline px-4 py-1 max-[999px]:flex-wrap max-[999px]:gap-y-1">
          <RunWords run={kept} />
          <p className="text-soft" role="status">
            {said ?? 'Comparing with what was kept …'} {isoFromDay(at(day, report.first))} to{' '}
            {isoFromDay(at(day, report.last))}
            {span ? ', a part of it' : ''}.
          </p>
          {fault && (
            <p role="alert" className="text-loss">
              Not all of it could be worked out: {fault}
            </p>
          )}
          <span className="ml-auto" />
          <FollowButton kept={kept} first={at(day, 0)} last={at(day, day.length - 1)} />
          <DoubtMenu
            doubt={(question) => doubtRun(kept, question)}
            trigger={
              <Button className="shrink-0">
                <FlaskConical size={14} aria-hidden /> Doubt it …
              </Button>
            }
          />
          <OutMenu
            kept={kept}
            run={run}
            report={report}
            said={said ?? ''}
            bootstrap={bootstrap}
            doubtful={doubtful}
            stressTests={stressTests}
            entries={entries}
          />
        </header>
        <OutlineLinks outline={OUTLINE} />
        <div className="min-h-0 flex-1 overflow-auto px-4" tabIndex={0} role="region" aria-label="Report">
          <DrawnParts onAll={onAll}>
            <ReportParts
              kept={kept}
              shown={shown}
              bootstrap={bootstrap}
              place={place}
              comparisons={comparisons ?? []}
              onComparisons={changeComparisons}
              span={span}
              onSpan={setSpan}
              trades={all}
              wrong={wrong}
              doubtful={doubtful}
              stressTests={stressTests}
              entries={entries}
            />
          </DrawnParts>
        </div>
      </div>
      {place.trade && (
        <TradePanel
          asked={asked}
          trade={place.trade}
          list={place.list}
          every={place.every}
          account={place.account}
          onOpen={place.stepTo}
          onDay={place.openDay}
          back="Report"
          onBack={place.back}
        />
      )}
      {place.day !== undefined && (
        <DayPanel
          asked={asked}
          day={place.day}
          days={place.account.day}
          onDay={place.stepToDay}
          onTrade={place.openHeld}
          back="Report"
          onBack={place.back}
        />
      )}
    </div>
  );
}

export function OutlineLinks({ outline }: { outline: Outline }) {
  return (
    <nav
      aria-label="Parts of the report"
      className="flex flex-wrap gap-x-4 border-b border-hairline px-4 py-1"
    >
      {outline.map(([id, name]) => (
        <a
          key={id}
          href={`#${id}`}
          className="inline-flex min-h-[1.85rem] items-center whitespace-nowrap text-accent hover:underline"
        >
          {name}
        </a>
      ))}
    </nav>
  );
}

/** What makes a study of it is loaded when it is asked for. */
async function doubtRun(kept: StoredRun, question: Question): Promise<string> {
  const doubt = await import('@/parts/studies/doubt.ts');
  return doubt.doubtRun(kept, question);
}
