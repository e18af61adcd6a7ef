'use client';

import { dayFromIso } from '@plateau/core';
import { useState } from 'react';
import { DateField, type DayChoice } from './date-field.tsx';

interface GoToDayProps {
  readonly first?: number | undefined;
  readonly last?: number | undefined;
  readonly choices?: readonly DayChoice[];
  readonly onDay: (day: number) => void;
}

/** Leads to a day as soon as a whole one stands in it. */
export function GoToDay({ onDay, ...bounds }: GoToDayProps) {
  const [text, setText] = useState('');
  return (
    <span className="flex items-center gap-1.5 text-soft">
      Go to
      <DateField
        {...bounds}
        label="Go to a day"
        value={text}
        onChange={(next) => {
          setText(next);
          const day = dayFromIso(next.trim());
          if (day !== undefined) onDay(day);
        }}
      />
    </span>
  );
}
