'use client';

import { at, dayFromIso } from '@plateau/core';
import type { FormEvent } from 'react';
import { Button } from '@/ui/button';
import { DateField } from '@/ui/date-field.tsx';

interface DaysSectionProps {
  readonly days: Int32Array;
  readonly onDay: (day: number) => void;
}

/** Leads to any day of the run. */
export function DaysSection({ days, onDay }: DaysSectionProps) {
  const first = at(days, 0);
  const last = at(days, days.length - 1);
  const open = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const day = dayFromIso(String(new FormData(event.currentTarget).get('day')));
    if (day !== undefined) onDay(day);
  };
  return (
    <form onSubmit={open} aria-label="Open a day" className="flex items-center gap-2">
      <label>
        Day <DateField name="day" required first={first} last={last} initial={last} />
      </label>
      <Button type="submit">Open the day</Button>
      <span className="text-soft">
        What was filled, held and decided on it. A double click on the curves opens the day under it.
      </span>
    </form>
  );
}
