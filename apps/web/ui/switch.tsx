'use client';

import { Switch as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface SwitchProps {
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
  readonly children: ReactNode;
}

/** Something that works or does not, at once. */
export function Switch({ on, onChange, children }: SwitchProps) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the switch in it is a button, which a label may name
    <label className="inline-flex items-center gap-2">
      <Radix.Root
        checked={on}
        onCheckedChange={onChange}
        className="relative h-4 w-7 shrink-0 rounded-full border border-strong bg-sunk data-[state=checked]:bg-accent"
      >
        <Radix.Thumb className="block size-3 translate-x-px rounded-full bg-strong transition-transform data-[state=checked]:translate-x-[13px] data-[state=checked]:bg-raised" />
      </Radix.Root>
      {children}
    </label>
  );
}
