'use client';

import { clsx } from 'clsx';
import { Check } from 'lucide-react';
import { Checkbox as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface CheckboxProps {
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
  /** its words beside it; without them it needs a label */
  readonly children?: ReactNode;
  readonly label?: string;
  readonly disabled?: boolean;
  readonly className?: string;
}

/** Something that is so or not. */
export function Checkbox({ checked, onChange, children, label, disabled = false, className }: CheckboxProps) {
  const tick = (
    <Radix.Root
      checked={checked}
      onCheckedChange={(next) => onChange(next === true)}
      disabled={disabled}
      aria-label={label}
      className={clsx(
        'inline-flex size-3.5 shrink-0 items-center justify-center rounded-[3px] border border-strong bg-raised disabled:opacity-50 data-[state=checked]:border-accent data-[state=checked]:bg-accent',
        children === undefined && className,
      )}
    >
      <Radix.Indicator>
        <Check size={11} strokeWidth={3.5} aria-hidden className="text-raised" />
      </Radix.Indicator>
    </Radix.Root>
  );
  if (children === undefined) return tick;
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the tick in it is a button, which a label may name
    <label className={clsx('inline-flex items-center gap-1.5', className)}>
      {tick}
      {children}
    </label>
  );
}
