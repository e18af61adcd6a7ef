'use client';

import { at, type Bars, columnOf, isoFromDay, type Trade, yearOf } from '@plateau/core';
import { useMemo } from 'react';
import { Bar, Line, ReferenceDot } from 'recharts';
import { drawBar } from '@/parts/chart/marks.tsx';
import { placeAxis } from '@/parts/chart/place-axis.tsx';
import { periodTicks, type Row, rowsInView } from '@/parts/chart/rows.ts';
import { EntryDay } from '@/parts/trades/fill-day.tsx';
import { useBarsOf } from '@/store/market/bars-of.ts';
import { ChartGroup } from '@/ui/chart/chart-group.tsx';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { StrokeKey, selectedDays } from '@/ui/chart/time-axis.tsx';
import { useZoom } from '@/ui/chart/use-zoom.ts';
import { ZoomButtons } from '@/ui/chart/zoom-buttons.tsx';
import { count, money, percent, plainNumber } from '@/ui/format.ts';
import { type AccountCurve, daysOf, onBars, tradesInView } from './instrument-rows.ts';

const AXIS_WIDTH = 58;
const EQUITY = { stroke: 'var(--ridge)', strokeWidth: 1.4 } as const;

interface InstrumentChartProps {
  readonly symbol: string;
  /** those in this instrument */
  readonly trades: readonly Trade[];
  readonly account: AccountCurve;
  readonly onOpen: (trade: Trade) => void;
}

/** All entries and exits of one instrument on its prices, with the account's curve below. */
export function InstrumentChart(props: InstrumentChartProps) {
  const bars = useBarsOf(props.symbol);
  if (!bars) return <p className="p-4 text-soft">Its bars are read …</p>;
  return <Drawn {...props} bars={bars} />;
}

function Drawn({ symbol, trades, account, onOpen, bars }: InstrumentChartProps & { readonly bars: Bars }) {
  const size = bars.day.length;
  const home = useMemo(() => daysOf(bars, account), [bars, account]);
  const zoom = useZoom(bars.day, {
    dayOf: (place) => bars.day[Math.min(size - 1, Math.max(0, Math.round(place)))] ?? 0,
    home,
  });
  const { first, last } = zoom.span;
  const equity = useMemo(() => onBars(bars, account), [bars, account]);
  const changes = useMemo(() => {
    const column = columnOf(new Map([[symbol, bars]]), symbol, '1-day return', 'day');
    return column.ok ? column.values : undefined;
  }, [symbol, bars]);
  const rows = useMemo(
    () => rowsInView({ bars, changes, measures: [equity], other: undefined }, first, last),
    [bars, changes, equity, first, last],
  );
  const marks = useMemo(() => tradesInView(bars, trades, first, last), [bars, trades, first, last]);
  const ticks = periodTicks(rows, yearOf);
  const along = (shown: boolean) => placeAxis({ days: bars.day, first, last, ticks, shown, byYear: true });
  const pane = { rows, group: 'instrument', mouse: zoom.mouse } as const;
  return (
    <ChartGroup name={`Trades in ${symbol}`} zoom={zoom} className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-x-4 text-soft">
        <span>
          {count(trades.length, 'trade')} in {symbol}: a dot at the entry, a ring at the exit
        </span>
        <StrokeKey text="The account" {...EQUITY} />
        <span className="ml-auto flex items-center gap-2">
          {isoFromDay(at(bars.day, first))} to {isoFromDay(at(bars.day, last))}
          <ZoomButtons zoom={zoom} />
        </span>
      </div>
      <ChartPane
        {...pane}
        name="instrument-prices"
        className="min-h-0 flex-[4]"
        along={along(false)}
        values={{ width: AXIS_WIDTH, format: plainNumber }}
        readout={(row) => ({ day: row.day, rows: valuesOf(row) })}
      >
        <Bar dataKey="range" isAnimationActive={false} shape={drawBar} />
        {marks.map(({ trade, entry, exit }) => [
          entry !== undefined && (
            <ReferenceDot
              key={`in ${trade.entryDay} ${trade.side}`}
              x={entry}
              y={trade.entryPrice}
              r={4}
              fill={trade.side === 'long' ? 'var(--accent)' : 'var(--ink)'}
              stroke="var(--paper)"
              className="cursor-pointer"
              onClick={() => onOpen(trade)}
            />
          ),
          exit !== undefined && trade.exitPrice !== undefined && (
            <ReferenceDot
              key={`out ${trade.entryDay} ${trade.side}`}
              x={exit}
              y={trade.exitPrice}
              r={5}
              fill="none"
              stroke={trade.profit > 0 ? 'var(--gain)' : 'var(--loss)'}
              strokeWidth={2}
              className="cursor-pointer"
              onClick={() => onOpen(trade)}
            />
          ),
        ])}
        {selectedDays(zoom.drag)}
      </ChartPane>
      <ChartPane
        {...pane}
        name="instrument-account"
        className="min-h-0 flex-[1.4]"
        along={along(true)}
        values={{ width: AXIS_WIDTH, format: money, ticks: 3 }}
      >
        <Line dataKey={(row: Row) => row.drawn[0]} {...plainLine} {...EQUITY} />
        {selectedDays(zoom.drag)}
      </ChartPane>
      <ul aria-label={`Trades in ${symbol}`} className="flex max-h-20 flex-wrap gap-x-3 overflow-auto">
        {trades.map((trade) => (
          <li key={`${trade.entryDay} ${trade.side}`}>
            <button
              type="button"
              className="min-h-[1.85rem] text-accent hover:underline"
              onClick={() => onOpen(trade)}
            >
              <EntryDay of={trade} /> {trade.side}{' '}
              <span className={trade.profit > 0 ? 'text-gain' : 'text-loss'}>{percent(trade.return)}</span>
            </button>
          </li>
        ))}
      </ul>
    </ChartGroup>
  );
}

const valuesOf = (row: Row): readonly (readonly [string, string])[] => [
  ['Open', plainNumber(row.open)],
  ['High', plainNumber(row.high)],
  ['Low', plainNumber(row.low)],
  ['Close', plainNumber(row.close)],
  ['The account', money(row.drawn[0] ?? Number.NaN)],
];
