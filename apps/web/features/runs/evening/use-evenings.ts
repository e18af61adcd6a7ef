// The evenings of all that is followed, one after another: they share the engine's worker.

import { ENGINE_VERSION, type Evening } from '@plateau/core';
import { useEffect, useMemo, useState } from 'react';
import { eveningAskedOf, pastChanged, type StoredFollowed } from '@/model/follow/followed.ts';
import { onMarketChange } from '@/store/tabs.ts';
import { eveningInWorker } from '@/workers/evening-client.ts';

export interface FollowedEvening {
  readonly followed: StoredFollowed;
  /** undefined until it is there */
  readonly evening: Evening | undefined;
  readonly fault: string | undefined;
  /** bars of tested days have changed since it was trusted */
  readonly otherPast: boolean;
}

interface Answer {
  readonly of: string;
  readonly evening?: Evening;
  readonly fault?: string;
}

/** Its evening depends on this alone, and on the bars. */
const keyOf = ({ trusted, account, fills, events, run }: StoredFollowed): string =>
  JSON.stringify([trusted, account, fills, events, run]);

/** @param all in their order; undefined while they are read */
export function useEvenings(all: readonly StoredFollowed[] | undefined): readonly FollowedEvening[] {
  const [answers, setAnswers] = useState<ReadonlyMap<string, Answer>>(new Map());
  const [edition, setEdition] = useState(0);
  useEffect(() => onMarketChange(() => setEdition((n) => n + 1)), []);
  const keys = useMemo(() => (all ?? []).map((followed) => `${edition} ${keyOf(followed)}`), [all, edition]);
  const wanted = keys.join('\n');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the keys say all that matters of the rows
  useEffect(() => {
    let late = false;
    const work = async (): Promise<void> => {
      for (const [k, followed] of (all ?? []).entries()) {
        const of = keys[k] ?? '';
        if (late) return;
        if (answers.get(followed.id)?.of === of) continue;
        const answer = await eveningInWorker(eveningAskedOf(followed)).then(
          (evening): Answer => ({ of, evening }),
          (error: unknown): Answer => ({ of, fault: error instanceof Error ? error.message : String(error) }),
        );
        if (late) return;
        setAnswers((before) => new Map(before).set(followed.id, answer));
      }
    };
    void work();
    return () => {
      late = true;
    };
  }, [wanted]);
  return (all ?? []).map((followed, k) => {
    const answer = answers.get(followed.id);
    const fresh = answer?.of === keys[k] ? answer : undefined;
    return {
      followed,
      evening: fresh?.evening,
      fault: fresh?.fault,
      otherPast: fresh?.evening !== undefined && pastChanged(followed, fresh.evening.tested, ENGINE_VERSION),
    };
  });
}
