// Records variants that stayed for a moment.

import { useEffect, useEffectEvent } from 'react';
import { type Drawn, type LogEntry, smallCurve } from '@/model/logbook/entry.ts';
import type { Draft } from '@/model/sheet/sheet.ts';
import { addVariant } from '@/store/logbook.ts';

/** Milliseconds that a finished run stays on screen before it counts as a try. */
const MOMENT = 2000;

/** Milliseconds for which a rule that is still being written must rest to count as one. */
const REST = 10_000;

/** Whether a rule is being written or pointed at: its text has the focus, its blocks have, or a list opened from them has. */
function isWritten(): boolean {
  const { activeElement } = document;
  return activeElement?.closest('.rule-editor, [data-rule-blocks], [data-value-list]') != null;
}

/** A finished run on screen, and what it was run from. */
interface Tried {
  /** the sheet's or the blend's id */
  readonly of: string;
  /** names the variant */
  readonly key: string;
  readonly draft: Draft;
  readonly run: Drawn;
  readonly benchmark: string;
  /** names what it runs, however it is written; undefined where that is not told apart */
  readonly name?: (draft: Draft) => string | undefined;
}

/**
 * Writes the run on screen into the logbook once it has stayed for a moment and was not there before.
 * @param tried undefined while there is none that counts
 * @param changes what led from one draft to another, in words
 */
export function useRecorder(
  tried: Tried | undefined,
  changes: (before: Draft, after: Draft) => readonly string[],
): void {
  const key = tried?.key;
  const run = tried?.run;
  const record = useEffectEvent(async (): Promise<void> => {
    if (!tried) return;
    const { of, key, draft, run, benchmark, name } = tried;
    const own = name?.(draft);
    const isSame = (before: LogEntry): boolean => own !== undefined && name?.(before.draft) === own;
    await addVariant(of, key, isSame, (before) => ({
      id: crypto.randomUUID(),
      sheet: of,
      at: Date.now(),
      key,
      draft,
      changed: before ? changes(before.draft, draft).join('; ') : 'the first that was run',
      benchmark,
      figures: run.figures,
      curve: smallCurve(run),
      pinned: false,
      name: '',
      note: '',
    }));
  });
  useEffect(() => {
    if (key === undefined || !run) return;
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
  }, [key, run]);
}
