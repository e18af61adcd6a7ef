'use client';

import { isoFromDay, type Trade } from '@plateau/core';
import { tradesCsv } from '@plateau/files';
import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, Download } from 'lucide-react';
import { memo, useMemo, useRef, useState } from 'react';
import { Button } from '@/ui/button';
import { saveFile } from '@/ui/save-file.ts';
import { count, money, percent, price, ratio } from './format.ts';

interface Meta {
  readonly width: number;
  readonly left?: true;
  /** colours by sign */
  readonly signed?: true;
  readonly show: (trade: Trade) => string;
}
type TradeColumn = ColumnDef<Trade, unknown> & { meta: Meta };

const column = (
  id: string,
  header: string,
  value: (trade: Trade) => number | string | undefined,
  meta: Meta,
): TradeColumn => ({
  id,
  header,
  accessorFn: value,
  sortUndefined: 'last',
  meta,
});
const day = (value: number | undefined): string => (value === undefined ? 'open' : isoFromDay(value));

const columns: TradeColumn[] = [
  column('symbol', 'Symbol', (t) => t.symbol, { width: 58, left: true, show: (t) => t.symbol }),
  column('side', 'Side', (t) => t.side, { width: 42, left: true, show: (t) => t.side }),
  column('entry', 'Entry', (t) => t.entryDay, { width: 74, left: true, show: (t) => day(t.entryDay) }),
  column('exit', 'Exit', (t) => t.exitDay, { width: 74, left: true, show: (t) => day(t.exitDay) }),
  column('reason', 'Left by', (t) => t.exitReason, {
    width: 58,
    left: true,
    show: (t) => t.exitReason ?? 'still open',
  }),
  column('shares', 'Shares', (t) => t.shares, { width: 54, show: (t) => count(t.shares) }),
  column('entryPrice', 'Entry at', (t) => t.entryPrice, { width: 58, show: (t) => price(t.entryPrice) }),
  column('exitPrice', 'Exit at', (t) => t.exitPrice, {
    width: 58,
    show: (t) => price(t.exitPrice ?? Number.NaN),
  }),
  column('costs', 'Costs', (t) => t.commission + t.carry, {
    width: 52,
    show: (t) => price(t.commission + t.carry),
  }),
  column('profit', 'Profit', (t) => t.profit, { width: 60, signed: true, show: (t) => money(t.profit) }),
  column('return', 'Return', (t) => t.return, { width: 60, signed: true, show: (t) => percent(t.return) }),
  column('bars', 'Bars', (t) => t.barsHeld, { width: 42, show: (t) => count(t.barsHeld) }),
  column('mae', 'Worst', (t) => t.mae, { width: 52, show: (t) => percent(t.mae) }),
  column('mfe', 'Best', (t) => t.mfe, { width: 50, show: (t) => percent(t.mfe) }),
  column('r', 'R', (t) => t.r, { width: 40, show: (t) => ratio(t.r ?? Number.NaN) }),
];

const ROW = 24;
const metaOf = (definition: { meta?: unknown }): Meta => definition.meta as Meta;

/** All trades, open ones too: sortable by any column, only the rows in view are drawn. */
export const TradesTable = memo(function TradesTable({
  trades,
  name,
}: {
  trades: readonly Trade[];
  name: string;
}) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const data = useMemo(() => [...trades], [trades]);
  const table = useReactTable({
    data,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const rows = table.getRowModel().rows;
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const width = columns.reduce((sum, c) => sum + c.meta.width, 0);

  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex items-center gap-3 py-1">
        <span className="text-soft">{count(trades.length)} trades</span>
        <Button
          className="ml-auto"
          disabled={trades.length === 0}
          onClick={() =>
            saveFile(`${name} trades.csv`, 'text/csv', tradesCsv(rows.map((row) => row.original)))
          }
        >
          <Download size={14} aria-hidden /> CSV
        </Button>
      </div>
      {trades.length === 0 ? (
        <p className="p-6 text-soft">
          No trade was made: the entry rule was never true for a member on a day with a free slot.
        </p>
      ) : (
        <div
          ref={scroller}
          className="min-h-0 flex-1 overflow-auto border border-hairline bg-raised"
          tabIndex={0}
          role="region"
          aria-label="Trades"
        >
          <div role="table" aria-label="Trades" aria-rowcount={rows.length + 1} style={{ minWidth: width }}>
            {table.getHeaderGroups().map((group) => (
              <div
                key={group.id}
                role="row"
                className="sticky top-0 z-10 flex border-b border-strong bg-raised"
              >
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  const meta = metaOf(header.column.columnDef);
                  return (
                    <div
                      key={header.id}
                      role="columnheader"
                      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                      style={{ width: meta.width, flexGrow: 1 }}
                    >
                      <button
                        type="button"
                        onClick={header.column.getToggleSortingHandler()}
                        className={clsx(
                          'flex w-full items-center gap-0.5 px-1 py-1 font-semibold hover:text-accent',
                          !meta.left && 'justify-end',
                        )}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        {sorted === 'asc' && <ArrowUp size={12} aria-hidden />}
                        {sorted === 'desc' && <ArrowDown size={12} aria-hidden />}
                      </button>
                    </div>
                  );
                })}
              </div>
            ))}
            <div style={{ height: virtual.getTotalSize(), position: 'relative' }} role="rowgroup">
              {virtual.getVirtualItems().map((item) => {
                const row = rows[item.index];
                if (!row) return null;
                return (
                  <div
                    key={row.id}
                    role="row"
                    aria-rowindex={item.index + 2}
                    className="absolute flex w-full border-b border-hairline hover:bg-accent-paper"
                    style={{ height: ROW, transform: `translateY(${item.start}px)` }}
                  >
                    {row.getVisibleCells().map((cell) => {
                      const meta = metaOf(cell.column.columnDef);
                      const value = cell.getValue();
                      return (
                        <div
                          key={cell.id}
                          role="cell"
                          style={{ width: meta.width, flexGrow: 1 }}
                          className={clsx(
                            'truncate px-1 py-[3px]',
                            !meta.left && 'text-right',
                            meta.signed &&
                              typeof value === 'number' &&
                              (value < 0 ? 'text-loss' : 'text-gain'),
                          )}
                        >
                          {meta.show(row.original)}
                        </div>
                      );
                    })}
                  </div>
                );
              })}
            </div>
          </div>
        </div>
      )}
    </div>
  );
});
