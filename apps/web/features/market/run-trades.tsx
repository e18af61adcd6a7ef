'use client';

import type { RunAsked, Trade } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import { isBlendRun } from '@/model/rows.ts';
import { readDraft } from '@/model/sheet/read.ts';
import { textOf } from '@/model/sheet/sheet.ts';
import { InstrumentChart } from '@/parts/inspect/instrument-chart.tsx';
import { tradeName } from '@/parts/inspect/trade-name.ts';
import { readAll } from '@/store/read.ts';
import { count } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { askRun } from '@/workers/run-client.ts';

/** A sheet or a kept run whose trades are shown. */
interface Source {
  /** as the address names it */
  readonly id: string;
  readonly name: string;
  readonly asked: RunAsked;
  /** where a trade of it is opened */
  readonly href: (trade: Trade) => string;
}

/** Sheets as they stand, with what they hold out left out, and kept runs. */
function useSources(): readonly Source[] | undefined {
  return useLiveQuery(async () => {
    const [sheets, runs] = await Promise.all([readAll('sheets'), readAll('runs')]);
    const living = sheets.filter(({ deleted }) => deleted === undefined);
    return [
      ...living.flatMap((sheet): Source[] => {
        const read = readDraft(sheet.draft);
        if (!read.ok) return [];
        return [
          {
            id: `sheet ${sheet.id}`,
            name: `sheet “${textOf(sheet.draft, 'name') || 'no name'}”`,
            asked: { universe: read.universe, request: read.request },
            href: (trade) => `/strategies?sheet=${sheet.id}&trade=${tradeName(trade)}`,
          },
        ];
      }),
      ...runs.flatMap((run): Source[] => {
        if (isBlendRun(run)) return [];
        return [
          {
            id: `run ${run.id}`,
            name: `run “${run.name || 'no name'}”`,
            asked: { universe: run.universe, request: run.request },
            href: (trade) => `/runs?run=${run.id}&trade=${tradeName(trade)}`,
          },
        ];
      }),
    ];
  }, []);
}

interface RunTradesProps {
  readonly symbol: string;
  /** the source that the address names; empty for the first there is */
  readonly of: string;
  readonly onOf: (of: string) => void;
}

/** The trades that a sheet or a kept run made in an instrument, on its prices. */
export function RunTrades({ symbol, of, onOf }: RunTradesProps) {
  const router = useRouter();
  const sources = useSources();
  const source = sources?.find(({ id }) => id === of) ?? sources?.[0];
  const { value: outcome, fault, waiting } = useAnswer(source && (() => askRun(source.asked)), [source?.id]);
  const run = outcome?.kind === 'done' ? outcome.run : undefined;
  const trades = useMemo(
    () => (run ? [...run.trades, ...run.openTrades].filter((trade) => trade.symbol === symbol) : []),
    [run, symbol],
  );
  if (!sources) return null;
  if (!source) return <p className="p-4 text-soft">There is no sheet and no kept run yet.</p>;
  const problem = outcome?.kind === 'problems' ? outcome.problems[0]?.message : fault;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 py-1">
        <span className="text-soft">Trades of</span>
        <Select
          label="Trades of"
          value={source.id}
          choices={sources.map(({ id, name }) => [id, name] as const)}
          onChange={onOf}
        />
        <span className="text-soft" role="status">
          {waiting
            ? 'It is run …'
            : run && trades.length === 0
              ? `It made ${count(0, 'trade')} in ${symbol}.`
              : ''}
        </span>
      </div>
      {problem && (
        <p role="alert" className="text-loss">
          {problem}
        </p>
      )}
      {run && (
        <InstrumentChart
          symbol={symbol}
          trades={trades}
          account={run.marks}
          onOpen={(trade) => router.push(source.href(trade))}
        />
      )}
    </div>
  );
}
