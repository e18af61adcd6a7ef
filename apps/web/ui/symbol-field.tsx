'use client';

import { clsx } from 'clsx';
import { type ComponentProps, useId } from 'react';

interface SymbolFieldProps extends Omit<ComponentProps<'input'>, 'list'> {
  /** what is offered while one types */
  readonly symbols: readonly string[];
  readonly faulty?: boolean;
}

/** An instrument by its symbol, typed or picked from those that begin alike. */
export function SymbolField({ symbols, faulty = false, className, ...input }: SymbolFieldProps) {
  const id = useId();
  return (
    <>
      <input
        {...input}
        list={id}
        aria-invalid={faulty || undefined}
        className={clsx('rounded-sm border bg-raised', faulty ? 'border-loss' : 'border-hairline', className)}
      />
      <datalist id={id}>
        {symbols.map((symbol) => (
          <option key={symbol} value={symbol} />
        ))}
      </datalist>
    </>
  );
}
