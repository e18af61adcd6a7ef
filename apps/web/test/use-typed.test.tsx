// @vitest-environment jsdom
// A rule of a study while it is typed: handed on at rest, kept while the store takes what was typed before, and undone.

import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useTyped } from '../features/studies/setup/use-typed.ts';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

function field(stored: string, takes: (text: string) => boolean = () => true) {
  const handed: string[] = [];
  const onRest = (text: string): boolean => {
    handed.push(text);
    return takes(text);
  };
  const hook = renderHook(({ its }) => useTyped(its, onRest), { initialProps: { its: stored } });
  return {
    handed,
    shown: () => hook.result.current[0],
    type: (text: string) => act(() => hook.result.current[1](text)),
    store: (its: string) => hook.rerender({ its }),
    rest: () => act(() => vi.advanceTimersByTime(1000)),
    leave: () => hook.unmount(),
  };
}

describe('a text that is taken as it is typed', () => {
  it('is handed on once the hand rests, and not for what is typed on the way', () => {
    const { handed, type, rest, shown } = field('a');
    type('ab');
    type('abc');
    expect(handed).toEqual([]);
    expect(shown()).toBe('abc');
    rest();
    rest();
    expect(handed).toEqual(['abc']);
  });

  it('keeps what is typed while the store still takes what was typed before', () => {
    const { handed, type, rest, store, shown } = field('a');
    type('ab');
    rest();
    type('abc');
    store('ab');
    expect(shown()).toBe('abc');
    rest();
    store('abc');
    expect(shown()).toBe('abc');
    expect(handed).toEqual(['ab', 'abc']);
  });

  it('hands on the text from before when it is typed again', () => {
    const { handed, type, rest, store, shown } = field('a');
    type('ab');
    rest();
    type('a');
    rest();
    store('ab');
    store('a');
    expect(shown()).toBe('a');
    expect(handed).toEqual(['ab', 'a']);
  });

  it('shows the text that comes from elsewhere, as by undoing', () => {
    const { handed, type, rest, store, shown, leave } = field('a');
    type('ab');
    rest();
    store('ab');
    store('a');
    expect(shown()).toBe('a');
    leave();
    expect(handed).toEqual(['ab']);
  });

  it('stays to be mended where it is not taken, and is handed on when its field goes', () => {
    const { handed, type, rest, shown, leave } = field('a', (text) => text !== 'a(');
    type('a(');
    rest();
    expect(shown()).toBe('a(');
    type('a(b)');
    leave();
    expect(handed).toEqual(['a(', 'a(b)']);
  });
});
