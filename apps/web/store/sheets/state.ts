// The sheets as this tab has them in memory.

import { create } from 'zustand';
import type { Sheet } from '@/model/sheet/sheet.ts';

interface Sheets {
  /** undefined until the store has been read */
  readonly all: readonly Sheet[] | undefined;
  readonly openId: string | undefined;
  /** the sheets that stand side by side above the open one */
  readonly tabs: readonly string[];
  /** what went wrong when something was last saved */
  readonly saveProblem: string | undefined;
}

export const useSheets = create<Sheets>(() => ({
  all: undefined,
  openId: undefined,
  tabs: [],
  saveProblem: undefined,
}));

/** The sheet that is open, undefined until the store has been read. */
export function useOpenSheet(): Sheet | undefined {
  return useSheets((s) => s.all?.find((sheet) => sheet.id === s.openId));
}

export function sheetOf(id: string | undefined): Sheet | undefined {
  return useSheets.getState().all?.find((sheet) => sheet.id === id);
}

export function openedSheet(): Sheet | undefined {
  return sheetOf(useSheets.getState().openId);
}

/** The sheets that are not deleted. */
export function livingSheets(): readonly Sheet[] {
  return (useSheets.getState().all ?? []).filter(({ deleted }) => deleted === undefined);
}

/** Puts a sheet into memory, in the place of its earlier state. */
export function putSheet(sheet: Sheet): void {
  const all = useSheets.getState().all ?? [];
  const known = all.some(({ id }) => id === sheet.id);
  useSheets.setState({ all: known ? all.map((s) => (s.id === sheet.id ? sheet : s)) : [...all, sheet] });
}
