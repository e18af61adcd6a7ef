// The sheets that are kept: in memory for the page, in the store as they are typed.

import type { Strategy } from '@plateau/core';
import { create } from 'zustand';
import { database } from '@/store/database.ts';
import { jot, jotted, settle } from './journal.ts';
import { draftFrom, runKey } from './read.ts';
import { type Draft, edit, editMany, redo, replaceDraft, type Sheet, textOf, undo } from './sheet.ts';

interface Sheets {
  /** undefined until the store has been read */
  readonly all: readonly Sheet[] | undefined;
  readonly openId: string | undefined;
  /** the sheets that stand side by side above the open one */
  readonly tabs: readonly string[];
  /** what went wrong when something was last saved */
  readonly saveProblem: string | undefined;
  load(wanted: string | undefined): Promise<void>;
  open(id: string): void;
  /** takes a sheet off the tabs; it is kept */
  closeTab(id: string): void;
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
const TABS = 'open sheets';
const FIRST_SHEET: Draft = { name: 'High ground' };

export const useSheets = create<Sheets>((set, get) => {
  const setTabs = (tabs: readonly string[]): void => {
    set({ tabs });
    void database.settings.put({ key: TABS, value: tabs });
  };
  const show = (id: string): void => {
    if (get().openId !== id) set({ openId: id });
    if (!get().tabs.includes(id)) setTabs([...get().tabs, id]);
  };
  /** Puts a sheet into memory and, at once, into the store: a tab may be killed at any moment. */
  const keep = (sheet: Sheet, openId = sheet.id): void => {
    const all = get().all ?? [];
    const known = all.some((s) => s.id === sheet.id);
    set({ all: known ? all.map((s) => (s.id === sheet.id ? sheet : s)) : [...all, sheet] });
    if (openId) show(openId);
    save(sheet);
  };
  // While one write is under way only the newest state waits for its turn: typing never outruns the store.
  const underWay = new Set<string>();
  const waiting = new Map<string, Sheet>();
  const save = (sheet: Sheet): void => {
    const { id } = sheet;
    jot(sheet);
    if (underWay.has(id)) {
      waiting.set(id, sheet);
      return;
    }
    underWay.add(id);
    const next = (): Sheet | undefined => {
      underWay.delete(id);
      const newest = waiting.get(id);
      waiting.delete(id);
      return newest;
    };
    database.sheets.put(sheet).then(
      () => {
        if (get().saveProblem) set({ saveProblem: undefined });
        const newest = next();
        if (newest) save(newest);
        else settle(id);
      },
      (error: Error) => {
        set({ saveProblem: error.message });
        const newest = next();
        if (newest) save(newest);
      },
    );
  };
  const opened = (): Sheet | undefined => get().all?.find((s) => s.id === get().openId);
  const living = (): readonly Sheet[] => (get().all ?? []).filter((s) => s.deleted === undefined);

  return {
    all: undefined,
    openId: undefined,
    tabs: [],
    saveProblem: undefined,
    async load(wanted) {
      if (get().all) return;
      const stored = (await database.sheets.toArray()).sort((a, b) => a.created - b.created);
      const all = stored.map((sheet) => {
        const draft = jotted(sheet.id);
        return draft ? editMany(sheet, draft, Date.now(), newId()) : sheet;
      });
      for (const [k, sheet] of all.entries()) if (sheet !== stored[k]) save(sheet);
      const kept = (await database.settings.get(TABS))?.value;
      const tabs = Array.isArray(kept) ? kept.filter((id) => all.some((s) => s.id === id && !s.deleted)) : [];
      set({ all, tabs });
      const alive = living();
      const lastTab = alive.find((s) => s.id === tabs[tabs.length - 1]);
      const open = alive.find((s) => s.id === wanted) ?? lastTab ?? alive[alive.length - 1];
      if (open) show(open.id);
      else keep(newSheet(FIRST_SHEET));
    },
    open: show,
    closeTab(id) {
      const { tabs, openId } = get();
      const place = tabs.indexOf(id);
      const left = tabs.filter((tab) => tab !== id);
      const neighbour = left[Math.max(0, place - 1)];
      if (!neighbour) return;
      setTabs(left);
      if (openId === id) show(neighbour);
    },
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
      const left = get().tabs.filter((id) => id !== sheet.id);
      setTabs(left);
      const neighbour = next.find((s) => s.id === left[left.length - 1]) ?? next[next.length - 1];
      keep({ ...sheet, deleted: Date.now() }, neighbour?.id ?? '');
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
