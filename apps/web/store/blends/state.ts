// The blends as this tab has them in memory. A blend is a draft with its steps, as a sheet is.

import { create } from 'zustand';
import type { Sheet } from '@/model/sheet/sheet.ts';

interface Blends {
  /** undefined until the store has been read */
  readonly all: readonly Sheet[] | undefined;
  /** the one that is open; none while the list is shown */
  readonly openId: string | undefined;
  /** what went wrong when something was last saved */
  readonly saveProblem: string | undefined;
}

export const useBlends = create<Blends>(() => ({
  all: undefined,
  openId: undefined,
  saveProblem: undefined,
}));

export function useOpenBlend(): Sheet | undefined {
  return useBlends((s) => s.all?.find(({ id, deleted }) => id === s.openId && deleted === undefined));
}

export function blendOf(id: string | undefined): Sheet | undefined {
  return useBlends.getState().all?.find((blend) => blend.id === id);
}

export const openedBlend = (): Sheet | undefined => blendOf(useBlends.getState().openId);

/** Opens a blend, or the list of all. */
export function openBlend(openId: string | undefined): void {
  useBlends.setState({ openId });
}

/** Puts a blend into memory, in the place of its earlier state. */
export function putBlend(blend: Sheet): void {
  const all = useBlends.getState().all ?? [];
  const known = all.some(({ id }) => id === blend.id);
  useBlends.setState({ all: known ? all.map((b) => (b.id === blend.id ? blend : b)) : [...all, blend] });
}
