'use client';

import type { RowFilter } from './row-filter.ts';

interface FilterFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly placeholder: string;
  /** what was made of the text */
  readonly read: RowFilter;
}

/** A filter of a table's rows, with what is wrong with it. */
export function FilterField({ label, value, onChange, placeholder, read }: FilterFieldProps) {
  return (
    <>
      <input
        aria-label={label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        placeholder={placeholder}
        aria-invalid={!read.ok}
        className="w-64 rounded-sm border border-hairline bg-raised px-1.5 py-0.5 aria-invalid:border-loss"
      />
      {!read.ok && (
        <span role="alert" className="text-loss">
          {read.message}
        </span>
      )}
    </>
  );
}
