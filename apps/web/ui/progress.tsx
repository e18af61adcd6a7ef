'use client';

import { Progress as Radix } from 'radix-ui';

interface ProgressProps {
  readonly label: string;
  /** how much is done; undefined while it is not known how much there is */
  readonly value: number | undefined;
  readonly max?: number;
  readonly className?: string;
}

/** How far a piece of work is. */
export function Progress({ label, value, max = 1, className }: ProgressProps) {
  const share = value === undefined || max <= 0 ? undefined : Math.min(1, value / max);
  return (
    <Radix.Root
      aria-label={label}
      value={share === undefined ? null : Math.round(share * 100)}
      className={`inline-block overflow-hidden bg-sunk ${className ?? 'h-2 w-40'}`}
    >
      <Radix.Indicator
        className="block h-full bg-accent data-[state=indeterminate]:animate-pulse"
        style={{ width: `${100 * (share ?? 1)}%` }}
      />
    </Radix.Root>
  );
}
