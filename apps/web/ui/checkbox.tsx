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
      // A finger finds more than the box that is drawn.
      className={clsx(
        'group inline-flex size-[1.85rem] shrink-0 items-center justify-center disabled:opacity-50',
        children === undefined ? className : '-m-[0.49rem]',
      )}
    >
      <span className="inline-flex size-3.5 items-center justify-center rounded-[3px] border border-strong bg-raised group-data-[state=checked]:border-accent group-data-[state=checked]:bg-accent">
        <Radix.Indicator>
          <Check size={11} strokeWidth={3.5} aria-hidden className="text-raised" />
        </Radix.Indicator>
      </span>
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
