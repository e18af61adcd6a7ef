// What is opened over a sheet's result, as the address names it: an instrument alone, a trade, a day.

import type { RunAsked } from '@plateau/core';
import { parseAsString, useQueryStates } from 'nuqs';
import { useCallback, useMemo } from 'react';
import { type Inspectable, useInspection } from '@/parts/inspect/use-inspection.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { askRun } from '@/workers/run-client.ts';
import { useAloneSize } from './alone/use-alone-size.ts';
import type { LiveRun } from './result/use-live-run.ts';

const PARTS = { alone: parseAsString, trade: parseAsString, day: parseAsString };

/** Trades and days are of the instrument's own run while one is opened, and else of the sheet's. */
export function useOpened(live: LiveRun) {
  const [{ alone, ...place }, set] = useQueryStates(PARTS);
  const [size] = useAloneSize();
  const { asked, run, status } = live;
  const ofAlone = useMemo(
    () => (asked && alone !== null ? { ...asked, alone: { symbol: alone, size } } : undefined),
    [asked, alone, size],
  );
  const isInspected = place.trade !== null || place.day !== null;
  // The trades of an instrument alone are asked for again: its report may not be open.
  const { value: own } = useAnswer(ofAlone && isInspected ? () => tradesOf(ofAlone) : undefined, [
    ofAlone,
    isInspected,
  ]);
  const go = useCallback(
    (to: { trade?: string; day?: string }, history: 'push' | 'replace' = 'push'): void =>
      void set({ trade: null, day: null, ...to }, { history }),
    [set],
  );
  const sheetRun = status === 'done' ? run : undefined;
  const inspection = useInspection(ofAlone ? own : sheetRun, place, go);
  const openAlone = useCallback(
    (symbol: string | undefined): void =>
      void set({ alone: symbol ?? null, trade: null, day: null }, { history: 'push' }),
    [set],
  );
  const inspected = ofAlone ?? asked;
  return { inspection, inspected, ofAlone, openAlone };
}

async function tradesOf(asked: RunAsked): Promise<Inspectable | undefined> {
  const outcome = await askRun(asked);
  return outcome.kind === 'done' ? outcome.run : undefined;
}
