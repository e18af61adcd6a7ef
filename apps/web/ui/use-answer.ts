// Something asked of a worker or the store while a component stands.

import { type DependencyList, useEffect, useState } from 'react';

export interface Answered<T> {
  /** the latest answer, perhaps to what was asked before */
  readonly value: T | undefined;
  /** why the latest question has no answer */
  readonly fault: string | undefined;
  /** the latest question is not answered yet */
  readonly waiting: boolean;
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
  const [answered, setAnswered] = useState<Answered<T>>({
    value: undefined,
    fault: undefined,
    waiting: ask !== undefined,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the caller names what its question depends on
  useEffect(() => {
    if (!ask) return;
    const control = new AbortController();
    const { signal } = control;
    setAnswered((before) => ({ ...before, waiting: true }));
    ask(signal).then(
      (value) => {
        if (!signal.aborted) setAnswered({ value, fault: undefined, waiting: false });
      },
      (error: unknown) => {
        const fault = error instanceof Error ? error.message : String(error);
        if (!signal.aborted) setAnswered(({ value }) => ({ value, fault, waiting: false }));
      },
    );
    return () => control.abort();
  }, [...of]);
  return answered;
}
