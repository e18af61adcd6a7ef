'use client';

import { dayFromIso, isoFromDay } from '@plateau/core';
import { clsx } from 'clsx';
import type { ComponentProps } from 'react';

type Native = Omit<ComponentProps<'input'>, 'type' | 'min' | 'max' | 'defaultValue' | 'onChange'>;

interface DateFieldProps extends Native {
  /** the first and last day that can be chosen */
  readonly first?: number;
  readonly last?: number;
  readonly initial?: number;
  /** is told of each whole date that stands in the field */
  readonly onDay?: (day: number) => void;
}

const iso = (day: number | undefined): string | undefined =>
  day === undefined ? undefined : isoFromDay(day);

/** A day, typed or chosen. */
export function DateField({ first, last, initial, onDay, className, ...input }: DateFieldProps) {
  return (
    <input
      {...input}
      type="date"
      min={iso(first)}
      max={iso(last)}
      defaultValue={iso(initial)}
      onChange={(event) => {
        const day = dayFromIso(event.target.value);
        if (day !== undefined) onDay?.(day);
      }}
      className={clsx('rounded-sm border border-hairline bg-raised px-1 text-ink', className)}
    />
  );
}
