'use client';

import { type InputHTMLAttributes, useState } from 'react';

type Native = Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'defaultValue' | 'onChange'>;

interface TextInputProps extends Native {
  /** what the store has */
  readonly value: string;
  /** the row that the value was read from: another object each time the store was read */
  readonly from: unknown;
  /** is given what was typed, when the field is left or Enter pressed */
  readonly onCommit: (text: string) => unknown;
}

interface Typed {
  readonly text: string;
  /** the row it was typed over */
  readonly over: unknown;
  readonly committed: boolean;
}

/**
 * A text of the store, changed in place. What was typed stays while it is typed and until the store has been read again; from then
 * on the store's text shows, even when it is the one from before. A text that was refused stays to be mended.
 */
export function TextInput({ value, from, onCommit, ...rest }: TextInputProps) {
  const [typed, setTyped] = useState<Typed>();
  const [editing, setEditing] = useState(false);
  const stands = typed && ((editing && !typed.committed) || typed.over === from);
  return (
    <input
      {...rest}
      value={stands ? typed.text : value}
      onFocus={() => {
        setEditing(true);
        if (!stands) setTyped(undefined);
      }}
      onChange={(event) => setTyped({ text: event.target.value, over: from, committed: false })}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
      }}
      onBlur={() => {
        setEditing(false);
        if (!typed || typed.committed) return;
        setTyped({ text: typed.text, over: from, committed: true });
        onCommit(typed.text);
      }}
    />
  );
}
