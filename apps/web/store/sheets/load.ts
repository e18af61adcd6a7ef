// The sheets out of the store, with what a killed tab had typed last.

import { type Draft, editMany } from '@/model/sheet/sheet.ts';
import { readAll } from '../read.ts';
import { hearTabs } from '../tabs.ts';
import { keepAlive, takeLastLetters } from './journal.ts';
import { keep, keeper, keptTabs, newId, newSheet, openFirstSheet, openSheet } from './keep.ts';
import { livingSheets, useSheets } from './state.ts';

let reading: Promise<void> | undefined;

/** Reads the sheets once, and hears what other tabs make of them. */
export function readSheets(): Promise<void> {
  if (useSheets.getState().all) return Promise.resolve();
  reading ??= readOnce().finally(() => {
    reading = undefined;
  });
  return reading;
}

/** Reads the sheets, and opens one. @param wanted the id of the one to be opened, if it is there */
export async function loadSheets(wanted: string | undefined): Promise<void> {
  await readSheets();
  if (useSheets.getState().openId !== undefined) return;
  const { tabs } = useSheets.getState();
  const alive = livingSheets();
  const lastTab = alive.find(({ id }) => id === tabs[tabs.length - 1]);
  const open = alive.find(({ id }) => id === wanted) ?? lastTab ?? alive[alive.length - 1];
  if (open) openSheet(open.id);
  else openFirstSheet();
}

async function readOnce(): Promise<void> {
  keepAlive();
  const all = (await readAll('sheets')).sort((a, b) => a.created - b.created);
  for (const sheet of all) keeper.knows(sheet);
  const living = new Set(all.filter(({ deleted }) => !deleted).map(({ id }) => id));
  const tabs = (await keptTabs()).filter((id) => living.has(id));
  useSheets.setState({ all, tabs });
  await takeLastLetters('sheets', takeUp);
  hearTabs((told) => {
    if (told.kind === 'sheet') void keeper.hear(told.id);
  });
}

function takeUp(id: string, letters: Draft): void {
  const sheet = useSheets.getState().all?.find((s) => s.id === id);
  if (sheet) keep(editMany(sheet, letters, Date.now(), newId()));
  // A sheet so new that the store had not had it yet.
  else if (letters.name !== undefined) keep({ ...newSheet(letters), id });
}
