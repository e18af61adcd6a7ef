// What a study is now: whether what it found still holds.

import { useEffect, useMemo, useState } from 'react';
import { type StoredStudy, studyOf } from '@/model/studies/stored-study.ts';
import { useStoredSheet } from '@/store/sheets/stored.ts';
import { usePieces } from '@/store/studies/studies.ts';
import { onMarketChange } from '@/store/tabs.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { type RunningStudy, useRunningStudies } from './state.ts';

export type StudyCondition =
  | { readonly kind: 'running'; readonly running: RunningStudy }
  | { readonly kind: 'faulty'; readonly why: string }
  | { readonly kind: 'stopped'; readonly pieces: number }
  | { readonly kind: 'new' }
  /** `changed`: what is otherwise since it was found */
  | { readonly kind: 'found'; readonly changed: readonly ('bars' | 'sheet')[] };

export function useCondition(row: StoredStudy): StudyCondition {
  const running = useRunningStudies(({ running: all }) => all.get(row.id));
  const fault = useRunningStudies(({ faults }) => faults.get(row.id));
  // While it runs they come by the second, and nobody asks how many.
  const kept = usePieces(running ? undefined : row.id) ?? 0;
  const barsChanged = useBarsChanged(row);
  const sheetChanged = useSheetChanged(row);
  return useMemo(() => {
    if (running) return { kind: 'running', running };
    // Another tab may have come to an answer since.
    if (fault && !(row.found && row.found.at > fault.at)) return { kind: 'faulty', why: fault.why };
    if (row.found) {
      const changed = [
        ...(barsChanged ? (['bars'] as const) : []),
        ...(sheetChanged ? (['sheet'] as const) : []),
      ];
      return { kind: 'found', changed };
    }
    return kept > 0 ? { kind: 'stopped', pieces: kept } : { kind: 'new' };
  }, [running, fault, kept, row.found, barsChanged, sheetChanged]);
}

/** Whether the store says otherwise of the bars than when the study ran. */
function useBarsChanged(row: StoredStudy): boolean {
  const mark = row.found?.market;
  const changes = useMarketChanges();
  const { latest } = useAnswer(
    mark === undefined
      ? undefined
      : async () => {
          // It knows what runs read, which a list of studies does not.
          const { marketMark } = await import('@/workers/market-mark.ts');
          return { mark, now: await marketMark(studyOf(row)) };
        },
    [row.study, mark, changes],
  );
  return latest !== undefined && latest.mark === mark && latest.now !== mark;
}

/** Counts the changes of the market while it is looked at. */
function useMarketChanges(): number {
  const [changes, setChanges] = useState(0);
  useEffect(() => onMarketChange(() => setChanges((count) => count + 1)), []);
  return changes;
}

/** Whether the sheet that was doubted runs something else by now; one that is deleted says nothing. */
function useSheetChanged({ origin }: StoredStudy): boolean {
  const key = origin?.key;
  const sheet = useStoredSheet(origin?.of === 'sheet' ? origin.id : undefined);
  const { latest } = useAnswer(
    sheet && key !== undefined && sheet.deleted === undefined
      ? async () => {
          const { runKey } = await import('@/model/sheet/read.ts');
          return { key, now: runKey(sheet.draft) };
        }
      : undefined,
    [sheet, key],
  );
  return latest !== undefined && latest.key === key && latest.now !== key;
}
