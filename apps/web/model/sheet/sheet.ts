// A sheet: a strategy as it is being typed. It is an immutable document of texts, and every edit is a transaction, so
// undo, redo, the ghost and what is saved all come from one list.

import { fieldOf, fields, WORDS } from './fields.ts';

/** What stands in each field, exactly as typed, valid or not. A missing key has the field's initial text. */
export type Draft = Readonly<Record<string, string>>;

export interface Transaction {
  readonly id: string;
  readonly changes: readonly Change[];
  /** milliseconds since 1970 */
  readonly at: number;
}

interface Change {
  readonly key: string;
  readonly from: string;
  readonly to: string;
}

export interface Sheet {
  readonly id: string;
  readonly draft: Draft;
  readonly past: readonly Transaction[];
  readonly future: readonly Transaction[];
  readonly created: number;
  readonly deleted?: number;
  /** each time the out-of-sample part was looked at: for which variant, and when */
  readonly openings?: readonly { readonly key: string; readonly at: number }[];
  /** counts the writings into the store; none in sheets from before it was counted */
  readonly revision?: number;
}

/** Edits of one field within this time are one step of undo, in milliseconds. */
const ONE_BURST = 900;
const MOST_STEPS = 500;

export function textOf(draft: Draft, key: string): string {
  return draft[key] ?? fieldOf(key)?.initial ?? '';
}

/** @param now milliseconds since 1970, given so that the function stays pure */
export function edit(sheet: Sheet, key: string, to: string, now: number, newId: string): Sheet {
  return editInBurst(sheet, { [key]: to }, now, newId);
}

/**
 * Several fields that one hand moves: while it goes on moving them, all of it is one step.
 * @param isHeld whether it has not let go since the last: it may rest then for as long as it likes
 */
export function editInBurst(sheet: Sheet, texts: Draft, now: number, newId: string, isHeld = false): Sheet {
  const edited = editMany(sheet, texts, now, newId);
  const last = sheet.past[sheet.past.length - 1];
  const step = edited.past[edited.past.length - 1];
  const continues =
    edited !== sheet &&
    last !== undefined &&
    (isHeld || now - last.at < ONE_BURST) &&
    sheet.future.length === 0 &&
    last.changes.every(({ key }) => key in texts);
  if (!continues || !step) return edited;
  const first = new Map(last.changes.map(({ key, from }) => [key, from]));
  const changed = new Set([...last.changes, ...step.changes].map(({ key }) => key));
  const changes = [...changed].map((key) => ({
    key,
    from: first.get(key) ?? textOf(sheet.draft, key),
    to: textOf(edited.draft, key),
  }));
  const before = sheet.past.slice(0, -1);
  // Typed there and back is no step. A hand that still holds goes on from it, so that its step stays.
  if (!isHeld && changes.every(({ from, to }) => from === to)) return { ...edited, past: before };
  return { ...edited, past: [...before, { id: last.id, at: now, changes }] };
}

/** Sets several fields as one step that can be undone. */
export function editMany(sheet: Sheet, texts: Draft, now: number, newId: string): Sheet {
  const changes = Object.entries(texts)
    .map(([key, to]) => ({ key, from: textOf(sheet.draft, key), to }))
    .filter(({ from, to }) => from !== to);
  if (changes.length === 0) return sheet;
  const step = { id: newId, at: now, changes };
  return {
    ...sheet,
    draft: { ...sheet.draft, ...Object.fromEntries(changes.map(({ key, to }) => [key, to])) },
    past: [...sheet.past, step].slice(-MOST_STEPS),
    future: [],
  };
}

/** Puts another draft in its place, as one step that can be undone; the sheet keeps its own words. */
export function replaceDraft(sheet: Sheet, draft: Draft, now: number, newId: string): Sheet {
  const kept = fields.filter(({ key }) => !WORDS.has(key));
  const texts = Object.fromEntries(kept.map(({ key }) => [key, textOf(draft, key)]));
  return editMany(sheet, texts, now, newId);
}

export function undo(sheet: Sheet): Sheet {
  const step = sheet.past[sheet.past.length - 1];
  if (!step) return sheet;
  const draft = { ...sheet.draft };
  for (const change of step.changes) draft[change.key] = change.from;
  return { ...sheet, draft, past: sheet.past.slice(0, -1), future: [step, ...sheet.future] };
}

export function redo(sheet: Sheet): Sheet {
  const [step, ...future] = sheet.future;
  if (!step) return sheet;
  const draft = { ...sheet.draft };
  for (const change of step.changes) draft[change.key] = change.to;
  return { ...sheet, draft, past: [...sheet.past, step], future };
}

/** Names the state the sheet is in: the same after undo as before the edit. */
export function stateOf(sheet: Sheet): string {
  return sheet.past[sheet.past.length - 1]?.id ?? 'first';
}
