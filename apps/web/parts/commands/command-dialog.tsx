'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useDialogFocusReturn } from '@/ui/use-focus-return.ts';
import { type MenuCommand, useCommandMenu } from './menu-state.ts';

/** Every word of the search must stand in the command's words. */
function containsWords(command: string, search: string): number {
  const words = search.toLowerCase().split(/\s+/);
  return words.every((word) => command.toLowerCase().includes(word)) ? 1 : 0;
}

/** @param commands what is there beside what the current place offers */
export function CommandDialog({ everywhere }: { readonly everywhere: readonly MenuCommand[] }) {
  const { commands, open, close } = useCommandMenu();
  const focusReturn = useDialogFocusReturn();
  const all = [...commands, ...everywhere];
  const groups = [...new Set(all.map((command) => command.group))];
  return (
    <Dialog.Root open onOpenChange={(next) => (next ? open() : close())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-sunk/60" />
        <Dialog.Content
          {...focusReturn}
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 w-[34rem] -translate-x-1/2 border border-strong bg-raised shadow-lg"
        >
          <Dialog.Title className="sr-only">Commands</Dialog.Title>
          <Command label="Commands" loop filter={containsWords}>
            <Command.Input
              placeholder="What do you want to do?"
              className="w-full border-b border-hairline bg-transparent px-4 py-3 text-base outline-none"
            />
            <Command.List className="max-h-96 overflow-auto p-2">
              <Command.Empty className="p-3 text-soft">No command has this name.</Command.Empty>
              {groups.map((group) => (
                <Command.Group key={group} heading={group} className="text-soft">
                  {all
                    .filter((command) => command.group === group)
                    .map((command) => (
                      <Command.Item
                        key={command.label}
                        value={`${group} ${command.label}`}
                        onSelect={() => {
                          close();
                          command.run();
                        }}
                        className="flex justify-between rounded-sm px-3 py-1.5 text-ink data-[selected=true]:bg-accent-paper"
                      >
                        {command.label}
                        {command.keys && <kbd className="font-sans text-soft">{command.keys}</kbd>}
                      </Command.Item>
                    ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
