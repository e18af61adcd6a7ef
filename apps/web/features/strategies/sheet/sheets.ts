// The sheets that are kept: in memory for the page, in the store as they are typed.

import type { Strategy } from '@plateau/core';
import { create } from 'zustand';
import { database } from '@/store/database.ts';
import { draftFrom, runKey } from './read.ts';
import { type Draft, edit, editMany, redo, replaceDraft, type Sheet, textOf, undo } from './sheet.ts';

interface Sheets {
  /** undefined until the store has been read */
  readonly all: readonly Sheet[] | undefined;
  readonly openId: string | undefined;
  /** what went wrong when something was last saved */
  readonly saveProblem: string | undefined;
  load(wanted: string | undefined): Promise<void>;
  open(id: string): void;
  edit(key: string, to: string): void;
  /** several fields as one step */
  editMany(texts: Draft): void;
  /** another variant of the open sheet in place of what stands there */
  replaceDraft(draft: Draft): void;
  undo(): void;
  redo(): void;
  /** looks at the out-of-sample part of the open sheet as it stands; counted, and not undone */
  unveil(): void;
  create(draft?: Draft): void;
  duplicate(): void;
  remove(): Sheet | undefined;
  restore(sheet: Sheet): void;
  importStrategy(strategy: Strategy): void;
}

const newId = (): string => crypto.randomUUID();
const newSheet = (draft: Draft): Sheet => ({ id: newId(), draft, past: [], future: [], created: Date.now() });
const FIRST_SHEET: Draft = { name: 'High ground' };

export const useSheets = create<Sheets>((set, get) => {
  /** Puts a sheet into memory and, at once, into the store: a tab may be killed at any moment. */
  const keep = (sheet: Sheet, openId = sheet.id): void => {
    const all = get().all ?? [];
    const known = all.some((s) => s.id === sheet.id);
    set({ all: known ? all.map((s) => (s.id === sheet.id ? sheet : s)) : [...all, sheet], openId });
    save(sheet);
  };
  // While one write is under way only the newest state waits for its turn: typing never outruns the store.
  const underWay = new Set<string>();
  const waiting = new Map<string, Sheet>();
  const save = (sheet: Sheet): void => {
    const { id } = sheet;
    if (underWay.has(id)) {
      waiting.set(id, sheet);
      return;
    }
    underWay.add(id);
    database.sheets
      .put(sheet)
      .then(
        () => get().saveProblem && set({ saveProblem: undefined }),
        (error: Error) => set({ saveProblem: error.message }),
      )
      .finally(() => {
        underWay.delete(id);
        const next = waiting.get(id);
        waiting.delete(id);
        if (next) save(next);
      });
  };
  const opened = (): Sheet | undefined => get().all?.find((s) => s.id === get().openId);
  const living = (): readonly Sheet[] => (get().all ?? []).filter((s) => s.deleted === undefined);

  return {
    all: undefined,
    openId: undefined,
    saveProblem: undefined,
    async load(wanted) {
      if (get().all) return;
      const all = (await database.sheets.toArray()).sort((a, b) => a.created - b.created);
      set({ all });
      const alive = living();
      const open = alive.find((s) => s.id === wanted) ?? alive[alive.length - 1];
      if (open) set({ openId: open.id });
      else keep(newSheet(FIRST_SHEET));
    },
    open: (openId) => set({ openId }),
    edit(key, to) {
      const sheet = opened();
      if (sheet) keep(edit(sheet, key, to, Date.now(), newId()));
    },
    editMany(texts) {
      const sheet = opened();
      if (sheet) keep(editMany(sheet, texts, Date.now(), newId()));
    },
    replaceDraft(draft) {
      const sheet = opened();
      if (sheet) keep(replaceDraft(sheet, draft, Date.now(), newId()));
    },
    undo() {
      const sheet = opened();
      if (sheet) keep(undo(sheet));
    },
    redo() {
      const sheet = opened();
      if (sheet) keep(redo(sheet));
    },
    unveil() {
      const sheet = opened();
      if (!sheet) return;
      keep({ ...sheet, openings: [...(sheet.openings ?? []), { key: runKey(sheet.draft), at: Date.now() }] });
    },
    create: (draft = { name: 'Untitled' }) => keep(newSheet(draft)),
    duplicate() {
      const sheet = opened();
      if (sheet) keep(newSheet({ ...sheet.draft, name: `${textOf(sheet.draft, 'name')} copy` }));
    },
    remove() {
      const sheet = opened();
      if (!sheet) return undefined;
      const next = living().filter((s) => s.id !== sheet.id);
      const neighbour = next[next.length - 1];
      keep({ ...sheet, deleted: Date.now() }, neighbour?.id);
      if (!neighbour) keep(newSheet(FIRST_SHEET));
      return sheet;
    },
    restore: (sheet) => keep(sheet),
    importStrategy: (strategy) => keep(newSheet(draftFrom(strategy))),
  };
});

/** The sheet that is open, undefined until the store has been read. */
export function useOpenSheet(): Sheet | undefined {
  return useSheets((s) => s.all?.find((sheet) => sheet.id === s.openId));
}
