'use client';

import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

interface MenuProps {
  /** the button that opens it */
  readonly trigger: ReactNode;
  readonly items: readonly (readonly [words: string, act: () => void])[];
}

/** Things to do, folded behind a button. */
export function Menu({ trigger, items }: MenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-50 border border-strong bg-raised p-1">
          {items.map(([words, act]) => (
            <DropdownMenu.Item
              key={words}
              onSelect={act}
              className="cursor-pointer rounded-sm px-3 py-1 data-[highlighted]:bg-accent-paper"
            >
              {words}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
