// Records variants that stayed for a moment, and reads them back.

import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect } from 'react';
import { database } from '@/store/database.ts';
import { readWhere } from '@/store/read.ts';
import type { LiveRun } from '../result/use-live-run.ts';
import { isOpened, runKey } from '../sheet/read.ts';
import type { Sheet } from '../sheet/sheet.ts';
import { changesBetween, type LogEntry, smallCurve } from './entry.ts';

/** Milliseconds that a finished run stays on screen before it counts as a try. */
const MOMENT = 2000;

/** Milliseconds for which a rule that is still being written must rest to count as one. */
const REST = 10_000;

/** Whether a rule's text has the focus. */
function isWritten(): boolean {
  return document.activeElement?.closest('.rule-editor') != null;
}

/** A sheet's variants, the newest first; undefined while they are read. */
export function useLogbook(sheet: string): readonly LogEntry[] | undefined {
  return useLiveQuery(
    async () => (await readWhere('logbook', 'sheet', [sheet])).sort((a, b) => b.at - a.at),
    [sheet],
  );
}

/** Writes the run on screen into the logbook once it has stayed for a moment and was not there before. */
export function useRecorder(sheet: Sheet, live: LiveRun): void {
  const { id, draft } = sheet;
  const { status, run, benchmark } = live;
  const opened = isOpened(sheet);
  useEffect(() => {
    // The logbook compares variants over the same days: what is seen of the out-of-sample part stays out of it.
    if (status !== 'done' || !run || opened) return;
    let timer: ReturnType<typeof setTimeout>;
    const wait = (moment: number): void => {
      timer = setTimeout(() => {
        // A rule that is being written reads now and then on its way; it is a try once it is left, or rests.
        if (isWritten() && moment === MOMENT) wait(REST);
        else void record();
      }, moment);
    };
    wait(MOMENT);
    return () => clearTimeout(timer);

    async function record(): Promise<void> {
      if (!run) return;
      const key = runKey(draft);
      await database.transaction('rw', database.logbook, async () => {
        const entries = (await readWhere('logbook', 'sheet', [id])).sort((a, b) => a.at - b.at);
        if (entries.some((entry) => entry.key === key)) return;
        const before = entries[entries.length - 1];
        await database.logbook.add({
          id: crypto.randomUUID(),
          sheet: id,
          at: Date.now(),
          key,
          draft,
          changed: before ? changesBetween(before.draft, draft).join('; ') : 'the first that was run',
          benchmark,
          figures: run.figures,
          curve: smallCurve(run),
          pinned: false,
          name: '',
          note: '',
        });
      });
    }
  }, [id, draft, status, run, benchmark, opened]);
}
