'use client';

import { type Figures, figureEntry, type ShownRun, type StressTest, stressTests } from '@plateau/core';
import { useEffect, useMemo, useState } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { ours } from '@/ui/figures.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { stressTestsInWorker } from '@/workers/apart-client.ts';

const FIGURES = (['cagr', 'sharpe', 'maxDrawdown', 'endEquity'] as const).map(figureEntry);

function words({ kind, without }: StressTest): string {
  switch (kind) {
    case 'next-open':
      return 'Filled at the next open';
    case 'double-costs':
      return 'With costs doubled';
    case 'carry-3':
      return 'With 3% a year on borrowed shares and money';
    case 'carry-6':
      return 'With 6% a year on borrowed shares and money';
    case 'without-best':
      return `Without ${without}, which made the most`;
  }
}

export interface StressTests {
  readonly runs: readonly StressTest[];
  /** by kind, as they come; undefined for one that cannot be run */
  readonly results: ReadonlyMap<StressTest['kind'], Figures | undefined>;
  readonly fault: string | undefined;
}

/** Runs the whole run again under harder assumptions, each by itself. @param run undefined until it is there */
export function useStressTests({ universe, request }: StoredRun, run: ShownRun | undefined): StressTests {
  const runs = useMemo(() => (run ? stressTests(request, run.trades) : []), [request, run]);
  const [results, setResults] = useState<StressTests['results']>(new Map());
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    if (runs.length === 0) return;
    const control = new AbortController();
    setResults(new Map());
    stressTestsInWorker(
      { universe, request },
      runs,
      ({ kind }, its) => setResults((before) => new Map(before).set(kind, its)),
      control.signal,
    ).catch((error: Error) => setFault(error.message));
    return () => control.abort();
  }, [universe, request, runs]);
  return { runs, results, fault };
}

/** What the cautions are worth in figures. */
export function StressTestsTable({ run, stressTests }: { run: ShownRun; stressTests: StressTests }) {
  const { runs, results, fault } = stressTests;
  const cells = (its: Figures | undefined): string[] =>
    its ? FIGURES.map((entry) => ours(entry, its)) : ['…', '', '', ''];
  return (
    <div data-testid="worth" data-done={results.size === runs.length}>
      <PlainTable
        label="What the cautions are worth"
        head={['The whole run again', ...FIGURES.map(({ name }) => name)]}
        rows={[
          ['As it is', ...cells(run.figures)],
          ...runs.map((one) => [
            words(one),
            ...(results.has(one.kind) && !results.get(one.kind)
              ? ['cannot be run', '', '', '']
              : cells(results.get(one.kind))),
          ]),
        ]}
      />
      {fault && (
        <p role="alert" className="text-loss">
          The harder runs were not finished: {fault}
        </p>
      )}
    </div>
  );
}
