'use client';

import { countUntil, type DayBook, isoFromDay } from '@plateau/core';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { EntryDay } from '@/parts/trades/fill-day.tsx';
import { IconButton } from '@/ui/button';
import { count, money, percent, price, ratio, written } from '@/ui/format.ts';
import { GoToDay } from '@/ui/go-to-day.tsx';
import { PlainTable } from '@/ui/plain-table.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { type Asked, askDay } from '@/workers/run-client.ts';
import { Candidates } from './candidates.tsx';
import { Panel } from './panel.tsx';

interface DayPanelProps {
  /** the run it is a day of; of a blend, the run of that part. The same function as long as it is the same run */
  readonly asked: (part: number) => Asked;
  /** of a blend: the names of its parts, and which of them have a book of their own; one book for all where none is named */
  readonly parts?: { readonly names: readonly string[]; readonly own: readonly number[] };
  readonly day: number;
  /** the run's days */
  readonly days: Int32Array;
  readonly onDay: (day: number) => void;
  /** opens the trade that was held in an instrument since a day */
  readonly onTrade: (symbol: string, side: 'long' | 'short', entryDay: number, part: number) => void;
  readonly back: string;
  readonly onBack: () => void;
}

/** What happened on one day of the run: fills, positions with weights, cash, candidates with what became of them. */
export function DayPanel({ asked, parts, day, days, onDay, onTrade, back, onBack }: DayPanelProps) {
  const own = parts && parts.own.length > 0 ? parts.own : undefined;
  // What stands there says itself which day it is.
  const { latest: books, fault } = useAnswer(
    () => Promise.all((own ?? [0]).map((part) => askDay(asked(part), day))),
    [asked, day],
  );
  const book = books?.find((one) => one !== undefined);
  // From the day that is asked for, not from the one whose book stands there: a key pressed twice goes two days.
  const place = Math.max(0, countUntil(days, day) - 1);
  const before = days[place - 1];
  const after = days[place + 1];
  const go = (to: number | undefined): void => {
    if (to !== undefined) onDay(to);
  };
  return (
    <Panel
      label="A day of the run"
      title={isoFromDay(book?.day ?? day)}
      back={back}
      onBack={onBack}
      keys={{ ArrowLeft: () => go(before), ArrowRight: () => go(after) }}
      tools={
        <>
          <div className="flex">
            <IconButton
              label="Day before (←)"
              icon={ChevronLeft}
              disabled={before === undefined}
              onClick={() => go(before)}
            />
            <IconButton
              label="Day after (→)"
              icon={ChevronRight}
              disabled={after === undefined}
              onClick={() => go(after)}
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
        {books?.map((one, k) => {
          if (!one) return null;
          const part = own?.[k];
          return part === undefined ? (
            <Book key="all" book={one} parts={parts?.names} onTrade={onTrade} />
          ) : (
            <section key={part} className="pb-6">
              <h3 className="font-serif text-xl">{parts?.names[part]}, in its own run’s money</h3>
              <Book
                book={one}
                parts={undefined}
                onTrade={(symbol, side, entryDay) => onTrade(symbol, side, entryDay, part)}
              />
            </section>
          );
        })}
      </div>
    </Panel>
  );
}

interface BookProps {
  readonly book: DayBook;
  /** the names of a blend's parts, where the book is of all of them */
  readonly parts: readonly string[] | undefined;
  readonly onTrade: DayPanelProps['onTrade'];
}

function Book({ book, parts, onTrade }: BookProps) {
  const head = parts ? ['Part'] : [];
  const of = (part: number): string[] => (parts ? [parts[part] ?? ''] : []);
  const { fills, positions, exiting, candidates, review } = book;
  const held = new Set(positions.map(({ symbol }) => symbol));
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
          head={['Symbol', ...head, 'Order', 'Side', 'Shares', 'Price', 'Cash', 'Commission', 'Reason']}
          rows={fills.map((fill) => [
            fill.symbol,
            ...of(fill.part),
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
          head={[
            'Symbol',
            ...head,
            'Side',
            'Shares',
            'Since',
            'Entered at',
            'Close',
            'Value',
            'Weight',
            'Move',
          ]}
          rows={positions.map((p) => [
            <button
              key="open"
              type="button"
              className="min-h-[1.85rem] font-semibold hover:text-accent"
              onClick={() => onTrade(p.symbol, p.side, p.entryDay, p.part)}
            >
              {p.symbol}
            </button>,
            ...of(p.part),
            p.side,
            written(p.shares, 'shares'),
            <EntryDay key="since" of={p} />,
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
          head={['Symbol', ...head, 'Reason']}
          rows={exiting.map(({ part, symbol, reason }) => [symbol, ...of(part), reason])}
        />
      </Part>
      {review && (
        <Part title="The rotation’s review" empty="No member was eligible." of={review.ranked}>
          <p className="text-soft">
            It fills {review.hold} places and keeps what stands within {review.keep}.
          </p>
          <PlainTable
            label="Members reviewed"
            head={['Member', 'Place', 'Ranked by', '']}
            rows={review.ranked.map(({ symbol, place, value }) => [
              symbol,
              place,
              ratio(value, 4),
              <span key="held" className="block text-left">
                {held.has(symbol) ? 'held' : place > review.keep ? 'beyond the places kept' : ''}
              </span>,
            ])}
          />
        </Part>
      )}
      <Part
        title={`Decided at the close: ${count(candidates.length)} ${candidates.length === 1 ? 'candidate' : 'candidates'}`}
        empty="The entry rule was true for no member."
        of={candidates}
      >
        <Candidates rows={candidates} parts={parts} />
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
