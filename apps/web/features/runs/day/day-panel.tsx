'use client';

import { type DayBook, isoFromDay } from '@plateau/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import type { StoredRun } from '@/model/rows.ts';
import { IconButton } from '@/ui/button';
import { count, money, percent, price, written } from '@/ui/format.ts';
import { GoToDay } from '@/ui/go-to-day.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { askDay } from '@/workers/run-client.ts';
import { Candidates } from '../candidates.tsx';
import { Panel } from '../panel.tsx';
import { PlainTable } from '../report/plain-table.tsx';

interface DayPanelProps {
  readonly kept: StoredRun;
  readonly day: number;
  readonly onDay: (day: number) => void;
  /** opens the trade that was held in an instrument since a day */
  readonly onTrade: (symbol: string, side: 'long' | 'short', entryDay: number) => void;
  readonly onBack: () => void;
}

/** What happened on one day of the run: fills, positions with weights, cash, candidates with what became of them. */
export function DayPanel({ kept, day, onDay, onTrade, onBack }: DayPanelProps) {
  const { universe, request } = kept;
  const { value: book, fault } = useAnswer(() => askDay({ universe, request }, day), [kept, day]);
  const go = (to: number | undefined): void => {
    if (to !== undefined) onDay(to);
  };
  return (
    <Panel
      label="A day of the run"
      title={isoFromDay(book?.day ?? day)}
      onBack={onBack}
      keys={{ ArrowLeft: () => go(book?.before), ArrowRight: () => go(book?.after) }}
      tools={
        <>
          <div className="flex">
            <IconButton
              label="Day before (←)"
              icon={ChevronLeft}
              disabled={book?.before === undefined}
              onClick={() => go(book?.before)}
            />
            <IconButton
              label="Day after (→)"
              icon={ChevronRight}
              disabled={book?.after === undefined}
              onClick={() => go(book?.after)}
            />
          </div>
          <GoToDay onDay={go} />
        </>
      }
    >
      {fault && (
        <p role="alert" className="p-4 text-loss">
          {fault}
        </p>
      )}
      <div
        className="min-h-0 flex-1 overflow-auto px-4 py-3"
        tabIndex={0}
        role="region"
        aria-label="The day’s book"
        data-testid="day"
        data-day={book && isoFromDay(book.day)}
      >
        {book && <Book book={book} onTrade={onTrade} />}
      </div>
    </Panel>
  );
}

function Book({ book, onTrade }: { book: DayBook; onTrade: DayPanelProps['onTrade'] }) {
  const { fills, positions, exiting, candidates } = book;
  return (
    <div className="grid gap-4">
      <p>
        At its close the account was worth <strong>{money(book.equity)}</strong>, {percent(book.change, 2)}{' '}
        since the close before; {money(book.cash)} of it in cash
        {book.interest !== 0 && `, ${price(book.interest)} of interest came in`}
        {book.borrow !== 0 && `, ${price(0 - book.borrow)} went out for borrowing`}.
      </p>
      <Part title="Filled" empty="Nothing was bought or sold." of={fills}>
        <PlainTable
          label="Fills of the day"
          head={['Symbol', 'Order', 'Side', 'Shares', 'Price', 'Cash', 'Commission', 'Reason']}
          rows={fills.map((fill) => [
            fill.symbol,
            fill.action,
            fill.side,
            written(fill.shares, 'shares'),
            price(fill.price),
            money(fill.amount),
            price(fill.commission),
            fill.reason ?? '',
          ])}
        />
      </Part>
      <Part title="Held at the close" empty="Nothing was held: all of it was cash." of={positions}>
        <PlainTable
          label="Positions of the day"
          head={['Symbol', 'Side', 'Shares', 'Since', 'Entered at', 'Close', 'Value', 'Weight', 'Move']}
          rows={positions.map((p) => [
            <button
              key="open"
              type="button"
              className="font-semibold hover:text-accent"
              onClick={() => onTrade(p.symbol, p.side, p.entryDay)}
            >
              {p.symbol}
            </button>,
            p.side,
            written(p.shares, 'shares'),
            isoFromDay(p.entryDay),
            price(p.entryPrice),
            price(p.close),
            money(p.value),
            percent(p.weight),
            <span key="m" className={p.move < 0 ? 'text-loss' : 'text-gain'}>
              {percent(p.move)}
            </span>,
          ])}
        />
      </Part>
      <Part title="Decided at the close: exits" empty="No exit was decided." of={exiting}>
        <PlainTable
          label="Exits decided"
          head={['Symbol', 'Reason']}
          rows={exiting.map(({ symbol, reason }) => [symbol, reason])}
        />
      </Part>
      <Part
        title={`Decided at the close: ${count(candidates.length)} ${candidates.length === 1 ? 'candidate' : 'candidates'}`}
        empty="The entry rule was true for no member."
        of={candidates}
      >
        <Candidates rows={candidates} />
      </Part>
    </div>
  );
}

interface PartProps {
  readonly title: string;
  readonly of: readonly unknown[];
  readonly empty: string;
  readonly children: ReactNode;
}

function Part({ title, of, empty, children }: PartProps) {
  return (
    <section>
      <h3 className="font-serif text-lg">{title}</h3>
      {of.length > 0 ? children : <p className="text-soft">{empty}</p>}
    </section>
  );
}
