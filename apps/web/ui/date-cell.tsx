'use client';

import { isoFromDay } from '@plateau/core';
import { DateField } from './date-field.tsx';
import { useCommitted } from './use-committed.ts';

interface DateCellProps {
  readonly label: string;
  /** what the store has */
  readonly day: number | undefined;
  /** the row that the day was read from: another object each time the store was read */
  readonly from: unknown;
  /** is given what was typed or pointed at, when the field is left or a day chosen */
  readonly onCommit: (text: string) => unknown;
}

/** A day of the store, changed in place. */
export function DateCell({ label, day, from, onCommit }: DateCellProps) {
  const value = day === undefined ? '' : isoFromDay(day);
  const { text, enter, type, leave, commit } = useCommitted({ value, from, onCommit });
  return (
    <DateField
      look="cell"
      label={label}
      value={text}
      placeholder="–"
      choices={[['no date', undefined]]}
      onEnter={enter}
      onChange={type}
      onLeave={leave}
      onPoint={commit}
      className="w-full"
    />
  );
}
