'use client';

import type { Strategy } from '@plateau/core';
import type { LogEntry } from '@/model/logbook/entry.ts';
import { nameOfUniverse } from '@/model/market/alone.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { KeepButton } from '@/parts/keep-button.tsx';
import { keepRun } from '@/parts/keep-run.ts';
import { useUniverses } from '@/store/market/listings.ts';
import type { LiveRun } from './use-live-run.ts';

interface KeepSheetRunProps {
  readonly sheet: Sheet;
  readonly live: LiveRun;
  /** the sheet's variants; undefined while they are read */
  readonly logbook: readonly LogEntry[] | undefined;
}

/** Runs of one sheet are told apart by what its dials stood at. */
function nameWithDials(name: string, dials: Strategy['dials']): string {
  const values = Object.entries(dials).map(([dial, { value }]) => `${dial} ${value}`);
  return values.length > 0 ? `${name}, ${values.join(', ')}` : name;
}

/** Keeps the sheet's run on screen. */
export function KeepSheetRun({ sheet, live, logbook }: KeepSheetRunProps) {
  const universes = useUniverses();
  const { asked, status, run } = live;
  const isReady = status === 'done' && asked && run && universes && logbook;
  const keep = async (): Promise<string> => {
    if (!isReady) throw new Error('it has not come to its end');
    const stored = await keepRun({
      name: nameWithDials(textOf(sheet.draft, 'name'), asked.request.strategy.dials),
      sheet: sheet.id,
      ...asked,
      universeName: nameOfUniverse(asked.universe, universes.find(({ id }) => id === asked.universe)?.name),
      tried: logbook.map(({ figures }) => figures.sharpe),
      run,
    });
    return stored.id;
  };
  return <KeepButton run={run} disabled={!isReady} onKeep={keep} />;
}
