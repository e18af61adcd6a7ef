'use client';

import { type ReactNode, useRef } from 'react';

interface FileChoice {
  /** the field's name for those who do not see it */
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => unknown;
}

/** A file chosen by any button: the field to be drawn beside it, and what opens the choice. */
export function useFileChoice({ label, accept, onFile }: FileChoice): {
  readonly field: ReactNode;
  readonly choose: () => void;
} {
  const input = useRef<HTMLInputElement>(null);
  const field = (
    <input
      ref={input}
      type="file"
      accept={accept}
      aria-label={label}
      hidden
      onChange={(event) => {
        const [file] = event.target.files ?? [];
        if (file) onFile(file);
        // The same file may be chosen again.
        event.target.value = '';
      }}
    />
  );
  return { field, choose: () => input.current?.click() };
}
