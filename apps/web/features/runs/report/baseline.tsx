'use client';

import { type BaselineFigures, figureEntry, placeAmong, quantile, type ShownRun } from '@plateau/core';
import { useEffect, useRef, useState } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { Button } from '@/ui/button';
import { count, percent, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Progress } from '@/ui/progress.tsx';
import { baselineInWorker } from '@/workers/apart-client.ts';

const SEEDS = Array.from({ length: 40 }, (_x, k) => 1001 + k);
const SHARES = [0.05, 0.25, 0.5, 0.75, 0.95];

export interface RandomEntries {
  /** as they come; undefined until they are asked for */
  readonly rows: readonly BaselineFigures[] | undefined;
  readonly fault: string | undefined;
  readonly start: () => void;
}

/** Runs with random entries, made when they are asked for. */
export function useRandomEntries({ universe, request }: StoredRun): RandomEntries {
  const [rows, setRows] = useState<readonly BaselineFigures[]>();
  const [fault, setFault] = useState<string>();
  const stop = useRef<AbortController>(undefined);
  useEffect(() => () => stop.current?.abort(), []);
  const start = (): void => {
    const control = new AbortController();
    stop.current = control;
    setRows([]);
    baselineInWorker(
      { universe, request },
      SEEDS,
      (figures) => figures && setRows((before) => [...(before ?? []), figures]),
      control.signal,
    ).catch((error: Error) => setFault(error.message));
  };
  return { rows, fault, start };
}

/** The run among runs with random entries, as often, with the same exits, sizes and costs. */
export function Baseline({ run, entries }: { run: ShownRun; entries: RandomEntries }) {
  const { rows, fault, start } = entries;
  if (fault) {
    return (
      <p role="alert" className="text-loss">
        The random entries were not finished: {fault}
      </p>
    );
  }
  if (!rows) {
    return (
      <p className="flex items-center gap-3">
        <Button onClick={start}>Try {SEEDS.length} random entries</Button>
        <span className="text-soft">
          The same exits, sizes and costs, over the whole run, entered at random as often as the rules were
          true.
        </span>
      </p>
    );
  }
  const of = (key: keyof BaselineFigures): number[] => rows.map((row) => row[key]).sort((a, b) => a - b);
  const line = (key: keyof BaselineFigures) => {
    const { name, kind } = figureEntry(key);
    return [
      name,
      <strong key="is">{written(run.figures[key], kind)}</strong>,
      ...SHARES.map((share) => written(quantile(of(key), share), kind)),
      percent(placeAmong(run.figures[key], of(key)), 0),
    ];
  };
  const place = placeAmong(run.figures.sharpe, of('sharpe'));
  return (
    <div
      className="grid gap-2"
      aria-live="polite"
      data-testid="baseline"
      data-done={rows.length === SEEDS.length}
    >
      {rows.length < SEEDS.length && (
        <Progress label="Random entries" value={rows.length} max={SEEDS.length} />
      )}
      <PlainTable
        label="Among random entries"
        head={['', 'This run', '5 of 100 below', '25', 'half', '75', '95', 'It lies above']}
        rows={[line('cagr'), line('sharpe'), line('maxDrawdown'), line('exposure')]}
      />
      <p className="max-w-3xl">
        By its Sharpe ratio the run lies above {percent(place, 0)} of {count(rows.length, 'run')} with random
        entries:{' '}
        {place > 0.95
          ? 'its entry rule adds something to its exits and to the market.'
          : place < 0.5
            ? 'its entry rule does worse than chance would with the same exits.'
            : 'not enough to say that its entry rule adds anything.'}
      </p>
    </div>
  );
}
