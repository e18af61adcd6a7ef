'use client';

import { type ShownRun, TRADE_GROUPINGS, type Trade, type TradeGrouping, tradeGroups } from '@plateau/core';
import { partTradesTable, tradesTable } from '@plateau/files';
import { Columns3 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { memo, useDeferredValue, useMemo } from 'react';
import { texts, useSetting } from '@/store/setting.ts';
import { Button } from '@/ui/button';
import { DataTable, type Grouping } from '@/ui/data-table.tsx';
import { FilterField } from '@/ui/filter-field.tsx';
import { count, money, percent, ratio } from '@/ui/format.ts';
import { readFilter } from '@/ui/row-filter.ts';
import { Select } from '@/ui/select.tsx';
import { TableOut } from '../table-out.tsx';
import { HIDDEN_AT_FIRST, partColumn, TRADE_FIELDS, tradeColumns, tradeFields } from './columns.tsx';
import { GROUPINGS, groupName } from './grouping.ts';
import { useTradesInAddress } from './use-trades-in-address.ts';
import { whyNoTrade } from './verdicts.ts';

interface TradesTableProps {
  readonly trades: readonly Trade[];
  readonly name: string;
  /** of a blend: the names of its parts, as trades count them */
  readonly parts?: readonly string[];
  /** what became of the run’s candidates: says why there is no trade */
  readonly outcomes?: ShownRun['outcomes'] | undefined;
  /** opens a trade, by its first cell or anywhere on its row; it is given all trades in the order shown */
  readonly onOpen?: (trade: Trade, shown: readonly Trade[]) => void;
}

/** Under which group's line a trade stands, and what that line tells. */
function groupingBy(by: TradeGrouping | '', rows: readonly Trade[]): Grouping<Trade> | undefined {
  if (by === '') return undefined;
  const groups = new Map(tradeGroups(rows, by).map((group) => [groupName(by, group), group]));
  const nameOf = new Map([...groups].flatMap(([name, { trades }]) => trades.map((trade) => [trade, name])));
  return {
    of: (trade) => nameOf.get(trade) ?? '',
    cells: (name) => {
      const group = groups.get(name);
      return group
        ? {
            profit: money(group.profit),
            return: percent(group.figures.expectancy),
            bars: ratio(group.held, 1),
            r: ratio(group.figures.averageR),
          }
        : {};
    },
  };
}

/** Trades sorted, filtered and grouped, with the columns one wants, copied or exported as they are shown. */
export const TradesTable = memo(function TradesTable({
  trades,
  name,
  parts,
  outcomes,
  onOpen,
}: TradesTableProps) {
  const { filter, setFilter, by, setBy, sorting } = useTradesInAddress();
  const [hidden, , changeHidden] = useSetting<readonly string[]>(
    'hidden trade columns',
    texts,
    HIDDEN_AT_FIRST,
  );
  const asked = useDeferredValue(filter);
  const read = useMemo(() => readFilter(asked, TRADE_FIELDS), [asked]);
  const rows = useMemo(
    () => (read.ok && asked ? trades.filter((trade) => read.test(tradeFields(trade, parts))) : trades),
    [trades, read, asked, parts],
  );
  const columns = useMemo(() => {
    const [symbol, ...rest] = tradeColumns;
    return parts && symbol ? [symbol, partColumn(parts), ...rest] : tradeColumns;
  }, [parts]);
  const grouping = useMemo(() => groupingBy(by, rows), [by, rows]);
  return (
    <DataTable
      label="Trades"
      rows={rows}
      columns={columns}
      hidden={hidden}
      {...(grouping && { grouping })}
      {...sorting}
      {...(onOpen && { onOpen })}
      empty={
        trades.length > 0 ? 'No trade matches.' : outcomes ? whyNoTrade(outcomes) : 'There is no trade here.'
      }
      above={(shown) => (
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
          <span className="text-soft" role="status">
            {rows.length === trades.length
              ? `${count(trades.length, 'trade')}`
              : `${count(rows.length)} of ${count(trades.length, 'trade')}`}
          </span>
          <FilterField
            label="Filter the trades"
            value={filter}
            onChange={setFilter}
            placeholder="filter: stop 2019 return<-5% bars>20"
            read={read}
          />
          <span className="text-soft">
            By{' '}
            <Select
              label="Group the table by"
              value={by}
              choices={[['', 'no group'], ...TRADE_GROUPINGS.map((way) => [way, GROUPINGS[way]] as const)]}
              onChange={setBy}
            />
          </span>
          <div className="ml-auto flex gap-2">
            <ColumnChoice columns={columns} hidden={hidden} onChange={changeHidden} />
            <TableOut
              table={() => (parts ? partTradesTable(shown, parts) : tradesTable(shown))}
              rows={shown.length}
              one="trade"
              name={`${name} trades`}
            />
          </div>
        </div>
      )}
    />
  );
});

interface ColumnChoiceProps {
  readonly columns: typeof tradeColumns;
  readonly hidden: readonly string[];
  readonly onChange: (change: (hidden: readonly string[]) => readonly string[]) => unknown;
}

function ColumnChoice({ columns, hidden, onChange }: ColumnChoiceProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button>
          <Columns3 size={14} aria-hidden /> Columns
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-50 max-h-96 overflow-auto border border-strong bg-raised p-1"
        >
          {columns.map(({ id = '', header }) => {
            const shown = !hidden.includes(id);
            return (
              <DropdownMenu.CheckboxItem
                key={id}
                checked={shown}
                // The first names the row.
                disabled={id === 'symbol'}
                onSelect={(event) => event.preventDefault()}
                onCheckedChange={() =>
                  onChange((now) => [...now.filter((one) => one !== id), ...(shown ? [id] : [])])
                }
                className="flex cursor-pointer gap-2 rounded-sm px-2 py-0.5 data-[disabled]:text-soft data-[highlighted]:bg-accent-paper"
              >
                <span aria-hidden className="w-3">
                  {shown ? '✓' : ''}
                </span>
                {String(header)}
              </DropdownMenu.CheckboxItem>
            );
          })}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
