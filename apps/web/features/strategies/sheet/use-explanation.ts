// The margin notes of a sheet: what its parts mean on the market, asked for once its result stands.

import type { Explanation, Strategy } from '@plateau/core';
import { useCallback, useEffect, useState } from 'react';
import { isOpened, readDraft } from '@/model/sheet/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import type { BlocksSetting, Share } from '@/parts/rules/blocks/context.ts';
import { explainInWorker } from '@/workers/engine-client.ts';
import type { LiveRun } from '../result/use-live-run.ts';

export interface Explained {
  /** the strategy it was worked out for */
  readonly strategy: Strategy;
  readonly explanation: Explanation;
}

/** Milliseconds after a result: while a dial is being turned nobody reads the margin. */
const PAUSE = 150;

/** The latest explanation of the sheet, perhaps of the state before the last edit. */
export function useExplanation(sheet: Sheet, { status, run }: LiveRun): Explained | undefined {
  const [explained, setExplained] = useState<Explained & { sheet: string }>();
  const { id, draft } = sheet;
  const opened = isOpened(sheet);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new result asks anew
  useEffect(() => {
    if (status !== 'done') return;
    let late = false;
    const timer = setTimeout(() => {
      const read = readDraft(draft, opened);
      if (!read.ok) return;
      const { strategy } = read.request;
      void explainInWorker({ universe: read.universe, request: read.request }).then((explanation) => {
        if (!late && explanation) setExplained({ sheet: id, strategy, explanation });
      });
    }, PAUSE);
    return () => {
      late = true;
      clearTimeout(timer);
    };
  }, [id, status, run]);
  return explained?.sheet === id ? explained : undefined;
}

const NONE: ReadonlyMap<string, Share> = new Map();

/** The shares of a rule's conditions, as long as its text is the one they were counted for. */
export function useShares(explained: Explained | undefined): BlocksSetting['sharesOf'] {
  return useCallback(
    (field, text) => {
      const [side, rule] = field.split('.') as ['long' | 'short', 'enter' | 'exit'];
      const counts = explained?.explanation.conditions.get(field);
      if (!counts || explained?.strategy[side]?.[rule] !== text) return NONE;
      return new Map(
        counts.map(({ place, share, left }) => [
          `${place.from}-${place.to}`,
          // Nothing is a candidate for an exit: what is left means something for entries alone.
          rule === 'enter' ? { share, left } : { share },
        ]),
      );
    },
    [explained],
  );
}
