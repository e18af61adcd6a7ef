'use client';

import { useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { late } from '@/ui/late.tsx';
import { useTitle } from '@/ui/use-title.ts';
import { useLiveRun } from './result/use-live-run.ts';
import { marginNotes } from './sheet/margin/margin-notes.tsx';
import { SheetBar } from './sheet/sheet-bar.tsx';
import { SheetForm } from './sheet/sheet-form.tsx';
import { useExplanation, useShares } from './sheet/use-explanation.ts';

// The sheet can be read and typed in before its result is there.
const Result = late('The result', () => import('./result/result.tsx').then((m) => m.Result), { ahead: true });
const ShelfPanel = late('The shelf', () => import('./shelf/shelf-panel.tsx').then((m) => m.ShelfPanel));

/** An open sheet beside its live result. */
export function Workbench({ sheet }: { sheet: Sheet }) {
  const [attempt, setAttempt] = useState(0);
  useTitle('Strategies', textOf(sheet.draft, 'name'));
  const [shelf, setShelf] = useState(false);
  const live = useLiveRun(sheet, attempt);
  const explained = useExplanation(sheet, live);
  const sharesOf = useShares(explained);
  return (
    <main className="h-full">
      <h1 className="sr-only">Strategies</h1>
      <Group orientation="horizontal" className="h-full">
        <Panel defaultSize="31%" minSize="22%" className="flex flex-col">
          {shelf ? (
            <ShelfPanel onClose={() => setShelf(false)} />
          ) : (
            <>
              <SheetBar sheet={sheet} onShelf={() => setShelf(true)} />
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
        </Panel>
        <Separator aria-label="Width of the sheet" className="w-1 bg-hairline hover:bg-accent" />
        <Panel minSize="40%">
          <Result live={live} sheet={sheet} again={() => setAttempt((n) => n + 1)} />
        </Panel>
      </Group>
    </main>
  );
}
