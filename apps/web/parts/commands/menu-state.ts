// Whether the menu of commands is open, and what the current place adds to it.

import { create } from 'zustand';

export interface MenuCommand {
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
