'use client';

import { type PerInstrument, type ShownRun, shareBeating } from '@plateau/core';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { isOpened, readDraft, runKey } from '@/model/sheet/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { readMembers } from '@/store/market/universes.ts';
import { Button } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count, percent, ratio } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';
import { perInstrumentInWorker } from '@/workers/apart-client.ts';

interface Work {
  /** the variant they are of */
  readonly key: string;
  readonly rows: readonly PerInstrument[];
  readonly done: number;
  readonly total: number;
  readonly fault?: string;
}

const columns: DataColumn<PerInstrument>[] = [
  column('symbol', 'Symbol', (a) => a.symbol, { width: 62, left: true, show: (a) => a.symbol }),
  column('curve', 'Rules, and held', (a) => a.strategy.totalReturn, {
    width: 104,
    left: true,
    show: (a) => <SmallCurves curve={a.curve} symbol={a.symbol} />,
  }),
  column('cagr', 'Growth a year', (a) => a.strategy.cagr, {
    width: 84,
    signed: true,
    show: (a) => percent(a.strategy.cagr),
  }),
  column('held', 'held', (a) => a.held.cagr, { width: 56, signed: true, show: (a) => percent(a.held.cagr) }),
  column('more', 'More', (a) => a.more, { width: 58, signed: true, show: (a) => percent(a.more) }),
  column('drawdown', 'Drawdown', (a) => a.strategy.maxDrawdown, {
    width: 68,
    show: (a) => percent(a.strategy.maxDrawdown),
  }),
  column('heldDrawdown', 'held', (a) => a.held.maxDrawdown, {
    width: 58,
    show: (a) => percent(a.held.maxDrawdown),
  }),
  column('sharpe', 'Sharpe', (a) => a.strategy.sharpe, { width: 54, show: (a) => ratio(a.strategy.sharpe) }),
  column('heldSharpe', 'held', (a) => a.held.sharpe, { width: 48, show: (a) => ratio(a.held.sharpe) }),
  column('exposure', 'Exposure', (a) => a.strategy.exposure, {
    width: 62,
    show: (a) => percent(a.strategy.exposure),
  }),
  column('trades', 'Trades', (a) => a.strategy.trades, { width: 52, show: (a) => count(a.strategy.trades) }),
  column('wins', 'Wins', (a) => a.strategy.winRate, { width: 54, show: (a) => percent(a.strategy.winRate) }),
];

/** The sheet on each instrument by itself with the whole account, beside holding it. */
export function PerInstrumentTable({ sheet, run }: { sheet: Sheet; run: ShownRun }) {
  const [progress, setProgress] = useState<Work>();
  const stop = useRef<AbortController>(undefined);
  const key = `${runKey(sheet.draft)} ${isOpened(sheet)}`;
  const stale = progress !== undefined && progress.key !== key;

  const start = async (): Promise<void> => {
    stop.current?.abort();
    const read = readDraft(sheet.draft, isOpened(sheet));
    if (!read.ok) return;
    const control = new AbortController();
    stop.current = control;
    const members = await readMembers(read.universe);
    const symbols = [...new Set(members.map(({ symbol }) => symbol))];
    const rows: PerInstrument[] = [];
    let done = 0;
    let shownAt = 0;
    const show = (): void => {
      shownAt = performance.now();
      setProgress({ key, rows: [...rows], done, total: symbols.length });
    };
    show();
    try {
      await perInstrumentInWorker(
        { universe: read.universe, request: read.request },
        symbols,
        (_symbol, perInstrument) => {
          done++;
          if (perInstrument) rows.push(perInstrument);
          if (performance.now() - shownAt > 250) show();
        },
        control.signal,
      );
      if (!control.signal.aborted) show();
    } catch (error) {
      const fault = error instanceof Error ? error.message : String(error);
      setProgress({ key, rows: [...rows], done, total: symbols.length, fault });
    }
  };
  // Once asked for, the table follows the sheet as soon as its result stands.
  const wanted = progress !== undefined;
  const follow = useEffectEvent(() => {
    if (wanted && stale) void start();
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new result asks anew
  useEffect(() => follow(), [run, wanted]);
  useEffect(() => () => stop.current?.abort(), []);

  if (!progress) {
    return (
      <div className="flex h-full flex-col items-center justify-center gap-2">
        <p className="max-w-[34rem] text-center text-soft">
          The same rules on each instrument of the universe by itself, each with the whole account in one
          slot, beside holding that instrument. It tells whether the rules work widely, or a few instruments
          carry them.
        </p>
        <Button onClick={() => void start()}>Run on each alone</Button>
      </div>
    );
  }
  const { rows, done, total, fault } = progress;
  const beating = rows.filter(({ beats }) => beats).length;
  return (
    <DataTable
      label="Each alone"
      rows={rows}
      columns={columns}
      sortedBy={[{ id: 'more', desc: true }]}
      empty="No instrument could be run by itself."
      above={() => (
        <div className="flex items-center gap-3 py-1" aria-live="polite">
          {done < total && !fault ? (
            <>
              <Progress label="Instruments run" value={done} max={total} className="h-2 w-32" />
              <span>
                {count(done)} of {count(total)}
              </span>
              <Button
                onClick={() => {
                  stop.current?.abort();
                  setProgress({ ...progress, total: done });
                }}
              >
                Stop
              </Button>
            </>
          ) : (
            <span>
              On {count(beating)} of {count(rows.length, 'instrument')} ({percent(shareBeating(rows), 0)}) the
              rules beat holding.
              {rows.length < total && ` ${count(total - rows.length)} could not be run alone.`}
            </span>
          )}
          {fault && <span className="text-loss">Not finished: {fault}.</span>}
        </div>
      )}
    />
  );
}

const WIDTH = 96;
const HEIGHT = 18;

function SmallCurves({ curve: { equity, held }, symbol }: { curve: PerInstrument['curve']; symbol: string }) {
  const all = [...equity, ...held];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const path = (values: Float64Array): string =>
    Array.from(values, (value, k) => {
      const x = (k / Math.max(1, values.length - 1)) * WIDTH;
      const y = HEIGHT - 1 - ((value - low) / Math.max(1e-9, high - low)) * (HEIGHT - 2);
      return `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
    }).join('');
  return (
    <svg
      role="img"
      aria-label={`${symbol}: equity by the rules, dashed held`}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
    >
      <path d={path(held)} fill="none" stroke="var(--ink-soft)" strokeDasharray="2 2" strokeWidth={0.8} />
      <path d={path(equity)} fill="none" stroke="var(--ridge)" strokeWidth={1.2} />
    </svg>
  );
}
