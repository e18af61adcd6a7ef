// @vitest-environment jsdom
// What a tab typed last and the store had not taken: whatever looks at the sheet next has it.

import 'fake-indexeddb/auto';
import { cleanup, renderHook, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Sheet, textOf } from '../model/sheet/sheet.ts';

vi.mock('sonner', () => ({ toast: Object.assign(vi.fn(), { error: vi.fn() }) }));
const { database } = await import('../store/database.ts');
const { useSheets } = await import('../store/sheets/state.ts');
const { useStoredSheet } = await import('../store/sheets/stored.ts');

// However busy the machine is.

const sheet: Sheet = {
  id: 's',
  draft: { name: 'Ebb', 'limits.positions': '5' },
  past: [],
  future: [],
  created: 1,
};
const positions = ({ current }: { current: Sheet | undefined }) =>
  current && textOf(current.draft, 'limits.positions');
const noteOf = (tab: string) => `plateau letters ${tab} s`;

/** Locks as a browser keeps them: who asks for one that is held waits until it is free. */
function browserLocks(held: string) {
  let free: () => void = () => {};
  const ended = new Promise<void>((resolve) => {
    free = resolve;
  });
  const locks = {
    query: async () => ({ held: [{ name: held }] }),
    request: async (name: string, work: () => unknown) => {
      if (name === held) await ended;
      return work();
    },
  };
  Object.defineProperty(navigator, 'locks', { configurable: true, value: locks });
  return { end: () => free() };
}

beforeEach(async () => {
  await Promise.all([database.sheets.clear(), database.settings.clear()]);
  await database.sheets.put(sheet);
  useSheets.setState({ all: undefined, openId: undefined, tabs: [], saveProblem: undefined });
});
afterEach(() => {
  cleanup();
  Reflect.deleteProperty(navigator, 'locks');
  localStorage.clear();
});

describe('a sheet looked at from another place', () => {
  it('has what a tab that ended had typed last, and the store has it too', async () => {
    localStorage.setItem(noteOf('gone'), JSON.stringify({ 'limits.positions': '7' }));
    const { result } = renderHook(() => useStoredSheet('s'));
    await waitFor(() => expect(positions(result)).toBe('7'));
    const stored = await database.sheets.get('s');
    expect(stored?.draft['limits.positions']).toBe('7');
    await waitFor(() => expect(Object.keys(localStorage)).toEqual([]));
  });

  it('leaves a living tab its letters, and takes them when that tab ends', async () => {
    const other = browserLocks('plateau tab slow');
    localStorage.setItem(noteOf('slow'), JSON.stringify({ 'limits.positions': '8' }));
    const { result } = renderHook(() => useStoredSheet('s'));
    await waitFor(() => expect(useSheets.getState().all).toHaveLength(1));
    await waitFor(() => expect(positions(result)).toBe('5'));
    expect(localStorage.getItem(noteOf('slow'))).not.toBeNull();
    other.end();
    await waitFor(() => expect(positions(result)).toBe('8'));
    await waitFor(() => expect(localStorage.getItem(noteOf('slow'))).toBeNull());
  });

  it('is left alone by letters that are none', async () => {
    localStorage.setItem(noteOf('gone'), '{"limits.positions":7}');
    const { result } = renderHook(() => useStoredSheet('s'));
    await waitFor(() => expect(Object.keys(localStorage)).toEqual([]));
    expect(positions(result)).toBe('5');
  });
});
