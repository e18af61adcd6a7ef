'use client';

import { useQueryState } from 'nuqs';
import { Suspense, useEffect, useEffectEvent, useRef, useState } from 'react';
import { useUndoKeys } from '@/parts/keys/use-undo-keys.ts';
import { openSheet } from '@/store/sheets/keep.ts';
import { loadSheets } from '@/store/sheets/load.ts';
import { livingSheets, useOpenSheet, useSheets } from '@/store/sheets/state.ts';
import { late } from '@/ui/late.tsx';
import { beginReading } from '@/workers/begin-reading.ts';
import { openLinked } from './sheet/link.ts';
import { SHEET_STEPS } from './sheet/steps.ts';

// The sheets are read from the store while their workbench comes.
const Workbench = late('The sheet', () => import('./workbench.tsx').then((m) => m.Workbench), {
  ahead: true,
});

/** The Strategies place: the sheet on one side, its live result on the other. */
export function StrategiesPage() {
  return (
    <Suspense>
      <Strategies />
    </Suspense>
  );
}

function Strategies() {
  const isAgreed = useSheetInAddress();
  useEffect(() => beginReading(), []);
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
  return sheet && isAgreed ? <Workbench sheet={sheet} /> : null;
}

const isLiving = (id: string | null): boolean => livingSheets().some((sheet) => sheet.id === id);

/**
 * The address names the open sheet, and opening another is a step that Back takes back.
 * @returns whether the two have agreed once: one who follows a link is shown no other sheet before
 */
function useSheetInAddress(): boolean {
  const [wanted, setWanted] = useQueryState('sheet');
  const id = useSheets((s) => s.openId);
  const load = useEffectEvent(() => void loadSheets(wanted ?? undefined).then(openLinked));
  useEffect(() => load(), []);
  const followed = useRef<string | null>(null);
  const [isAgreed, setAgreed] = useState(false);
  const agree = useEffectEvent(() => {
    if (id === undefined) return;
    const isNew = wanted !== followed.current;
    followed.current = wanted;
    if (wanted === id) return setAgreed(true);
    // Whichever of the two changed leads. Nobody can go back to a sheet that is not there.
    if (isNew && wanted !== null && isLiving(wanted)) openSheet(wanted);
    else void setWanted(id, { history: isLiving(wanted) ? 'push' : 'replace' });
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: they are made to agree when either changes
  useEffect(() => agree(), [id, wanted]);
  return isAgreed;
}
