'use client';

import {
  type AloneSize,
  type AloneTogether,
  aloneTogether,
  type PerInstrument,
  type ShownRun,
} from '@plateau/core';
import { perInstrumentTable } from '@plateau/files';
import { parseAsString, useQueryState } from 'nuqs';
import { type ReactNode, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { isOpened, runKey } from '@/model/sheet/read.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { TableOut } from '@/parts/table-out.tsx';
import { Button } from '@/ui/button';
import { DataTable } from '@/ui/data-table.tsx';
import { Fold } from '@/ui/fold.tsx';
import { count, money, percent, ratio } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';
import { sortingFrom, sortingText } from '@/ui/sorting.ts';
import { Toggle } from '@/ui/toggle.tsx';
import { AllCurves } from './all-curves.tsx';
import { aloneColumns } from './columns.tsx';
import { type AloneWork, useAlone } from './use-alone.ts';
import { useAloneSize } from './use-alone-size.ts';

const SIZES = [
  ['whole', 'the whole account'],
  ['as-written', 'as on the sheet'],
] as const;
const SORT = parseAsString.withDefault('more-');

interface AlonePanelProps {
  readonly sheet: Sheet;
  readonly run: ShownRun;
  readonly onOpen: (symbol: string) => void;
}

/** The sheet on each instrument by itself, beside holding it. */
export function AlonePanel({ sheet, run, onOpen }: AlonePanelProps) {
  const [size, setSize] = useAloneSize();
  const key = `${runKey(sheet.draft)} ${isOpened(sheet)} ${size}`;
  const { work, start, stop } = useAlone(key);
  const begin = (): void => void start(sheet.draft, isOpened(sheet), size);
  // Once asked for, the table follows the sheet as soon as its result stands.
  const wanted = work !== undefined;
  const follow = useEffectEvent(() => {
    if (work && work.key !== key) begin();
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new result, and another size, ask anew
  useEffect(() => follow(), [run, wanted, size]);
  const choice = (
    <span className="flex items-center gap-2 text-soft">
      Size
      <Toggle<AloneSize>
        label="Size alone"
        value={size}
        choices={SIZES}
        onChange={(to) => void setSize(to)}
      />
    </span>
  );
  if (!work) {
    return (
      <div className="flex h-full flex-col items-center justify-center gap-2">
        <p className="max-w-[34rem] text-center text-soft">
          The same rules on each instrument of the universe by itself, beside holding that instrument. It
          tells whether the rules work widely, or a few instruments carry them.
        </p>
        {choice}
        <Button onClick={begin}>Run on each alone</Button>
      </div>
    );
  }
  return (
    <AloneTable
      work={work}
      name={textOf(sheet.draft, 'name')}
      choice={choice}
      onStop={stop}
      onOpen={onOpen}
    />
  );
}

interface AloneTableProps {
  readonly work: AloneWork;
  readonly name: string;
  readonly choice: ReactNode;
  readonly onStop: () => void;
  readonly onOpen: (symbol: string) => void;
}

function AloneTable({ work, name, choice, onStop, onOpen }: AloneTableProps) {
  const [sort, setSort] = useQueryState('alonesort', SORT);
  const [view, setView] = useState<'table' | 'curves'>('table');
  const { rows, left, total, ended } = work;
  const together = useMemo(() => aloneTogether(rows), [rows]);
  const isWorking = rows.length + left.length < total && ended === undefined;
  const above = (sorted: readonly PerInstrument[]) => (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
        <span role="status" className="flex items-center gap-3">
          {isWorking ? (
            <>
              <Progress
                label="Instruments run"
                value={rows.length + left.length}
                max={total}
                className="h-2 w-32"
              />
              {count(rows.length + left.length)} of {count(total)}
              <Button onClick={onStop}>Stop</Button>
            </>
          ) : (
            <Said together={together} ended={ended} />
          )}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          {choice}
          <Toggle
            label="Shown as"
            value={view}
            choices={[
              ['table', 'table'],
              ['curves', 'curves'],
            ]}
            onChange={setView}
          />
          <TableOut
            table={() => perInstrumentTable(sorted)}
            rows={sorted.length}
            one="instrument"
            name={`${name} each alone`}
          />
        </span>
      </div>
      {!isWorking && rows.length > 0 && <Together together={together} />}
      {left.length > 0 && (
        <Fold title={`${count(left.length, 'instrument')} could not be run alone`} className="text-soft">
          <ul aria-label="Not run alone">
            {left.map(({ symbol, why }) => (
              <li key={symbol}>
                <strong>{symbol}</strong>: {why}
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </>
  );
  if (view === 'curves') {
    return (
      <div className="flex h-full flex-col overflow-auto">
        {above(rows)}
        <AllCurves rows={rows} onOpen={onOpen} />
      </div>
    );
  }
  return (
    <DataTable
      label="Each alone"
      rows={rows}
      columns={aloneColumns}
      sortedBy={sortingFrom(sort)}
      onSort={(next) => void setSort(sortingText(next))}
      empty="No instrument could be run by itself."
      onOpen={({ symbol }) => onOpen(symbol)}
      above={above}
    />
  );
}

function Said({ together, ended }: { together: AloneTogether; ended: string | undefined }) {
  const { beating, instruments, share } = together;
  return (
    <>
      On {count(beating)} of {count(instruments, 'instrument')} ({percent(share, 0)}) the rules beat holding.
      {ended !== undefined && <span className="text-loss">{ended}</span>}
    </>
  );
}

/** All of them together: the sum of the money, the middle one of each figure. */
function Together({ together }: { together: AloneTogether }) {
  const { profit, heldProfit, trades, median, heldMedian } = together;
  return (
    <p data-testid="alone-together">
      Together{' '}
      <strong>
        {money(profit)} profit in {count(trades, 'trade')}
      </strong>{' '}
      (held {money(heldProfit)}). The median instrument: CAGR <strong>{percent(median.cagr)}</strong> (held{' '}
      {percent(heldMedian.cagr)}), maximum drawdown {percent(median.maxDrawdown)} (held{' '}
      {percent(heldMedian.maxDrawdown)}), Sharpe {ratio(median.sharpe)} (held {ratio(heldMedian.sharpe)}).
    </p>
  );
}
