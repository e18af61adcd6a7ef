'use client';

import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { POPPED } from './box.ts';
import { Button } from './button.tsx';

interface ConfirmProps {
  /** the button that asks */
  readonly trigger: ReactNode;
  readonly title: string;
  /** what will be lost, and what stays */
  readonly children: ReactNode;
  /** the words of the button that does it */
  readonly act: string;
  readonly onAct: () => void;
}

/** A question before something that cannot be undone. */
export function Confirm({ trigger, title, children, act, onAct }: ConfirmProps) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{trigger}</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-sunk/60" />
        <AlertDialog.Content
          className={`fixed top-1/3 left-1/2 w-[30rem] -translate-x-1/2 -translate-y-1/3 p-5 ${POPPED}`}
        >
          <AlertDialog.Title className="font-serif text-lg">{title}</AlertDialog.Title>
          <AlertDialog.Description asChild>
            <div className="py-3">{children}</div>
          </AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Keep everything</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button className="border-loss text-loss" onClick={onAct}>
                {act}
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
