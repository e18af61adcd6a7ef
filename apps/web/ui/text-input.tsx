'use client';

import type { InputHTMLAttributes } from 'react';
import { useCommitted } from './use-committed.ts';

type Native = Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'defaultValue' | 'onChange'>;

interface TextInputProps extends Native {
  /** what the store has */
  readonly value: string;
  /** the row that the value was read from: another object each time the store was read */
  readonly from: unknown;
  /** is given what was typed, when the field is left or goes, or Enter is pressed */
  readonly onCommit: (text: string) => unknown;
}

/** A text of the store, changed in place. */
export function TextInput({ value, from, onCommit, ...rest }: TextInputProps) {
  const { text, enter, type, leave } = useCommitted({ value, from, onCommit });
  return (
    <input
      {...rest}
      value={text}
      onFocus={enter}
      onChange={(event) => type(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
      }}
      onBlur={leave}
    />
  );
}
