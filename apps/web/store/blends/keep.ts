// Blends put into memory and into the store at once.

import { toast } from 'sonner';
import { blendField, blendText } from '@/model/blend/fields.ts';
import { type Draft, editMany, type Sheet } from '@/model/sheet/sheet.ts';
import { readAll } from '../read.ts';
import { keepAlive, takeLastLetters } from '../sheets/journal.ts';
import { Keeper } from '../sheets/keeper.ts';
import { hearTabs } from '../tabs.ts';
import { blendOf, putBlend, useBlends } from './state.ts';

export const newId = (): string => crypto.randomUUID();
/** Of a part: short, for it stands in every key of it. */
export const newPartId = (): string => newId().slice(0, 8);

const keeper = new Keeper({
  table: 'blends',
  now: blendOf,
  take: putBlend,
  problem: (saveProblem) => {
    if (useBlends.getState().saveProblem !== saveProblem) useBlends.setState({ saveProblem });
  },
  conflict: (blend, keys) => {
    const labels = keys.map((key) => `“${blendField(key)?.label ?? 'a part'}”`).join(', ');
    toast(
      `${labels} of “${blendText(blend.draft, 'name')}” was changed in another tab at the same moment. What was typed here stands; Undo brings the other back.`,
      { duration: 30_000 },
    );
  },
});

export function keepBlend(blend: Sheet): void {
  putBlend(blend);
  keeper.keep(blend.id);
}

let reading: Promise<void> | undefined;

/** Reads the blends once, with what a killed tab had typed last, and hears what other tabs make of them. */
export function readBlends(): Promise<void> {
  if (useBlends.getState().all) return Promise.resolve();
  reading ??= readOnce().finally(() => {
    reading = undefined;
  });
  return reading;
}

async function readOnce(): Promise<void> {
  keepAlive();
  const all = (await readAll('blends')).sort((a, b) => a.created - b.created);
  for (const blend of all) keeper.knows(blend);
  useBlends.setState({ all });
  await takeLastLetters('blends', takeUp);
  hearTabs((told) => {
    if (told.kind === 'blend') void keeper.hear(told.id);
  });
}

function takeUp(id: string, letters: Draft): void {
  const blend = blendOf(id);
  if (blend) keepBlend(editMany(blend, letters, Date.now(), newId()));
  // A blend so new that the store had not had it yet.
  else if (letters.parts !== undefined) {
    keepBlend({ id, draft: letters, past: [], future: [], created: Date.now() });
  }
}
