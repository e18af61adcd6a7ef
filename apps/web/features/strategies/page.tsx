'use client';

import { useQueryState } from 'nuqs';
import { Suspense, useEffect, useEffectEvent, useState } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { useUndoKeys } from '@/parts/keys/use-undo-keys.ts';
import { openSheet } from '@/store/sheets/keep.ts';
import { loadSheets } from '@/store/sheets/load.ts';
import { livingSheets, useOpenSheet, useSheets } from '@/store/sheets/state.ts';
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
  return (
    <Suspense>
      <Strategies />
    </Suspense>
  );
}

function Strategies() {
  useSheetInAddress();
  useUndoKeys('strategies', SHEET_STEPS);
  useEffect(() => {
    // What the store would not take is in this page alone.
    const leaving = (event: BeforeUnloadEvent): void => {
      if (useSheets.getState().saveProblem !== undefined) event.preventDefault();
    };
    window.addEventListener('beforeunload', leaving);
    return () => window.removeEventListener('beforeunload', leaving);
  }, []);
  const sheet = useOpenSheet();
  return sheet ? <Workbench sheet={sheet} /> : null;
}

const isLiving = (id: string | null): boolean => livingSheets().some((sheet) => sheet.id === id);

/** The address names the open sheet, and opening another is a step that Back takes back. */
function useSheetInAddress(): void {
  const [wanted, setWanted] = useQueryState('sheet');
  const id = useSheets((s) => s.openId);
  const load = useEffectEvent(() => void loadSheets(wanted ?? undefined));
  useEffect(() => load(), []);
  const tell = useEffectEvent(() => {
    // Nobody can go back to a sheet that is not there.
    if (id !== undefined && id !== wanted)
      void setWanted(id, { history: isLiving(wanted) ? 'push' : 'replace' });
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: a sheet that is opened is told
  useEffect(() => tell(), [id]);
  const follow = useEffectEvent(() => {
    if (wanted !== null && id !== undefined && wanted !== id && isLiving(wanted)) openSheet(wanted);
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the address is followed when it changes, not when the sheet does
  useEffect(() => follow(), [wanted]);
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
