// Records variants that stayed for a moment.

import { useEffect } from 'react';
import { changesBetween, smallCurve } from '@/model/logbook/entry.ts';
import { isOpened, runKey } from '@/model/sheet/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { addVariant } from '@/store/logbook.ts';
import type { LiveRun } from '../result/use-live-run.ts';

/** Milliseconds that a finished run stays on screen before it counts as a try. */
const MOMENT = 2000;

/** Milliseconds for which a rule that is still being written must rest to count as one. */
const REST = 10_000;

/** Whether a rule's text has the focus. */
function isWritten(): boolean {
  return document.activeElement?.closest('.rule-editor') != null;
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
      await addVariant(id, key, (before) => ({
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
      }));
    }
  }, [id, draft, status, run, benchmark, opened]);
}
