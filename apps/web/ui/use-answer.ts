// Something asked of a worker or the store while a component stands.

import { type DependencyList, useEffect, useState } from 'react';

export interface Answered<T> {
  /** the answer to what is asked now; undefined until it is there */
  readonly value: T | undefined;
  /** the latest answer, perhaps to what was asked before: only for what says itself what it is of */
  readonly latest: T | undefined;
  /** why what is asked now has no answer */
  readonly fault: string | undefined;
  /** what is asked now is not answered yet */
  readonly waiting: boolean;
}

/** How a question ended. */
interface Ended<T> {
  readonly of: DependencyList;
  readonly latest: T | undefined;
  readonly fault: string | undefined;
}

/**
 * Asks anew whenever `of` changes. A late answer never takes the place of a newer one's, and the one before is told by its
 * signal that it is not wanted any more.
 * @param ask undefined while there is nothing to ask
 */
export function useAnswer<T>(
  ask: ((signal: AbortSignal) => Promise<T>) | undefined,
  of: DependencyList,
): Answered<T> {
  const [ended, setEnded] = useState<Ended<T>>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller names what its question depends on
  useEffect(() => {
    if (!ask) return;
    const control = new AbortController();
    const { signal } = control;
    ask(signal).then(
      (value) => {
        if (!signal.aborted) setEnded({ of, latest: value, fault: undefined });
      },
      (error: unknown) => {
        const fault = error instanceof Error ? error.message : String(error);
        if (!signal.aborted) setEnded((before) => ({ of, latest: before?.latest, fault }));
      },
    );
    return () => control.abort();
  }, [...of]);
  const isOfNow = ask !== undefined && ended !== undefined && isSame(ended.of, of);
  return {
    value: isOfNow && ended.fault === undefined ? ended.latest : undefined,
    latest: ended?.latest,
    fault: isOfNow ? ended.fault : undefined,
    waiting: ask !== undefined && !isOfNow,
  };
}

function isSame(a: DependencyList, b: DependencyList): boolean {
  return a.length === b.length && a.every((one, k) => Object.is(one, b[k]));
}
