'use client';

import { at, isoFromDay, type Trade } from '@plateau/core';
import { blendSummaryJson, writeBlendFile } from '@plateau/files';
import { useCallback, useMemo, useState } from 'react';
import type { StoredBlendRun } from '@/model/rows.ts';
import { askedOf, blendAskedOf } from '@/model/runs/kept.ts';
import { DayPanel } from '@/parts/inspect/day-panel.tsx';
import { TradePanel } from '@/parts/inspect/trade-panel.tsx';
import { useSpanInAddress } from '@/ui/chart/use-span-in-address.ts';
import { saveFile } from '@/ui/save-file.ts';
import { useTitle } from '@/ui/use-title.ts';
import { blendTablesInWorker } from '@/workers/blend-client.ts';
import { FollowButton } from '../follow-button.tsx';
import { paperHtml } from '../paper/paper-html.tsx';
import { FilesMenu, reportItems, tableItems } from '../report/out-menu.tsx';
import { DrawnParts } from '../report/parts.tsx';
import { OutlineLinks } from '../report/run-report.tsx';
import { RunWords } from '../run-words.tsx';
import { useReportPlace } from '../use-report-place.ts';
import { BlendPaper } from './blend-paper.tsx';
import { BlendParts, outlineOf } from './blend-parts.tsx';
import { useRepeatedBlend } from './use-repeated-blend.ts';

/** A blend's run read to the bottom; a span dragged on its curves narrows what is of the curve alone. */
export function BlendReport({ kept }: { kept: StoredBlendRun }) {
  const [span, setSpan] = useSpanInAddress();
  useTitle('Runs', kept.name);
  const { shown, bootstrap, said, fault } = useRepeatedBlend(kept, span);
  const place = useReportPlace(kept.id, shown?.run);
  const [isDrawn, setDrawn] = useState(false);
  const onAll = useCallback(() => {
    setDrawn(true);
    const part = window.location.hash.slice(1);
    if (part !== '') document.getElementById(part)?.scrollIntoView();
  }, []);
  const trades = useMemo(
    (): readonly Trade[] => (shown ? [...shown.report.trades, ...(span ? [] : shown.run.openTrades)] : []),
    [shown, span],
  );
  const askedOfPart = useCallback((part: number) => askedOf(kept, part), [kept]);
  const form = shown?.run.form ?? 'apart';
  const outline = useMemo(() => outlineOf(form), [form]);

  if (!shown && fault) {
    return (
      <p role="alert" className="p-6">
        This run cannot be repeated: {fault} What was kept of it is untouched.
      </p>
    );
  }
  if (!shown) return <p className="p-6 text-soft">Mixing it again …</p>;
  const { run, report } = shown;
  const { day } = run.marks;
  const name = kept.name || 'Blend';
  const asked = blendAskedOf(kept);
  const names = run.parts.map((part) => part.name);
  const own =
    run.form === 'apart' ? run.parts.flatMap(({ kind }, k) => (kind === 'strategy' ? [k] : [])) : [];
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
            {said ?? 'Comparing with what was kept …'} A blend, {isoFromDay(at(day, report.first))} to{' '}
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
          <FilesMenu
            disabled={bootstrap === undefined}
            items={[
              ...reportItems(name, () =>
                paperHtml(
                  kept.name,
                  <BlendPaper
                    kept={kept}
                    run={run}
                    report={report}
                    bootstrap={bootstrap}
                    said={said ?? ''}
                  />,
                  report.trades,
                ),
              ),
              ...tableItems(name, (format) => blendTablesInWorker(asked, format)),
              [
                'Blend as JSON',
                async () => saveFile(`${name}.json`, 'application/json', writeBlendFile(asked.blend)),
              ],
              [
                'Figures as JSON',
                async () => saveFile(`${name} figures.json`, 'application/json', blendSummaryJson(run)),
              ],
            ]}
          />
        </header>
        <OutlineLinks outline={outline} />
        <div className="min-h-0 flex-1 overflow-auto px-4" tabIndex={0} role="region" aria-label="Report">
          <DrawnParts outline={outline} onAll={onAll}>
            <BlendParts
              kept={kept}
              run={run}
              report={report}
              bootstrap={bootstrap}
              place={place}
              trades={trades}
              span={span}
              onSpan={setSpan}
            />
          </DrawnParts>
        </div>
      </div>
      {place.trade && (
        <TradePanel
          asked={askedOfPart}
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
          asked={askedOfPart}
          parts={{ names, own }}
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
