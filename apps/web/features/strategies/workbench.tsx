'use client';

import { useMemo, useState } from 'react';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { late } from '@/ui/late.tsx';
import { Split } from '@/ui/split.tsx';
import { useTitle } from '@/ui/use-title.ts';
import { useLiveRun } from './result/use-live-run.ts';
import { marginNotes } from './sheet/margin/margin-notes.tsx';
import { SheetBar } from './sheet/sheet-bar.tsx';
import { SheetForm } from './sheet/sheet-form.tsx';
import { useExplanation, useShares } from './sheet/use-explanation.ts';
import { useOpened } from './use-opened.ts';

// The sheet can be read and typed in before its result is there.
const Result = late('The result', () => import('./result/result.tsx').then((m) => m.Result), { ahead: true });
const AloneReport = late('The report', () => import('./alone/alone-report.tsx').then((m) => m.AloneReport));
const TradePanel = late('The trade', () =>
  import('@/parts/inspect/trade-panel.tsx').then((m) => m.TradePanel),
);
const DayPanel = late('The day', () => import('@/parts/inspect/day-panel.tsx').then((m) => m.DayPanel));
const SheetsPanel = late('The sheets', () => import('./sheet/sheets-panel.tsx').then((m) => m.SheetsPanel));
const ShelfPanel = late('The shelf', () => import('./shelf/shelf-panel.tsx').then((m) => m.ShelfPanel));

/** An open sheet beside its live result. */
export function Workbench({ sheet }: { sheet: Sheet }) {
  const [attempt, setAttempt] = useState(0);
  useTitle('Strategies', textOf(sheet.draft, 'name'));
  const [beside, setBeside] = useState<'shelf' | 'sheets'>();
  const close = (): void => setBeside(undefined);
  const live = useLiveRun(sheet, attempt);
  const explained = useExplanation(sheet, live);
  const sharesOf = useShares(explained);
  const { inspection, inspected, ofAlone, openAlone } = useOpened(live);
  const askedOf = useMemo(() => inspected && (() => inspected), [inspected]);
  return (
    <main className="relative h-full">
      <h1 className="sr-only">Strategies</h1>
      <Split
        label="Width of the sheet"
        size="31%"
        least="22%"
        inert={ofAlone !== undefined || inspection.isOpen}
        first={
          <>
            {beside === 'shelf' && <ShelfPanel onClose={close} />}
            {beside === 'sheets' && <SheetsPanel onClose={close} />}
            {beside === undefined && (
              <>
                <SheetBar
                  sheet={sheet}
                  onShelf={() => setBeside('shelf')}
                  onSheets={() => setBeside('sheets')}
                />
                <div
                  className="min-h-0 flex-1 overflow-auto"
                  tabIndex={0}
                  role="region"
                  aria-label="Settings of the sheet"
                >
                  <SheetForm
                    sheet={sheet}
                    problems={live.problems}
                    sharesOf={sharesOf}
                    days={live.run?.marks.day}
                    notes={marginNotes(sheet, live, explained)}
                  />
                </div>
              </>
            )}
          </>
        }
        second={
          <Result
            live={live}
            sheet={sheet}
            again={() => setAttempt((n) => n + 1)}
            onShelf={() => setBeside('shelf')}
            onOpenTrade={inspection.openTrade}
            onAlone={openAlone}
          />
        }
      />
      {ofAlone && (
        <AloneReport
          key={ofAlone.alone.symbol}
          asked={ofAlone}
          onOpenTrade={inspection.openTrade}
          onBack={() => openAlone(undefined)}
        />
      )}
      {inspection.trade && askedOf && (
        <TradePanel
          asked={askedOf}
          trade={inspection.trade}
          list={inspection.list}
          every={inspection.every}
          account={inspection.account}
          onOpen={inspection.stepTo}
          onDay={inspection.openDay}
          back={ofAlone ? `${ofAlone.alone.symbol} alone` : 'Sheet'}
          onBack={inspection.back}
        />
      )}
      {inspection.day !== undefined && askedOf && (
        <DayPanel
          asked={askedOf}
          day={inspection.day}
          days={inspection.account.day}
          onDay={inspection.stepToDay}
          onTrade={inspection.openHeld}
          back={ofAlone ? `${ofAlone.alone.symbol} alone` : 'Sheet'}
          onBack={inspection.back}
        />
      )}
    </main>
  );
}
