// The look that all fields share.

import { clsx } from 'clsx';

interface BoxLook {
  readonly faulty?: boolean | undefined;
  readonly className?: string | undefined;
}

/** The classes of a field's box; a faulty one is marked. */
export function box({ faulty = false, className }: BoxLook = {}): string {
  return clsx(
    'min-h-[1.85rem] rounded-sm border bg-raised text-ink disabled:opacity-60',
    faulty ? 'border-loss' : 'border-hairline hover:border-strong',
    className,
  );
}

/** What hangs over the page: lists, calendars, forms. */
export const POPPED = 'z-50 border border-strong bg-raised shadow-lg';
