'use client';

import { useRouter } from 'next/navigation';
import { useTheme } from 'next-themes';
import { helpAddress, helpPages } from '@/model/help-pages.ts';
import { late } from '@/ui/late.tsx';
import { useChord } from '@/ui/use-keys.ts';
import { CHORDS } from '../keys/table.ts';
import { type MenuCommand, useCommandMenu } from './menu-state.ts';
import { places } from './places.ts';

const CommandDialog = late(
  'The commands',
  () => import('./command-dialog.tsx').then((m) => m.CommandDialog),
  { ahead: true },
);

/** Every action by name. Opens with Ctrl+. (⌘. on a Mac). */
export function CommandMenu() {
  const { shown, open } = useCommandMenu();
  const router = useRouter();
  const { setTheme } = useTheme();
  useChord(CHORDS.commands.keys, open);

  const everywhere: MenuCommand[] = [
    ...places.map(({ id, name }) => ({ group: 'Go to', label: name, run: () => router.push(`/${id}`) })),
    {
      group: 'Go to',
      label: 'Evening: orders for the coming session',
      run: () => router.push('/runs?evening=all'),
    },
    { group: 'Look', label: 'Day map', run: () => setTheme('light') },
    { group: 'Look', label: 'Night map', run: () => setTheme('dark') },
    { group: 'Look', label: 'Day or night as the system has it', run: () => setTheme('system') },
    ...helpPages.map((page) => ({
      group: 'Help',
      label: page.title,
      run: () => router.push(helpAddress(page)),
    })),
  ];
  return shown && <CommandDialog everywhere={everywhere} />;
}
