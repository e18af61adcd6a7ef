// The rules on each instrument by itself, as they come from their worker.

import type { AloneSize, NotAlone, PerInstrument } from '@plateau/core';
import { useEffect, useRef, useState } from 'react';
import { readDraft } from '@/model/sheet/read.ts';
import type { Draft } from '@/model/sheet/sheet.ts';
import { readMembers } from '@/store/market/universes.ts';
import { perInstrumentInWorker } from '@/workers/apart-client.ts';

export interface AloneWork {
  /** the variant and the size they are of */
  readonly key: string;
  readonly rows: readonly PerInstrument[];
  /** those that could not be run, with the reason */
  readonly left: readonly NotAlone[];
  readonly total: number;
  /** stopped, or why it did not come to its end */
  readonly ended?: string;
}

/** Milliseconds between two drawings of what has come. */
const PAUSE = 250;

/** @param key names what is asked: the work of another key is of an earlier state */
export function useAlone(key: string) {
  const [work, setWork] = useState<AloneWork>();
  const control = useRef<AbortController>(undefined);
  useEffect(() => () => control.current?.abort(), []);

  const start = async (draft: Draft, opened: boolean, size: AloneSize): Promise<void> => {
    control.current?.abort();
    const read = readDraft(draft, opened);
    if (!read.ok) return;
    const mine = new AbortController();
    control.current = mine;
    const { signal } = mine;
    const members = await readMembers(read.universe);
    const symbols = [...new Set(members.map(({ symbol }) => symbol))];
    const rows: PerInstrument[] = [];
    const left: NotAlone[] = [];
    let shownAt = 0;
    const show = (ended?: string): void => {
      if (signal.aborted) return;
      shownAt = performance.now();
      const now = { key, rows: [...rows], left: [...left], total: symbols.length };
      setWork(ended === undefined ? now : { ...now, ended });
    };
    show();
    try {
      await perInstrumentInWorker(
        { universe: read.universe, request: read.request },
        symbols,
        size,
        (outcome) => {
          if ('why' in outcome) left.push(outcome);
          else rows.push(outcome);
          if (performance.now() - shownAt > PAUSE) show();
        },
        signal,
      );
      show();
    } catch (error) {
      show(`Not finished: ${error instanceof Error ? error.message : String(error)}.`);
    }
  };
  const stop = (): void => {
    control.current?.abort();
    setWork((now) => now && { ...now, ended: 'Stopped.' });
  };
  return { work, start, stop };
}
