'use client';

import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type SortingState,
  type Table,
  type Row as TableRow,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, ChevronDown, ChevronRight } from 'lucide-react';
import { type CSSProperties, type ReactNode, useMemo, useRef, useState } from 'react';

interface Meta<Row> {
  readonly width: number;
  readonly left?: true;
  /** colours by sign */
  readonly signed?: true;
  readonly show: (row: Row) => ReactNode;
}
export type DataColumn<Row> = ColumnDef<Row, unknown> & { meta: Meta<Row> };

export function dataColumn<Row>(
  id: string,
  header: string,
  value: (row: Row) => number | string | undefined,
  meta: Meta<Row>,
): DataColumn<Row> {
  return { id, header, accessorFn: value, sortUndefined: 'last', meta };
}

/** Rows that stand together under one line of their own. */
export interface RowGroup<Row> {
  readonly key: string;
  readonly rows: readonly Row[];
  /** what its line shows, by column */
  readonly cells: Readonly<Record<string, ReactNode>>;
}

interface DataTableProps<Row> {
  readonly label: string;
  readonly rows: readonly Row[];
  readonly columns: DataColumn<Row>[];
  /** what stands above the table; it is given the rows as they are sorted */
  readonly above?: (sorted: readonly Row[]) => ReactNode;
  /** what stands instead of a table without rows */
  readonly empty: ReactNode;
  readonly sortedBy?: SortingState;
  /** the same rows in groups, folded at first; each is sorted by itself */
  readonly groups?: readonly RowGroup<Row>[];
  /** is given all rows in the order shown, folded ones too */
  readonly onOpen?: (row: Row, shown: readonly Row[]) => void;
  readonly isOpen?: (row: Row) => boolean;
}

const ROW = 24;

/** Sortable by any column; only the rows in view are drawn. */
export function DataTable<Row>({
  label,
  rows: given,
  columns,
  above,
  empty,
  sortedBy,
  groups,
  onOpen,
  isOpen,
}: DataTableProps<Row>) {
  const [sorting, setSorting] = useState<SortingState>(sortedBy ?? []);
  const data = useMemo(() => [...given], [given]);
  const table = useReactTable({
    data,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const { rows } = table.getRowModel();
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const lines = useMemo(() => linesOf(rows, groups, opened), [rows, groups, opened]);
  const shown = useMemo(() => {
    const all = groups ? linesOf(rows, groups, undefined) : lines;
    return all.flatMap((line) => (line.kind === 'row' ? [line.row.original] : []));
  }, [rows, groups, lines]);
  const fold = (key: string): void => {
    const next = new Set(opened);
    if (!next.delete(key)) next.add(key);
    setOpened(next);
  };
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const width = columns.reduce((sum, c) => sum + c.meta.width, 0);

  return (
    <div className="flex h-full min-h-0 flex-col">
      {above?.(shown)}
      {given.length === 0 ? (
        <p className="p-6 text-soft">{empty}</p>
      ) : (
        <div
          ref={scroller}
          className="min-h-0 flex-1 overflow-auto border border-hairline bg-raised"
          tabIndex={0}
          role="region"
          aria-label={label}
        >
          <div role="table" aria-label={label} aria-rowcount={lines.length + 1} style={{ minWidth: width }}>
            <HeaderRow table={table} />
            <div style={{ height: virtual.getTotalSize(), position: 'relative' }} role="rowgroup">
              {virtual.getVirtualItems().map((item) => {
                const line = lines[item.index];
                if (!line) return null;
                const place = { height: ROW, transform: `translateY(${item.start}px)` };
                if (line.kind === 'group') {
                  return (
                    <GroupLine
                      key={line.group.key}
                      group={line.group}
                      columns={columns}
                      index={item.index + 2}
                      open={opened.has(line.group.key)}
                      onFold={() => fold(line.group.key)}
                      style={place}
                    />
                  );
                }
                return (
                  <BodyRow
                    key={line.row.id}
                    row={line.row}
                    index={item.index + 2}
                    style={place}
                    open={isOpen?.(line.row.original) ?? false}
                    onOpen={onOpen && (() => onOpen(line.row.original, shown))}
                  />
                );
              })}
            </div>
          </div>
        </div>
      )}
    </div>
  );
}

const metaOf = <Row,>(definition: { meta?: unknown }): Meta<Row> => definition.meta as Meta<Row>;

function HeaderRow<Row>({ table }: { table: Table<Row> }) {
  return table.getHeaderGroups().map((group) => (
    <div key={group.id} role="row" className="sticky top-0 z-10 flex border-b border-strong bg-raised">
      {group.headers.map((header) => {
        const sorted = header.column.getIsSorted();
        const meta = metaOf<Row>(header.column.columnDef);
        return (
          <div
            key={header.id}
            role="columnheader"
            aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
            style={{ width: meta.width, flexGrow: 1 }}
          >
            {header.column.columnDef.header !== '' && (
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
            )}
          </div>
        );
      })}
    </div>
  ));
}

interface BodyRowProps<Row> {
  readonly row: TableRow<Row>;
  readonly index: number;
  readonly style: CSSProperties;
  readonly open: boolean;
  readonly onOpen: (() => void) | undefined;
}

function BodyRow<Row>({ row, index, style, open, onOpen }: BodyRowProps<Row>) {
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the row's first cell holds a button for the keyboard
    <div
      role="row"
      aria-rowindex={index}
      aria-selected={onOpen ? open : undefined}
      onClick={onOpen}
      className={clsx(
        'absolute flex w-full border-b border-hairline hover:bg-accent-paper',
        onOpen && 'cursor-pointer',
        open && 'bg-accent-paper',
      )}
      style={style}
    >
      {row.getVisibleCells().map((cell, k) => {
        const meta = metaOf<Row>(cell.column.columnDef);
        const value = cell.getValue();
        const shown = meta.show(row.original);
        return (
          <div
            key={cell.id}
            role="cell"
            style={{ width: meta.width, flexGrow: 1 }}
            className={clsx(
              'truncate px-1 py-[3px]',
              !meta.left && 'text-right',
              meta.signed && typeof value === 'number' && (value < 0 ? 'text-loss' : 'text-gain'),
            )}
          >
            {onOpen && k === 0 ? (
              <button type="button" className="font-semibold hover:text-accent">
                {shown}
              </button>
            ) : (
              shown
            )}
          </div>
        );
      })}
    </div>
  );
}

type Line<Row> =
  | { readonly kind: 'row'; readonly row: TableRow<Row> }
  | { readonly kind: 'group'; readonly group: RowGroup<Row> };

/** Rows as they are sorted, each group's under its line where it is open; undefined opens all. */
function linesOf<Row>(
  rows: readonly TableRow<Row>[],
  groups: readonly RowGroup<Row>[] | undefined,
  opened: ReadonlySet<string> | undefined,
): Line<Row>[] {
  if (!groups) return rows.map((row) => ({ kind: 'row', row }));
  return groups.flatMap((group): Line<Row>[] => {
    const line: Line<Row> = { kind: 'group', group };
    if (opened && !opened.has(group.key)) return [line];
    const inside = new Set(group.rows);
    return [
      line,
      ...rows.filter(({ original }) => inside.has(original)).map((row): Line<Row> => ({ kind: 'row', row })),
    ];
  });
}

interface GroupLineProps<Row> {
  readonly group: RowGroup<Row>;
  readonly columns: DataColumn<Row>[];
  readonly index: number;
  readonly open: boolean;
  readonly onFold: () => void;
  readonly style: CSSProperties;
}

function GroupLine<Row>({ group, columns, index, open, onFold, style }: GroupLineProps<Row>) {
  const Arrow = open ? ChevronDown : ChevronRight;
  return (
    <div
      role="row"
      aria-rowindex={index}
      className="absolute flex w-full border-b border-hairline bg-sunk font-semibold"
      style={style}
    >
      {columns.map(({ id = '', meta }, k) => (
        <div
          key={id}
          role="cell"
          style={{ width: meta.width, flexGrow: 1 }}
          className={clsx('px-1 py-[3px]', k === 0 ? 'overflow-visible' : 'truncate text-right')}
        >
          {k === 0 ? (
            <button
              type="button"
              aria-expanded={open}
              onClick={onFold}
              className="flex items-center gap-1 whitespace-nowrap hover:text-accent"
            >
              <Arrow size={12} aria-hidden /> {group.key}, {group.rows.length}
            </button>
          ) : (
            group.cells[id]
          )}
        </div>
      ))}
    </div>
  );
}
