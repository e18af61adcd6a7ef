'use client';
// Its grid and its rows in view change in place: what was drawn of them once may not be taken for what they are now.
'use no memo';

import {
  type Column,
  type ColumnDef,
  type ColumnSizingState,
  flexRender,
  getCoreRowModel,
  type SortingState,
  type Table,
  useReactTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { clsx } from 'clsx';
import { ArrowDown, ArrowUp, ChevronDown, ChevronRight } from 'lucide-react';
import { type CSSProperties, memo, type ReactNode, useMemo, useRef, useState } from 'react';
import { groupedPlaces, linesOf, sortedPlaces, type ValueOf } from './table-rows.ts';
import { useRowFocus } from './use-row-focus.ts';

interface Meta<Row> {
  readonly width: number;
  readonly left?: true;
  /** colours by sign */
  readonly signed?: true;
  readonly show: (row: Row) => ReactNode;
}
export type DataColumn<Row> = ColumnDef<Row, unknown> & {
  readonly id: string;
  readonly accessorFn: ValueOf<Row>;
  readonly meta: Meta<Row>;
};

export function dataColumn<Row>(
  id: string,
  header: string,
  value: (row: Row) => number | string | undefined,
  meta: Meta<Row>,
): DataColumn<Row> {
  return { id, header, accessorFn: value, meta };
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
const NONE: readonly string[] = [];
const ALL_FOLDED: ReadonlySet<string> = new Set();

/**
 * The columns of a table, how it is sorted by them and how wide they are. Its rows are none of the grid's: it is given the
 * first, by whose values it tells which way a column is sorted first.
 */
function useGrid<Row>({ rows, columns, hidden = NONE, sortedBy, onSort }: DataTableProps<Row>) {
  const [own, setOwn] = useState<SortingState>(sortedBy ?? []);
  const [sizes, setSizes] = useState<ColumnSizingState>({});
  const sorting = onSort ? (sortedBy ?? []) : own;
  const [first] = rows;
  const data = useMemo(() => (first === undefined ? [] : [first]), [first]);
  const all = useMemo(
    () => columns.map((column): ColumnDef<Row, unknown> => ({ ...column, size: column.meta.width })),
    [columns],
  );
  const columnVisibility = useMemo(() => Object.fromEntries(hidden.map((id) => [id, false])), [hidden]);
  const pinned = columns[0]?.id ?? '';
  const columnPinning = useMemo(() => ({ left: [pinned] }), [pinned]);
  return useReactTable({
    data,
    columns: all,
    state: { sorting, columnSizing: sizes, columnVisibility, columnPinning },
    onSortingChange: (change) => {
      const next = typeof change === 'function' ? change(sorting) : change;
      if (onSort) onSort(next);
      else setOwn(next);
    },
    onColumnSizingChange: setSizes,
    columnResizeMode: 'onChange',
    manualSorting: true,
    autoResetPageIndex: false,
    getCoreRowModel: getCoreRowModel(),
  });
}

/** The lines that are shown, and all rows in the order shown, folded ones too. */
function useLines<Row>(
  { rows, columns, grouping }: DataTableProps<Row>,
  sorting: SortingState,
  open: ReadonlySet<string>,
) {
  const groupOf = grouping?.of;
  // Sorting by the same keeps what was sorted, whatever list says so.
  const by = JSON.stringify(sorting);
  const sorted = useMemo(() => {
    const order = JSON.parse(by) as SortingState;
    const valueOf = new Map(columns.map(({ id, accessorFn }) => [id, accessorFn]));
    if (!groupOf) return { places: sortedPlaces(rows, order, valueOf) };
    const groups = groupedPlaces(rows, order, valueOf, groupOf);
    return { places: groups.flatMap(({ places }) => places), groups };
  }, [rows, columns, by, groupOf]);
  const { places, groups } = sorted;
  const shown = useMemo(() => places.flatMap((place) => rows[place] ?? []), [places, rows]);
  const lines = useMemo(() => groups && linesOf(groups, open), [groups, open]);
  return {
    shown,
    count: lines?.length ?? places.length,
    lineAt: (k: number) =>
      lines ? lines[k] : places[k] === undefined ? undefined : ({ kind: 'row', place: places[k] } as const),
  };
}

/** Sortable by any column, each as wide as one wants it, the first always in view; only the rows in view are drawn. */
export function DataTable<Row>(props: DataTableProps<Row>) {
  const { label, rows: given, columns, hidden, above, empty, grouping, onOpen, isOpen } = props;
  const table = useGrid(props);
  const { columnSizing: sizes, sorting } = table.getState();
  const [unfolded, setUnfolded] = useState<ReadonlySet<string>>(ALL_FOLDED);
  const { shown, count, lineAt } = useLines(props, sorting, unfolded);
  const fold = (name: string): void =>
    setUnfolded((before) => {
      const next = new Set(before);
      if (!next.delete(name)) next.add(name);
      return next;
    });
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
    // Rows are there at the first drawing, which may be done in slices, and not only once the table has been measured.
    initialRect: { width: 0, height: FIRST_ROWS * ROW },
  });
  const rowFocus = useRowFocus(count, virtual);
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
            aria-rowcount={count + 1}
            style={{ minWidth: table.getTotalSize() }}
          >
            <HeaderRow table={table} />
            <div
              {...rowFocus}
              style={{ height: virtual.getTotalSize(), position: 'relative' }}
              role="rowgroup"
            >
              {virtual.getVirtualItems().map(({ index, start }) => {
                const line = lineAt(index);
                if (line?.kind === 'group') {
                  return (
                    <GroupLine
                      key={`group ${line.name}`}
                      name={line.name}
                      count={line.places.length}
                      open={unfolded.has(line.name)}
                      onFold={() => fold(line.name)}
                      columns={table.getVisibleLeafColumns()}
                      cells={grouping?.cells(line.name) ?? {}}
                      index={index + 2}
                      style={placeAt(start)}
                    />
                  );
                }
                const row = line && given[line.place];
                if (!line || row === undefined) return null;
                return (
                  <BodyRow
                    key={line.place}
                    row={row}
                    table={table}
                    columns={columns}
                    sizes={sizes}
                    hidden={hidden}
                    index={index + 2}
                    start={start}
                    open={isOpen?.(row) ?? false}
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
  readonly row: Row;
  readonly table: Table<Row>;
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

function PlainRow<Row>({ row, table, index, start, open, shown, onOpen }: BodyRowProps<Row>) {
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the row's first cell holds a button for the keyboard
    <div
      role="row"
      aria-rowindex={index}
      aria-selected={onOpen ? open : undefined}
      onClick={onOpen && (() => onOpen(row, shown))}
      className={clsx(
        'absolute flex w-full border-b border-hairline hover:bg-accent-paper',
        onOpen && 'cursor-pointer',
        open ? 'bg-accent-paper' : 'bg-raised',
      )}
      style={placeAt(start)}
    >
      {table.getVisibleLeafColumns().map((column, k) => {
        const meta = metaOf<Row>(column.columnDef);
        const value = column.accessorFn?.(row, 0);
        const shown = meta.show(row);
        return (
          <div
            key={column.id}
            role="cell"
            style={cellStyle(column, table)}
            className={clsx(
              'truncate px-1 py-[3px]',
              column.getIsPinned() && PINNED,
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
  readonly name: string;
  readonly count: number;
  readonly open: boolean;
  readonly onFold: () => void;
  readonly columns: Column<Row>[];
  readonly cells: Readonly<Record<string, ReactNode>>;
  readonly index: number;
  readonly style: CSSProperties;
}

function GroupLine<Row>({ name, count, open, onFold, columns, cells, index, style }: GroupLineProps<Row>) {
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
              onClick={onFold}
              className="flex items-center gap-1 whitespace-nowrap hover:text-accent"
            >
              <Arrow size={12} aria-hidden /> {name}, {count}
            </button>
          ) : (
            cells[column.id]
          )}
        </div>
      ))}
    </div>
  );
}
