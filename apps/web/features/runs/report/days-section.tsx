'use client';

import { at, dayFromIso, isoFromDay } from '@plateau/core';
import { useState } from 'react';
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
  const [text, setText] = useState(() => isoFromDay(last));
  const day = dayFromIso(text.trim());
  return (
    <form
      aria-label="Open a day"
      className="flex items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (day !== undefined) onDay(day);
      }}
    >
      Day
      <DateField
        label="Day"
        value={text}
        onChange={setText}
        first={first}
        last={last}
        faulty={day === undefined}
        choices={[
          ['first day', first],
          ['last day', last],
        ]}
      />
      <Button type="submit" disabled={day === undefined}>
        Open the day
      </Button>
      <span className="text-soft">
        What was filled, held and decided on it. A double click on the curves opens the day under it.
      </span>
    </form>
  );
}
