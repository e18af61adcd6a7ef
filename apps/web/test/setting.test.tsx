// @vitest-environment jsdom
// A small choice that outlives the page: it holds at once, stays however fast it is changed, and not where it cannot be kept.

import 'fake-indexeddb/auto';
import { act, renderHook, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { database } from '../store/database.ts';
import { changeSetting, readSetting, texts, useKept, useSetting } from '../store/setting.ts';

const NONE: readonly string[] = [];
let key = '';
let count = 0;
beforeEach(() => {
  key = `names ${count++}`;
});
const kept = (): Promise<readonly string[]> => readSetting(key, texts, NONE);

async function shown() {
  const { result } = renderHook(() => useKept(key, texts, NONE));
  await waitFor(() => expect(result.current[0]).toBeDefined());
  return {
    value: () => result.current[0],
    change: (make: (now: readonly string[]) => readonly string[]): Promise<void> => {
      let doing: Promise<void> = Promise.resolve();
      act(() => {
        doing = result.current[1](make);
      });
      return doing;
    },
  };
}

describe('a setting', () => {
  it('holds at once, and every change of several that follow each other stays', async () => {
    const { value, change } = await shown();
    const seen: unknown[] = [];
    const doing = ['a', 'b', 'c'].map((one) => {
      const written = change((now) => [...now, one]);
      seen.push(value());
      return written;
    });
    expect(seen).toEqual([['a'], ['a', 'b'], ['a', 'b', 'c']]);
    await act(() => Promise.all(doing));
    expect(await kept()).toEqual(['a', 'b', 'c']);
    expect(value()).toEqual(['a', 'b', 'c']);
  });

  it('is the same in all that show it, and what another tab keeps shows as well', async () => {
    const [one, other] = [await shown(), await shown()];
    await act(() => one.change(() => ['a']));
    expect(other.value()).toEqual(['a']);
    await changeSetting(key, texts, NONE, (now) => [...now, 'elsewhere']);
    await waitFor(() => expect(one.value()).toEqual(['a', 'elsewhere']));
  });

  it('is what it was where it cannot be kept', async () => {
    await changeSetting(key, texts, NONE, () => ['a']);
    const { value, change } = await shown();
    const full = vi.spyOn(database.settings, 'put').mockRejectedValue(new Error('the disk is full'));
    const doing = change(() => ['b']);
    expect(value()).toEqual(['b']);
    await act(() => expect(doing).rejects.toThrow('the disk is full'));
    expect(value()).toEqual(['a']);
    full.mockRestore();
  });

  it('is the initial one until the store has answered, and where what is kept is none', async () => {
    await database.settings.put({ key, value: [1, 2] });
    const { result } = renderHook(() => useSetting(key, texts, ['first']));
    expect(result.current[0]).toEqual(['first']);
    act(() => result.current[1](['b']));
    await waitFor(async () => expect(await kept()).toEqual(['b']));
    await waitFor(() => expect(result.current[0]).toEqual(['b']));
  });
});
