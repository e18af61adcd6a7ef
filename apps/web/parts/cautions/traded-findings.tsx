'use client';

import type { FindingKind, ShownRun } from '@plateau/core';
import { useMemo } from 'react';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import { Link } from '@/ui/link.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { inspectMarket } from '@/workers/quality-client.ts';

/** A listing or an end within the market's years is no fault of the bars. */
const NO_FAULT: ReadonlySet<FindingKind> = new Set(['starts-late', 'ends-early']);
const MOST_NAMED = 6;
/** Milliseconds after a run before its instruments are looked through: typing goes first. */
const QUIET = 1200;

async function afterQuiet(signal: AbortSignal): Promise<ReadonlyMap<string, InstrumentQuality> | undefined> {
  await new Promise((resolve) => setTimeout(resolve, QUIET));
  return signal.aborted ? undefined : inspectMarket();
}

export interface Doubtful {
  readonly symbol: string;
  /** findings that are faults of the bars */
  readonly count: number;
}

/** The instruments a run traded whose bars look wrong, the worst first; none until they have been looked through. */
export function useDoubtful(run: ShownRun | undefined): readonly Doubtful[] {
  // Another run may come after a repair.
  const { latest: quality } = useAnswer(afterQuiet, [run]);
  return useMemo(() => {
    const traded = new Set([...(run?.trades ?? []), ...(run?.openTrades ?? [])].map(({ symbol }) => symbol));
    return [...traded]
      .map((symbol) => ({
        symbol,
        count: quality?.get(symbol)?.findings.filter(({ kind }) => !NO_FAULT.has(kind)).length ?? 0,
      }))
      .filter(({ count }) => count > 0)
      .sort((a, b) => b.count - a.count || (a.symbol < b.symbol ? -1 : 1));
  }, [quality, run]);
}

/** Names the doubtful instruments, each a way to its chart. */
export function TradedFindings({ wrong }: { wrong: readonly Doubtful[] }) {
  if (wrong.length === 0) return null;
  return (
    <p className="mt-2 text-soft">
      Bars that look wrong in what it traded:{' '}
      {wrong.slice(0, MOST_NAMED).map(({ symbol, count }, k) => (
        <span key={symbol}>
          {k > 0 && ', '}
          <Link href={`/market?symbol=${encodeURIComponent(symbol)}`} className="text-accent underline">
            {symbol}
          </Link>
          {count > 1 && ` (${count})`}
        </span>
      ))}
      {wrong.length > MOST_NAMED && (
        <>
          {' and '}
          <Link href="/market?panel=quality" className="text-accent underline">
            {wrong.length - MOST_NAMED} more
          </Link>
        </>
      )}
      .
    </p>
  );
}
