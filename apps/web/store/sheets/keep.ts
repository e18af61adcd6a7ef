// Sheets put into memory and into the store at once, and the tabs that they stand in.

import Joi from 'joi';
import { toast } from 'sonner';
import { fieldOf } from '@/model/sheet/fields.ts';
import { type Draft, type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { changeSetting, readSetting } from '../setting.ts';
import { Keeper } from './keeper.ts';
import { livingSheets, putSheet, sheetOf, useSheets } from './state.ts';

const FIRST_SHEET: Draft = { name: 'High ground', 'long.rank.by': '120-day return' };
/** A new sheet refuses crumbs, and ranks by nothing until it is told to: a rank without a value yet drops candidates. */
export const FRESH: Draft = { 'size.minFilledPercent': '10', 'long.rank.by': '' };

const TABS = ['open sheets', Joi.array().items(Joi.string()), [] as readonly string[]] as const;

export const newId = (): string => crypto.randomUUID();

export function newSheet(draft: Draft): Sheet {
  return { id: newId(), draft, past: [], future: [], created: Date.now() };
}

export const keeper = new Keeper({
  table: 'sheets',
  now: sheetOf,
  take: (sheet) => {
    putSheet(sheet);
    // Another tab may have deleted what is open here.
    if (sheet.deleted !== undefined && sheet.id === useSheets.getState().openId) showNeighbour(sheet.id);
  },
  problem: (saveProblem) => {
    if (useSheets.getState().saveProblem !== saveProblem) useSheets.setState({ saveProblem });
  },
  conflict: (sheet, fields) => {
    const labels = fields.map((key) => `“${fieldOf(key)?.label ?? key}”`).join(', ');
    toast(
      `${labels} of “${textOf(sheet.draft, 'name')}” was changed in another tab at the same moment. What was typed here stands; Undo brings the other back.`,
      { duration: 30_000 },
    );
  },
});

/** Puts a sheet into memory and, at once, into the store: a tab may be killed at any moment. */
export function keep(sheet: Sheet): void {
  putSheet(sheet);
  keeper.keep(sheet.id);
}

/** The tabs as they were kept. */
export const keptTabs = (): Promise<readonly string[]> => readSetting(...TABS);

export function changeTabs(change: (tabs: readonly string[]) => readonly string[]): void {
  useSheets.setState({ tabs: change(useSheets.getState().tabs) });
  void changeSetting(...TABS, change);
}

export function openSheet(id: string): void {
  const { openId, tabs } = useSheets.getState();
  if (openId !== id) useSheets.setState({ openId: id });
  if (!tabs.includes(id)) changeTabs((now) => (now.includes(id) ? now : [...now, id]));
}

/** Opens the sheet that a new trader begins with. */
export function openFirstSheet(): void {
  const sheet = newSheet({ ...FRESH, ...FIRST_SHEET });
  keep(sheet);
  openSheet(sheet.id);
}

/** Opens another sheet in the place of one that is gone. */
export function showNeighbour(gone: string): void {
  const next = livingSheets().filter(({ id }) => id !== gone);
  const left = useSheets.getState().tabs.filter((id) => id !== gone);
  changeTabs((tabs) => tabs.filter((id) => id !== gone));
  const neighbour = next.find(({ id }) => id === left[left.length - 1]) ?? next[next.length - 1];
  if (neighbour) openSheet(neighbour.id);
  else openFirstSheet();
}

/** Takes a sheet off the tabs; it is kept. */
export function closeTab(id: string): void {
  const { tabs, openId } = useSheets.getState();
  const place = tabs.indexOf(id);
  const neighbour = tabs.filter((tab) => tab !== id)[Math.max(0, place - 1)];
  if (!neighbour) return;
  changeTabs((now) => now.filter((tab) => tab !== id));
  if (openId === id) openSheet(neighbour);
}
