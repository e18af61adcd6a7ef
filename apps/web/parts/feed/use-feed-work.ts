// Instruments added from a source, and brought up to date: one piece of work at a time, which can be stopped.

import { useEffect, useRef, useState } from 'react';
import type { SourceListing } from '@/model/market/source.ts';
import type { Updated } from '@/model/market/updated.ts';
import { tellMarketChanged } from '@/store/tabs.ts';
import { addListings, updateListings } from '@/workers/source-client.ts';
import type { Work } from './feed-work.tsx';

const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Instruments of a source, by its name. */
export interface OfSource {
  readonly source: string;
  readonly symbols: readonly string[];
}

/** @param source its name */
export function useFeedWork(source: string) {
  const [work, setWork] = useState<Work>({ kind: 'idle' });
  const stopper = useRef<AbortController>(undefined);
  useEffect(() => () => stopper.current?.abort(), []);

  /** Whatever came before a stop or a fault is in the market. */
  const run = async (
    kind: 'adding' | 'updating',
    total: number,
    todo: (done: (count: number) => void, signal: AbortSignal) => Promise<void>,
    end: (signal: AbortSignal, fault: string | undefined) => Work,
  ): Promise<void> => {
    const abort = new AbortController();
    stopper.current = abort;
    setWork({ kind, done: 0, total });
    let fault: string | undefined;
    try {
      await todo((done) => setWork({ kind, done, total }), abort.signal);
    } catch (error) {
      fault = said(error);
    }
    setWork(end(abort.signal, fault));
    tellMarketChanged();
  };
  const add = (wanted: readonly SourceListing[]): Promise<void> =>
    run(
      'adding',
      wanted.length,
      (done, signal) => addListings(source, [...wanted], (progress) => done(progress.done), signal),
      ({ aborted }, fault) =>
        aborted
          ? { kind: 'failed', message: 'Stopped. What had come is here; add the rest when you like.' }
          : fault !== undefined
            ? { kind: 'failed', message: `${fault}. What had come is here; add again to go on.` }
            : { kind: 'added', total: wanted.length },
    );
  /** Of this source, or of several: what each has of the market. */
  const update = (symbols: readonly string[], also: readonly OfSource[] = []): Promise<void> => {
    const all = [{ source, symbols }, ...also];
    const total = all.reduce((sum, one) => sum + one.symbols.length, 0);
    const updates: Updated[] = [];
    const heard = (done: (count: number) => void) => (updated: readonly Updated[]) =>
      done(updates.push(...updated));
    return run(
      'updating',
      total,
      async (done, signal) => {
        for (const one of all) {
          if (one.symbols.length === 0) continue;
          await updateListings(one.source, [...one.symbols], heard(done), signal);
        }
      },
      ({ aborted }, fault) =>
        fault !== undefined && !aborted
          ? { kind: 'failed', message: `${fault}. What had come is here; try again to go on.` }
          : { kind: 'updated', updates, stopped: aborted },
    );
  };
  return {
    work,
    busy: work.kind === 'adding' || work.kind === 'updating',
    add,
    update,
    stop: () => stopper.current?.abort(),
  };
}
