'use client';

import {
  type Column,
  type ColumnDef,
  type ColumnSizingState,
  type ExpandedState,
  flexRender,
  getCoreRowModel,
  getExpandedRowModel,
  getGroupedRowModel,
  getSortedRowModel,
  type SortingState,
  type Table,
  type Row as TableRow,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, ChevronDown, ChevronRight } from 'lucide-react';
import { type CSSProperties, memo, type ReactNode, useMemo, useRef, useState } from 'react';
import { useRowFocus } from './use-row-focus.ts';

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

/** How rows stand together, each group folded under a line of its own. */
export interface Grouping<Row> {
  /** what a row's group is called */
  readonly of: (row: Row) => string;
  /** what the line of a group shows, by column */
  readonly cells: (group: string) => Readonly<Record<string, ReactNode>>;
}

interface DataTableProps<Row> {
  readonly label: string;
  readonly rows: readonly Row[];
  readonly columns: DataColumn<Row>[];
  /** columns that are not shown, by their ids */
  readonly hidden?: readonly string[];
  /** what stands above the table; it is given the rows as they are sorted */
  readonly above?: (sorted: readonly Row[]) => ReactNode;
  /** what stands instead of a table without rows */
  readonly empty: ReactNode;
  /** how it is sorted at first, or at all times where `onSort` is given */
  readonly sortedBy?: SortingState;
  readonly onSort?: (sorting: SortingState) => void;
  /** the same rows in groups, folded at first; each is sorted by itself */
  readonly grouping?: Grouping<Row>;
  /** is given all rows in the order shown, folded ones too */
  readonly onOpen?: (row: Row, shown: readonly Row[]) => void;
  readonly isOpen?: (row: Row) => boolean;
}

const ROW = 24;
const FIRST_ROWS = 16;
/** The column that rows are grouped by; it is never shown. */
const GROUP = '\u0000group';
const NONE: readonly string[] = [];
// The grid works out anew what was made anew.
const BY_GROUP = [GROUP];
const UNGROUPED: string[] = [];

function useGrid<Row>(props: DataTableProps<Row>) {
  const { rows, columns, hidden = NONE, sortedBy, onSort, grouping } = props;
  const [own, setOwn] = useState<SortingState>(sortedBy ?? []);
  const [expanded, setExpanded] = useState<ExpandedState>({});
  const [sizes, setSizes] = useState<ColumnSizingState>({});
  const sorting = onSort ? (sortedBy ?? []) : own;
  const data = useMemo(() => [...rows], [rows]);
  const of = grouping?.of;
  const all = useMemo(
    (): ColumnDef<Row, unknown>[] => [
      ...columns.map((column) => ({ ...column, size: column.meta.width, enableGrouping: false })),
      ...(of ? [{ id: GROUP, accessorFn: of, header: '' }] : []),
    ],
    [columns, of],
  );
  const columnVisibility = useMemo(
    () => ({ ...Object.fromEntries(hidden.map((id) => [id, false])), [GROUP]: false }),
    [hidden],
  );
  const pinned = columns[0]?.id ?? '';
  const columnPinning = useMemo(() => ({ left: [pinned] }), [pinned]);
  return useReactTable({
    data,
    columns: all,
    state: {
      sorting,
      expanded,
      columnSizing: sizes,
      grouping: of ? BY_GROUP : UNGROUPED,
      columnVisibility,
      columnPinning,
    },
    onSortingChange: (change) => {
      const next = typeof change === 'function' ? change(sorting) : change;
      if (onSort) onSort(next);
      else setOwn(next);
    },
    onExpandedChange: setExpanded,
    onColumnSizingChange: setSizes,
    columnResizeMode: 'onChange',
    groupedColumnMode: false,
    autoResetExpanded: false,
    autoResetPageIndex: false,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getGroupedRowModel: getGroupedRowModel(),
    getExpandedRowModel: getExpandedRowModel(),
  });
}

/** Sortable by any column, each as wide as one wants it, the first always in view; only the rows in view are drawn. */
export function DataTable<Row>(props: DataTableProps<Row>) {
  const { label, rows: given, columns, hidden, above, empty, grouping, onOpen, isOpen } = props;
  const table = useGrid(props);
  const sizes = table.getState().columnSizing;
  const { rows } = table.getRowModel();
  const ordered = table.getPreExpandedRowModel().rows;
  const shown = useMemo(
    () =>
      ordered.flatMap((row) => (row.getIsGrouped() ? row.getLeafRows() : [row])).map((row) => row.original),
    [ordered],
  );
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
    // Rows are there at the first drawing, which may be done in slices, and not only once the table has been measured.
    initialRect: { width: 0, height: FIRST_ROWS * ROW },
  });
  const rowFocus = useRowFocus(rows.length, virtual);
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
          <div
            role="table"
            aria-label={label}
            aria-rowcount={rows.length + 1}
            style={{ minWidth: table.getTotalSize() }}
          >
            <HeaderRow table={table} />
            <div
              {...rowFocus}
              style={{ height: virtual.getTotalSize(), position: 'relative' }}
              role="rowgroup"
            >
              {virtual.getVirtualItems().map(({ index, start }) => {
                const row = rows[index];
                if (!row) return null;
                return row.getIsGrouped() && grouping ? (
                  <GroupLine
                    key={row.id}
                    row={row}
                    columns={table.getVisibleLeafColumns()}
                    cells={grouping.cells(String(row.groupingValue))}
                    index={index + 2}
                    style={placeAt(start)}
                  />
                ) : (
                  <BodyRow
                    key={row.id}
                    row={row}
                    columns={columns}
                    sizes={sizes}
                    hidden={hidden}
                    index={index + 2}
                    start={start}
                    open={isOpen?.(row.original) ?? false}
                    shown={shown}
                    onOpen={onOpen}
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

/** A cell as wide as its column was made; else all share what room there is. The first stays when the others are scrolled. */
function cellStyle<Row>(column: Column<Row>, table: Table<Row>): CSSProperties {
  const sized = table.getState().columnSizing[column.id] !== undefined;
  return { width: column.getSize(), flexGrow: sized ? 0 : 1, flexShrink: 0 };
}
const PINNED = 'sticky left-0 z-[1] bg-inherit';

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
            style={cellStyle(header.column, table)}
            className={clsx('relative', header.column.getIsPinned() && PINNED)}
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
            {/* For the pointer; who has none has no need of other widths. */}
            <div
              aria-hidden
              onMouseDown={header.getResizeHandler()}
              onTouchStart={header.getResizeHandler()}
              onDoubleClick={() => header.column.resetSize()}
              className="absolute inset-y-0 -right-0.5 z-10 w-1.5 cursor-col-resize touch-none select-none hover:bg-hairline"
            />
          </div>
        );
      })}
    </div>
  ));
}

const placeAt = (start: number): CSSProperties => ({ height: ROW, transform: `translateY(${start}px)` });

interface BodyRowProps<Row> {
  readonly row: TableRow<Row>;
  readonly index: number;
  readonly start: number;
  readonly open: boolean;
  readonly shown: readonly Row[];
  readonly onOpen: DataTableProps<Row>['onOpen'];
  // What its cells are drawn by, which the grid keeps: a row is drawn anew when one of them is another.
  readonly columns: DataTableProps<Row>['columns'];
  readonly hidden: DataTableProps<Row>['hidden'];
  readonly sizes: ColumnSizingState;
}

/** Drawn anew only when something of its own is another: scrolling moves rows, and draws those that come. */
const BodyRow = memo(PlainRow) as typeof PlainRow;

function PlainRow<Row>({ row, index, start, open, shown, onOpen }: BodyRowProps<Row>) {
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the row's first cell holds a button for the keyboard
    <div
      role="row"
      aria-rowindex={index}
      aria-selected={onOpen ? open : undefined}
      onClick={onOpen && (() => onOpen(row.original, shown))}
      className={clsx(
        'absolute flex w-full border-b border-hairline hover:bg-accent-paper',
        onOpen && 'cursor-pointer',
        open ? 'bg-accent-paper' : 'bg-raised',
      )}
      style={placeAt(start)}
    >
      {row.getVisibleCells().map((cell, k) => {
        const meta = metaOf<Row>(cell.column.columnDef);
        const value = cell.getValue();
        const shown = meta.show(row.original);
        return (
          <div
            key={cell.id}
            role="cell"
            style={cellStyle(cell.column, cell.getContext().table)}
            className={clsx(
              'truncate px-1 py-[3px]',
              cell.column.getIsPinned() && PINNED,
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

interface GroupLineProps<Row> {
  readonly row: TableRow<Row>;
  readonly columns: Column<Row>[];
  readonly cells: Readonly<Record<string, ReactNode>>;
  readonly index: number;
  readonly style: CSSProperties;
}

function GroupLine<Row>({ row, columns, cells, index, style }: GroupLineProps<Row>) {
  const open = row.getIsExpanded();
  const Arrow = open ? ChevronDown : ChevronRight;
  return (
    <div
      role="row"
      aria-rowindex={index}
      className="absolute flex w-full border-b border-hairline bg-sunk font-semibold"
      style={style}
    >
      {columns.map((column, k) => (
        <div
          key={column.id}
          role="cell"
          style={{ width: column.getSize(), flexGrow: 1, flexShrink: 0 }}
          className={clsx('px-1 py-[3px]', k === 0 ? 'overflow-visible' : 'truncate text-right')}
        >
          {k === 0 ? (
            <button
              type="button"
              aria-expanded={open}
              onClick={row.getToggleExpandedHandler()}
              className="flex items-center gap-1 whitespace-nowrap hover:text-accent"
            >
              <Arrow size={12} aria-hidden /> {String(row.groupingValue)}, {row.getLeafRows().length}
            </button>
          ) : (
            cells[column.id]
          )}
        </div>
      ))}
    </div>
  );
}
