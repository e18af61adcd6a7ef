'use client';

import { dayFromIso, isoFromDay } from '@plateau/core';
import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type ChangeEvent, type ReactNode, type RefObject, useRef, useState } from 'react';
import { DayPicker, type DropdownProps } from 'react-day-picker';
import { box, POPPED } from './box.ts';
import { dayInWords } from './format.ts';
import { Select } from './select.tsx';

/** A day that can be chosen by its words; without a day it empties the field. */
export type DayChoice = readonly [words: string, day: number | undefined];

interface DateFieldProps {
  /** left out where a label points at its id */
  readonly label?: string;
  readonly id?: string;
  /** as typed: YYYY-MM-DD, nothing, or what is on its way there */
  readonly value: string;
  readonly onChange: (text: string) => void;
  /** takes a day that was pointed at; like one typed when left out */
  readonly onPoint?: (text: string) => void;
  readonly onEnter?: () => void;
  readonly onLeave?: () => void;
  /** the first and last day that can be pointed at */
  readonly first?: number | undefined;
  readonly last?: number | undefined;
  readonly choices?: readonly DayChoice[];
  readonly placeholder?: string;
  readonly disabled?: boolean;
  readonly faulty?: boolean;
  readonly describedBy?: string | undefined;
  /** a field of its own, or a cell of a table, whose box shows when it is pointed at */
  readonly look?: 'box' | 'cell';
  readonly className?: string;
}

const MS_A_DAY = 86_400_000;
/** A day as the calendar counts: midnight of the browser's own place. */
const dateOf = (day: number): Date => {
  const utc = new Date(day * MS_A_DAY);
  return new Date(utc.getUTCFullYear(), utc.getUTCMonth(), utc.getUTCDate());
};
const dayOf = (date: Date): number =>
  Date.UTC(date.getFullYear(), date.getMonth(), date.getDate()) / MS_A_DAY;

/** A day, typed as YYYY-MM-DD or pointed at. */
export function DateField(props: DateFieldProps) {
  const { label, id, value, onChange, first, last, choices = [], disabled, faulty, describedBy } = props;
  const cell = props.look === 'cell';
  const [open, setOpen] = useState(false);
  const [used, setUsed] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  const day = dayFromIso(value.trim());
  const take = (next: number | undefined): void => {
    (props.onPoint ?? onChange)(next === undefined ? '' : isoFromDay(next));
    setOpen(false);
  };
  return (
    <span className={`group/date inline-flex items-stretch ${props.className ?? ''}`}>
      <input
        id={id}
        type="text"
        aria-label={label}
        aria-invalid={faulty || undefined}
        aria-describedby={describedBy}
        value={value}
        disabled={disabled}
        placeholder={props.placeholder ?? 'YYYY-MM-DD'}
        onChange={(event) => onChange(event.target.value)}
        onFocus={props.onEnter}
        onBlur={props.onLeave}
        onKeyDown={(event) => {
          // Elsewhere Enter sends the form that the field is in.
          if (event.key === 'Enter' && props.onLeave) event.currentTarget.blur();
        }}
        className={
          cell
            ? 'w-0 min-w-0 flex-1 rounded-sm border border-transparent bg-transparent px-0.5 group-hover/date:border-hairline focus:border-hairline'
            : box({ faulty, className: 'min-w-24 flex-1 rounded-r-none border-r-0 px-1.5 py-0.5' })
        }
      />
      <button
        ref={opener}
        type="button"
        aria-label={label ? `${label}: calendar` : 'Calendar'}
        aria-haspopup="dialog"
        aria-expanded={open}
        data-state={open ? 'open' : 'closed'}
        disabled={disabled}
        onClick={() => {
          setUsed(true);
          setOpen(!open);
        }}
        className={
          cell
            ? 'px-0.5 text-soft opacity-0 group-focus-within/date:opacity-100 group-hover/date:opacity-100 hover:text-ink data-[state=open]:opacity-100'
            : box({ faulty, className: 'min-w-[1.85rem] rounded-l-none px-1 text-soft hover:text-ink' })
        }
      >
        <CalendarDays size={13} aria-hidden />
      </button>
      {used && (
        <CalendarPopover opener={opener} open={open} onOpen={setOpen}>
          {choices.length > 0 && (
            <p className="flex flex-wrap gap-x-3 pb-2">
              {choices.map(([words, its]) => (
                <button
                  key={words}
                  type="button"
                  className="text-accent underline decoration-hairline underline-offset-2 hover:decoration-accent"
                  onClick={() => take(its)}
                >
                  {words}
                </button>
              ))}
            </p>
          )}
          <Calendar day={day} first={first} last={last} onDay={take} />
        </CalendarPopover>
      )}
    </span>
  );
}

interface CalendarPopoverProps {
  /** the button that opens it, beside which it stands and to which it gives the focus back */
  readonly opener: RefObject<HTMLButtonElement | null>;
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly children: ReactNode;
}

/** There from its first opening on: a table may have a field in each of its cells, and few are ever opened. */
function CalendarPopover({ opener, open, onOpen, children }: CalendarPopoverProps) {
  const left = useRef(false);
  return (
    <Popover.Root open={open} onOpenChange={onOpen}>
      <Popover.Anchor virtualRef={opener as RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          aria-label="Calendar"
          className={`p-3 ${POPPED}`}
          onInteractOutside={(event) => {
            // The opener closes it by itself.
            if (opener.current?.contains(event.target as Node)) event.preventDefault();
            else left.current = true;
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (!left.current) opener.current?.focus();
            left.current = false;
          }}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Years and months in a list like every other of ours; the calendar counts them. */
function MonthChoice({ options = [], value, onChange, 'aria-label': label }: DropdownProps) {
  return (
    <Select
      label={label ?? 'Month or year'}
      value={String(value)}
      choices={options.map((option) => [String(option.value), option.label])}
      onChange={(next) => onChange?.({ target: { value: next } } as ChangeEvent<HTMLSelectElement>)}
    />
  );
}

const CALENDAR_PARTS = {
  Dropdown: MonthChoice,
  Chevron: ({ orientation }: { orientation?: string }) =>
    orientation === 'left' ? <ChevronLeft size={14} aria-hidden /> : <ChevronRight size={14} aria-hidden />,
};

interface CalendarProps {
  readonly day: number | undefined;
  readonly first: number | undefined;
  readonly last: number | undefined;
  readonly onDay: (day: number) => void;
}

function Calendar({ day, first, last, onDay }: CalendarProps) {
  const bounds = [
    ...(first !== undefined ? [{ before: dateOf(first) }] : []),
    ...(last !== undefined ? [{ after: dateOf(last) }] : []),
  ];
  const shown = day ?? last;
  return (
    <DayPicker
      mode="single"
      required
      autoFocus
      weekStartsOn={1}
      captionLayout="dropdown"
      {...(shown !== undefined && { defaultMonth: dateOf(shown) })}
      {...(first !== undefined && { startMonth: dateOf(first) })}
      {...(last !== undefined && { endMonth: dateOf(last) })}
      disabled={bounds}
      selected={day === undefined ? undefined : dateOf(day)}
      onSelect={(date) => onDay(dayOf(date))}
      components={CALENDAR_PARTS}
      labels={{ labelDayButton: dayInWords }}
      classNames={{
        // Room for the arrows beside the month and the year.
        months: 'relative min-w-60',
        nav: 'absolute right-0 flex gap-1',
        month_caption: 'pb-2',
        dropdowns: 'flex gap-1',
        weekday: 'w-7 font-normal text-soft',
        day: 'size-7 text-center',
        day_button: 'size-7 rounded-sm hover:bg-accent-paper disabled:text-soft disabled:opacity-40',
        selected: 'rounded-sm bg-accent-paper font-semibold',
        today: 'text-accent',
        outside: 'opacity-40',
      }}
    />
  );
}
