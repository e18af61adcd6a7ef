'use client';

import { useQueryState } from 'nuqs';
import { Suspense, useEffect, useEffectEvent, useRef, useState } from 'react';
import { useUndoKeys } from '@/parts/keys/use-undo-keys.ts';
import { readBlends } from '@/store/blends/keep.ts';
import { blendOf, openBlend, useBlends, useOpenBlend } from '@/store/blends/state.ts';
import { readSheets } from '@/store/sheets/load.ts';
import { useSheets } from '@/store/sheets/state.ts';
import { late } from '@/ui/late.tsx';
import { beginReading } from '@/workers/begin-reading.ts';
import { BLEND_STEPS } from './steps.ts';

const Workbench = late('The blend', () => import('./workbench.tsx').then((m) => m.Workbench), {
  ahead: true,
});
const BlendList = late('The blends', () => import('./new/blend-list.tsx').then((m) => m.BlendList));

/** The Blends place: the list of all, or one beside its live result. */
export function BlendsPage() {
  return (
    <Suspense>
      <Blends />
    </Suspense>
  );
}

function Blends() {
  const isAgreed = useBlendInAddress();
  useEffect(() => beginReading(), []);
  useUndoKeys('blends', BLEND_STEPS);
  useEffect(() => {
    // What the store would not take is in this page alone.
    const leaving = (event: BeforeUnloadEvent): void => {
      if (useBlends.getState().saveProblem !== undefined) event.preventDefault();
    };
    window.addEventListener('beforeunload', leaving);
    return () => window.removeEventListener('beforeunload', leaving);
  }, []);
  const isRead = useBlends((s) => s.all !== undefined);
  const hasSheets = useSheets((s) => s.all !== undefined);
  const blend = useOpenBlend();
  if (!isRead || !hasSheets || !isAgreed) return null;
  return blend ? <Workbench blend={blend} /> : <BlendList />;
}

/** What the address says while the list of all is shown. */
const ALL = 'all';

const isThere = (name: string | null): boolean => {
  const blend = blendOf(name ?? undefined);
  return name === ALL || (blend !== undefined && blend.deleted === undefined);
};

/**
 * The address names the open blend, or the list; opening another is a step that Back takes back.
 * @returns whether the two have agreed once: one who follows a link is shown no other blend before
 */
function useBlendInAddress(): boolean {
  const [wanted, setWanted] = useQueryState('blend');
  const shown = useBlends((s) => s.openId) ?? ALL;
  const isRead = useBlends((s) => s.all !== undefined);
  useEffect(() => void Promise.all([readSheets(), readBlends()]), []);
  const followed = useRef<string | null>(null);
  const [isAgreed, setAgreed] = useState(false);
  const agree = useEffectEvent(() => {
    if (!isRead) return;
    const isNew = wanted !== followed.current;
    followed.current = wanted;
    if (wanted === shown) return setAgreed(true);
    // Whichever of the two changed leads. Nobody can go back to a blend that is not there.
    if (isNew && wanted !== null && isThere(wanted)) openBlend(wanted === ALL ? undefined : wanted);
    else void setWanted(shown, { history: isThere(wanted) ? 'push' : 'replace' });
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: they are made to agree when either changes
  useEffect(() => agree(), [shown, wanted, isRead]);
  return isAgreed;
}
