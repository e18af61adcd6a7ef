'use client';

import { Command } from 'cmdk';
import { useRouter } from 'next/navigation';
import { useTheme } from 'next-themes';
import { Dialog } from 'radix-ui';
import { create } from 'zustand';
import { helpAddress, helpPages } from '@/model/help-pages.ts';
import { useChord } from '@/ui/use-keys.ts';
import { CHORDS } from '../keys/table.ts';
import { places } from './places.ts';

interface MenuCommand {
  readonly group: string;
  readonly label: string;
  readonly keys?: string;
  readonly run: () => void;
}

interface CommandMenuState {
  readonly shown: boolean;
  /** what the current place adds */
  readonly commands: readonly MenuCommand[];
  open(): void;
  close(): void;
  offer(commands: readonly MenuCommand[]): void;
}

export const useCommandMenu = create<CommandMenuState>((set) => ({
  shown: false,
  commands: [],
  open: () => set({ shown: true }),
  close: () => set({ shown: false }),
  offer: (commands) => set({ commands }),
}));

/** Every word of the search must stand in the command's words. */
function containsWords(command: string, search: string): number {
  const words = search.toLowerCase().split(/\s+/);
  return words.every((word) => command.toLowerCase().includes(word)) ? 1 : 0;
}

/** Every action by name. Opens with Ctrl+. (⌘. on a Mac). */
export function CommandMenu() {
  const { shown, commands, open, close } = useCommandMenu();
  const router = useRouter();
  const { setTheme } = useTheme();
  useChord(CHORDS.commands.keys, open);

  const everywhere: MenuCommand[] = [
    ...places.map(({ id, name }) => ({ group: 'Go to', label: name, run: () => router.push(`/${id}`) })),
    { group: 'Look', label: 'Day map', run: () => setTheme('light') },
    { group: 'Look', label: 'Night map', run: () => setTheme('dark') },
    { group: 'Look', label: 'Day or night as the system has it', run: () => setTheme('system') },
    ...helpPages.map((page) => ({
      group: 'Help',
      label: page.title,
      run: () => router.push(helpAddress(page)),
    })),
  ];
  const all = [...commands, ...everywhere];
  const groups = [...new Set(all.map((command) => command.group))];
  return (
    <Dialog.Root open={shown} onOpenChange={(next) => (next ? open() : close())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-sunk/60" />
        <Dialog.Content
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
              <Command.Empty className="p-3 text-soft">No command is called that.</Command.Empty>
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
