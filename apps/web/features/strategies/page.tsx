'use client';

import { useEffect, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { useUndoKeys } from '@/parts/keys/use-undo-keys.ts';
import { useOpenSheet, useSheets } from '@/store/sheets/sheets.ts';
import { Result } from './result/result.tsx';
import { useLiveRun } from './result/use-live-run.ts';
import { marginNotes } from './sheet/margin/margin-notes.tsx';
import { SheetBar } from './sheet/sheet-bar.tsx';
import { SheetForm } from './sheet/sheet-form.tsx';
import { SHEET_STEPS } from './sheet/steps.ts';
import { useExplanation, useShares } from './sheet/use-explanation.ts';
import { ShelfPanel } from './shelf/shelf-panel.tsx';

/** The Strategies place: the sheet on one side, its live result on the other. */
export function StrategiesPage() {
  const load = useSheets((s) => s.load);
  const sheet = useOpenSheet();
  useEffect(() => {
    load(sheetInAddress());
  }, [load]);
  useSheetInAddress(sheet?.id);
  useUndoKeys('strategies', SHEET_STEPS);
  useEffect(() => {
    // What the store would not take is in this page alone.
    const leaving = (event: BeforeUnloadEvent): void => {
      if (useSheets.getState().saveProblem !== undefined) event.preventDefault();
    };
    window.addEventListener('beforeunload', leaving);
    return () => window.removeEventListener('beforeunload', leaving);
  }, []);
  return sheet ? <Workbench sheet={sheet} /> : null;
}

function sheetInAddress(): string | undefined {
  return new URLSearchParams(window.location.search).get('sheet') ?? undefined;
}

/** The address names the open sheet, and opening another is a step that Back takes back. */
function useSheetInAddress(id: string | undefined): void {
  useEffect(() => {
    if (!id || sheetInAddress() === id) return;
    const { all } = useSheets.getState();
    const known = all?.some((s) => s.id === sheetInAddress() && s.deleted === undefined);
    window.history[known ? 'pushState' : 'replaceState'](null, '', `/strategies?sheet=${id}`);
  }, [id]);
  useEffect(() => {
    const onBack = (): void => {
      const { all, open, openId } = useSheets.getState();
      const wanted = sheetInAddress();
      const there = all?.find((s) => s.id === wanted && s.deleted === undefined);
      if (there && there.id !== openId) open(there.id);
    };
    window.addEventListener('popstate', onBack);
    return () => window.removeEventListener('popstate', onBack);
  }, []);
}

function Workbench({ sheet }: { sheet: Sheet }) {
  const [attempt, setAttempt] = useState(0);
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
