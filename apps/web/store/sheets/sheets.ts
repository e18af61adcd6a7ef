// The sheets that are kept: in memory for the page, in the store as they are typed.

import type { Strategy } from '@plateau/core';
import Joi from 'joi';
import { toast } from 'sonner';
import { create } from 'zustand';
import { fieldOf } from '@/model/sheet/fields.ts';
import { draftFrom, runKey } from '@/model/sheet/read.ts';
import {
  type Draft,
  edit,
  editMany,
  redo,
  replaceDraft,
  type Sheet,
  textOf,
  undo,
} from '@/model/sheet/sheet.ts';
import { readAll } from '../read.ts';
import { changeSetting, readSetting } from '../setting.ts';
import { hearTabs } from '../tabs.ts';
import { act } from '../undo.ts';
import { keepAlive, lastLetters } from './journal.ts';
import { Keeper } from './keeper.ts';

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
  /** the sheet and its copy; undefined when none is open */
  duplicate(): { readonly from: string; readonly to: string } | undefined;
  remove(): void;
  importStrategy(strategy: Strategy): void;
}

const newId = (): string => crypto.randomUUID();
const newSheet = (draft: Draft): Sheet => ({ id: newId(), draft, past: [], future: [], created: Date.now() });
const FIRST_SHEET: Draft = { name: 'High ground', 'long.rank.by': '120-day return' };
/** A new sheet refuses crumbs, and ranks by nothing until it is told to: a rank without a value yet drops candidates. */
const FRESH: Draft = { 'size.minFilledPercent': '10', 'long.rank.by': '' };

const TABS = ['open sheets', Joi.array().items(Joi.string()), [] as readonly string[]] as const;

export const useSheets = create<Sheets>((set, get) => {
  const put = (sheet: Sheet): void => {
    const all = get().all ?? [];
    const known = all.some((s) => s.id === sheet.id);
    set({ all: known ? all.map((s) => (s.id === sheet.id ? sheet : s)) : [...all, sheet] });
  };
  const keeper = new Keeper({
    now: (id) => get().all?.find((s) => s.id === id),
    take: (sheet) => {
      put(sheet);
      // Another tab may have deleted what is open here.
      if (sheet.deleted !== undefined && sheet.id === get().openId) showNeighbour(sheet.id);
    },
    problem: (saveProblem) => {
      if (get().saveProblem !== saveProblem) set({ saveProblem });
    },
    conflict: (sheet, fields) => {
      const labels = fields.map((key) => `“${fieldOf(key)?.label ?? key}”`).join(', ');
      toast(
        `${labels} of “${textOf(sheet.draft, 'name')}” was changed in another tab at the same moment. What was typed here stands; Undo brings the other back.`,
        { duration: 30_000 },
      );
    },
  });
  const changeTabs = (change: (tabs: readonly string[]) => readonly string[]): void => {
    set({ tabs: change(get().tabs) });
    void changeSetting(...TABS, change);
  };
  const show = (id: string): void => {
    if (get().openId !== id) set({ openId: id });
    if (!get().tabs.includes(id)) changeTabs((tabs) => (tabs.includes(id) ? tabs : [...tabs, id]));
  };
  /** Puts a sheet into memory and, at once, into the store: a tab may be killed at any moment. */
  const keep = (sheet: Sheet, openId = sheet.id): void => {
    put(sheet);
    if (openId) show(openId);
    keeper.keep(sheet.id);
  };
  const opened = (): Sheet | undefined => get().all?.find((s) => s.id === get().openId);
  const living = (): readonly Sheet[] => (get().all ?? []).filter((s) => s.deleted === undefined);
  const showNeighbour = (gone: string): void => {
    const next = living().filter((s) => s.id !== gone);
    const left = get().tabs.filter((id) => id !== gone);
    changeTabs((tabs) => tabs.filter((id) => id !== gone));
    const neighbour = next.find((s) => s.id === left[left.length - 1]) ?? next[next.length - 1];
    if (neighbour) show(neighbour.id);
    else keep(newSheet({ ...FRESH, ...FIRST_SHEET }));
  };
  const change = (make: (sheet: Sheet) => Sheet): void => {
    const sheet = opened();
    if (sheet) keep(make(sheet));
  };
  /** A sheet of its own, as one act that can be undone. */
  const begin = (words: string, sheet: Sheet): void => {
    const back = get().openId;
    act('strategies', words, {
      redo: () => keep(alive(get().all?.find((s) => s.id === sheet.id) ?? sheet)),
      undo: () => {
        const now = get().all?.find((s) => s.id === sheet.id) ?? sheet;
        keep({ ...now, deleted: Date.now() }, '');
        changeTabs((tabs) => tabs.filter((id) => id !== sheet.id));
        if (back && living().some((s) => s.id === back)) show(back);
        else showNeighbour(sheet.id);
      },
    });
  };

  return {
    all: undefined,
    openId: undefined,
    tabs: [],
    saveProblem: undefined,
    async load(wanted) {
      if (get().all) return;
      keepAlive();
      const all = (await readAll('sheets')).sort((a, b) => a.created - b.created);
      for (const sheet of all) keeper.knows(sheet);
      const tabs = (await readSetting(...TABS)).filter((id) => all.some((s) => s.id === id && !s.deleted));
      set({ all, tabs });
      for (const [id, letters] of await lastLetters()) {
        const sheet = all.find((s) => s.id === id);
        if (sheet) keep(editMany(sheet, letters, Date.now(), newId()), '');
        // A sheet so new that the store had not had it yet.
        else if (letters.name !== undefined) keep({ ...newSheet(letters), id }, '');
      }
      hearTabs((told) => {
        if (told.kind === 'sheet') void keeper.hear(told.id);
      });
      const alive = living();
      const lastTab = alive.find((s) => s.id === tabs[tabs.length - 1]);
      const open = alive.find((s) => s.id === wanted) ?? lastTab ?? alive[alive.length - 1];
      if (open) show(open.id);
      else keep(newSheet({ ...FRESH, ...FIRST_SHEET }));
    },
    open: show,
    closeTab(id) {
      const { tabs, openId } = get();
      const place = tabs.indexOf(id);
      const neighbour = tabs.filter((tab) => tab !== id)[Math.max(0, place - 1)];
      if (!neighbour) return;
      changeTabs((now) => now.filter((tab) => tab !== id));
      if (openId === id) show(neighbour);
    },
    edit: (key, to) => change((sheet) => edit(sheet, key, to, Date.now(), newId())),
    editMany: (texts) => change((sheet) => editMany(sheet, texts, Date.now(), newId())),
    replaceDraft: (draft) => change((sheet) => replaceDraft(sheet, draft, Date.now(), newId())),
    undo: () => change(undo),
    redo: () => change(redo),
    unveil: () =>
      change((sheet) => ({
        ...sheet,
        openings: [...(sheet.openings ?? []), { key: runKey(sheet.draft), at: Date.now() }],
      })),
    create: (draft = { name: 'Untitled' }) => begin('A new sheet', newSheet({ ...FRESH, ...draft })),
    duplicate() {
      const sheet = opened();
      if (!sheet) return undefined;
      const copy = newSheet({ ...sheet.draft, name: `${textOf(sheet.draft, 'name')} copy` });
      begin('The copy of a sheet', copy);
      return { from: sheet.id, to: copy.id };
    },
    remove() {
      const sheet = opened();
      if (!sheet) return;
      const name = textOf(sheet.draft, 'name');
      act('strategies', `“${name}” is deleted.`, {
        redo: () => {
          const now = get().all?.find((s) => s.id === sheet.id) ?? sheet;
          keep({ ...now, deleted: Date.now() }, '');
          showNeighbour(sheet.id);
        },
        undo: () => keep(alive(get().all?.find((s) => s.id === sheet.id) ?? sheet)),
        told: true,
      });
    },
    importStrategy: (strategy) => begin('The import of a sheet', newSheet(draftFrom(strategy))),
  };
});

function alive({ deleted: _deleted, ...sheet }: Sheet): Sheet {
  return sheet;
}

/** The sheet that is open, undefined until the store has been read. */
export function useOpenSheet(): Sheet | undefined {
  return useSheets((s) => s.all?.find((sheet) => sheet.id === s.openId));
}
